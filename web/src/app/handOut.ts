const keptMs = 10_000 // the browser has begun to save by then

/** Saves something as a file of this machine. */
export function download(content: Blob, name: string): void {
  const url = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), keptMs)
}

/** @returns false where the browser does not let a page copy: without a secure address it has no clipboard at all */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text)
    return true
  } catch {
    return false
  }
}
