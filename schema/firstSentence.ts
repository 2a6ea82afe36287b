import type { z } from 'zod'

/** The first thing that is wrong, in words of ours; of a union, the branch that came closest to fitting. */
export function firstSentence(error: z.ZodError): string {
  let issue = error.issues[0]
  while (issue?.code === 'invalid_union')
    issue = (issue.errors.find((branch) =>
      branch.some((i) => i.code !== 'invalid_type' && i.code !== 'invalid_value'),
    ) ?? issue.errors[0])?.[0]
  const where = issue && issue.path.length > 0 ? ` (${issue.path.join('.')})` : ''
  return `${issue ? sentenceOf(issue) : unreadable}${where}`
}

const unreadable = 'This value cannot be read.'
const typeText: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  array: 'a list',
  tuple: 'a list',
  object: 'a record',
  record: 'a record',
}
const sizeText: Readonly<Record<string, string>> = { string: ' letters', array: ' entries', set: ' entries' }

/** A contract's own sentence as it is; what the library says by itself is no sentence for anybody. */
function sentenceOf(issue: z.core.$ZodIssue): string {
  const isOwn = !/^(Invalid|Too (big|small)|Unrecognized|Expected)/.test(issue.message)
  if (isOwn) return issue.message
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined && issue.message.endsWith('received undefined')
        ? 'Something is missing here.'
        : `This has to be ${typeText[issue.expected] ?? 'something else'}.`
    case 'invalid_value':
      return issue.values.length <= mostNamed
        ? `This is one of ${issue.values.map(String).join(', ')}.`
        : 'This is none of the words that are known here.'
    case 'too_big':
      return `At most ${String(issue.maximum)}${sizeText[issue.origin] ?? ''}.`
    case 'too_small':
      return `At least ${String(issue.minimum)}${sizeText[issue.origin] ?? ''}.`
    case 'unrecognized_keys':
      return `Nobody knows “${issue.keys[0] ?? ''}” here.`
    default:
      return 'This is not written as it has to be.'
  }
}

const mostNamed = 8
