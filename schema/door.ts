/** More levels than any contract has: what lies deeper is no input but an attack on whoever walks through it. */
const mostLevels = 24

// newline and tab stay: long texts have lines. Everything else that is no letter and cannot be seen goes.
const controls = /[^\P{Cc}\n\t]/gu
/** signs that turn the reading direction of all that follows: a name could show as another than it is */
const directionSigns = /\p{Bidi_Control}/gu
/** half letters, which no file and no database can keep */
const loneSurrogates = /\p{Cs}/gu
const plainLine = /^[ -~]*$/ // most texts; nothing in them to look for
// marks of the order of bytes, and the two places that are no letter anywhere
const byteOrderMarks = /[\ufeff\ufff9-\ufffb\ufffe\uffff]/g

export const tooDeepText = 'This lies in more levels than anything Sturvo knows. Nothing was changed.'

/** What came in cannot be taken as it is. */
export class DoorError extends Error {
  constructor() {
    super('tooDeep')
    this.name = 'DoorError'
  }
}

/**
 * A text as it is kept: one way of writing each letter (NFC), no invisible controls but newline and tab, no half
 * letters, no direction overrides. Doing it twice changes nothing.
 *
 * @example cleanText('Ansa\u0000 Rook\r\n') // 'Ansa Rook\n'
 */
export function cleanText(text: string): string {
  if (plainLine.test(text)) return text
  const lines = text.replace(/\r\n?|\u2028|\u2029|\u0085/g, '\n')
  const seen = lines.replace(controls, '').replace(directionSigns, '').replace(byteOrderMarks, '')
  return seen.replace(loneSurrogates, '\ufffd').normalize('NFC')
}

/**
 * The one door through which everything typed, sent or read from a file comes in: each text in it cleaned, and no
 * deeper than anything we know.
 *
 * @throws DoorError beyond 24 levels
 */
export function throughTheDoor(value: unknown, level = 0): unknown {
  if (typeof value === 'string') return cleanText(value)
  if (typeof value !== 'object' || value === null) return value
  if (level >= mostLevels) throw new DoorError()
  return Array.isArray(value) ? cleanList(value, level) : cleanRecord(value as Record<string, unknown>, level)
}

// most of what comes in needs nothing, and thousands of points should not be copied to find that out
function cleanList(list: readonly unknown[], level: number): unknown {
  let copy: unknown[] | undefined
  for (let i = 0; i < list.length; i++) {
    const item = throughTheDoor(list[i], level + 1)
    if (item !== list[i]) copy ??= [...list]
    if (copy) copy[i] = item
  }
  return copy ?? list
}

function cleanRecord(record: Record<string, unknown>, level: number): unknown {
  let isSame = true
  for (const key of Object.keys(record))
    if (cleanText(key) !== key || throughTheDoor(record[key], level + 1) !== record[key]) {
      isSame = false
      break
    }
  return isSame
    ? record
    : Object.fromEntries(
        Object.keys(record).map((key) => [cleanText(key), throughTheDoor(record[key], level + 1)]),
      )
}
