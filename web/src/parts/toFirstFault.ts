/** After a refused form the caret stands in the first field that has something wrong with it. */
export function toFirstFault(form: { getInputNode: (path: string) => HTMLElement | null }) {
  return (errors: Record<string, unknown>) => {
    const [first] = Object.keys(errors)
    if (first !== undefined) form.getInputNode(first)?.focus()
  }
}
