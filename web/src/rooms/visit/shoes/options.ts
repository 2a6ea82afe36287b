/** Choices of a select with their words. */
export const options = <T extends string>(all: readonly T[], words: Record<T, string>) =>
  all.map((value) => ({ value, label: words[value] }))
