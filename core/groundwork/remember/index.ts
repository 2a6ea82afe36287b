const mostKept = 64
const everything = new Set<() => void>()

/** Forgets every remembered answer: for tests and benches that compare with a reading made anew. */
export function forgetEverything(): void {
  for (const forget of everything) forget()
}

/**
 * Remembers the answers of a pure function by the full value of what it is given and by the identity of what stands
 * beside it. There is no key to write, and so nothing a key could forget: declare the function on its own, outside of
 * any other, and it cannot read anything it is not remembered by.
 *
 * @param compute gets plain data (what JSON can say), and an object beside it; both are replaced when they change and
 *   never altered
 * @param most how many answers are kept for one such object, the one used longest ago goes first
 */
export function remembered<Input, Beside extends object, Output>(
  compute: (input: Input, beside: Beside) => Output,
  most = mostKept,
): (input: Input, beside: Beside) => Output {
  let kept = new WeakMap<Beside, Map<string, Output>>()
  everything.add(() => (kept = new WeakMap()))
  return (input, beside) => {
    let answers = kept.get(beside)
    if (!answers) kept.set(beside, (answers = new Map<string, Output>()))
    const value = textOf(input)
    const known = answers.get(value)
    const answer = known !== undefined || answers.has(value) ? (known as Output) : compute(input, beside)
    // last used stands last
    answers.delete(value)
    answers.set(value, answer)
    if (answers.size > most) answers.delete(answers.keys().next().value!)
    return answer
  }
}

/** Long lists are put into words once: an outline has hundreds of points, and the same one is asked about again. */
const listTexts = new WeakMap<object, string>()

/** The full value as a text; two values have the same text only where they are the same. */
function textOf(value: unknown): string {
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? '-'
  if (Array.isArray(value)) {
    let text = listTexts.get(value)
    if (text === undefined) listTexts.set(value, (text = JSON.stringify(value)))
    return text
  }
  return `{${Object.entries(value)
    .map(([name, part]) => `${JSON.stringify(name)}:${textOf(part)}`)
    .join(',')}}`
}
