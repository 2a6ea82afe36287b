/** Waits for a state, however slow the machine; only what never comes is a failure (the test then hangs and says so). */
export async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await isSo())) await new Promise((resolve) => setTimeout(resolve, 10))
}
