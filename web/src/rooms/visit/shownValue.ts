/** A value of any kind of field in a few words, for lists that hold all kinds. */
export function shownValue(value: unknown): string {
  if (value === null || value === undefined) return 'empty'
  return typeof value === 'string' ? value : JSON.stringify(value).slice(0, 80)
}
