export const countDowns: readonly number[] = [0, 3, 5, 10]
const memory = 'sturvo.countDown'
const usualS = 3

/** The count-down chosen last on this machine, s. */
export function rememberedCountDown(): number {
  const kept = Number(localStorage.getItem(memory) ?? usualS)
  return countDowns.includes(kept) ? kept : usualS
}
export function rememberCountDown(seconds: number): void {
  localStorage.setItem(memory, String(seconds))
}
