/** Text whose keys are in order at every depth: the same content is the same text. */
export function stableText(value: unknown): string {
  return JSON.stringify(
    value,
    (_key, inner: unknown) =>
      typeof inner === 'object' && inner !== null && !Array.isArray(inner)
        ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
        : inner,
    1,
  )
}
