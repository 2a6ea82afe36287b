/** Ends the browser of the run. */
export default async function clearUp(): Promise<void> {
  await (globalThis as { closeBrowser?: () => Promise<void> }).closeBrowser?.()
}
