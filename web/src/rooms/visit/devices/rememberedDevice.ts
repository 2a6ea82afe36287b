const memory = 'sturvo.mat'

/** The mat chosen last on this machine. */
export function rememberedDevice(): string | null {
  return localStorage.getItem(memory)
}
export function rememberDevice(id: string): void {
  localStorage.setItem(memory, id)
}
