import type { z } from 'zod'

/** The first thing that is wrong, in words; of a union, the branch that came closest to fitting. */
export function firstSentence(error: z.ZodError): string {
  let issue = error.issues[0]
  while (issue?.code === 'invalid_union')
    issue = (issue.errors.find((branch) =>
      branch.some((i) => i.code !== 'invalid_type' && i.code !== 'invalid_value'),
    ) ?? issue.errors[0])?.[0]
  const where = issue && issue.path.length > 0 ? ` (${issue.path.join('.')})` : ''
  return `${issue?.message ?? 'This value cannot be read.'}${where}`
}
