/** Sortable by time, in small letters and digits, as the API expects. */
export function newId(): string {
  const random = crypto.getRandomValues(new Uint8Array(12))
  return Date.now().toString(36).padStart(9, '0') + [...random].map((b) => (b % 36).toString(36)).join('')
}
