/** What a form says is wrong with a field, as a screen reader reads it with the field. */
export function faultOf(field: HTMLElement): string {
  const ids = (field.getAttribute('aria-describedby') ?? '').split(' ')
  const said = ids.map((id) => document.getElementById(id)).find((node) => node?.id.endsWith('-error'))
  return said?.textContent ?? ''
}
