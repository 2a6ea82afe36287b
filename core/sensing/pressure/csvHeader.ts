import { MeasureError } from '../../groundwork/problem'
import { recordingSides, recordingTasks, type RecordingMeta } from './recording'

const keys = ['rows', 'cols', 'pitch_mm', 'rate_hz', 'unit', 'side', 'task'] as const
type Key = (typeof keys)[number]
const isKey = (text: string): text is Key => (keys as readonly string[]).includes(text)

export const mostCells = 40_000
/** comment lines in front of a recording, and bytes of one: more is no recording */
const mostLines = 200
export const longestCommentBytes = 2000
const mostRateHz = 5000
const mostPitchMm = 100

/** The comment lines in front of a recording, one by one; said is what they said so far. */
export class CsvHeader {
  private readonly said = new Map<Key, { text: string; line: number }>()
  private lines = 0

  /** @param text one line beginning with # @throws MeasureError badHeader */
  take(text: string, line: number): void {
    if (++this.lines > mostLines) fail('#', 'tooMany', line)
    // a look for the colon and no more: remarks of any length and shape cost one pass
    const colon = text.indexOf(':')
    if (colon < 0) return // a remark
    const key = text.slice(1, colon).trim().toLowerCase()
    // remarks may look like keys too; only the known ones are looked at
    if (!isKey(key)) return
    if (this.said.has(key)) fail(key, 'doubled', line)
    this.said.set(key, { text: text.slice(colon + 1).trim(), line })
  }

  /** @throws MeasureError badHeader, tooManyCells: the first thing that is wrong */
  meta(): RecordingMeta {
    for (const key of keys) if (!this.said.has(key)) fail(key, 'missing')
    const rows = this.whole('rows')
    const cols = this.whole('cols')
    if (rows * cols > mostCells)
      throw new MeasureError({
        code: 'tooManyCells',
        path: rows > mostCells ? 'rows' : 'cols',
        key: rows > mostCells ? 'rows' : cols > mostCells ? 'cols' : 'rows × cols',
        cells: rows * cols,
        limit: mostCells,
      })
    if (this.said.get('unit')!.text.toLowerCase() !== 'kpa') this.bad('unit')
    return {
      rows,
      cols,
      pitchMm: this.above0('pitch_mm', mostPitchMm),
      rateHz: this.above0('rate_hz', mostRateHz),
      side: this.oneOf('side', recordingSides),
      task: this.oneOf('task', recordingTasks),
    }
  }

  private whole(key: Key): number {
    const value = Number(this.said.get(key)!.text)
    return Number.isInteger(value) && value >= 1 ? value : this.bad(key)
  }
  private above0(key: Key, most: number): number {
    const { text } = this.said.get(key)!
    const value = Number(text)
    return text !== '' && value > 0 && value <= most ? value : this.bad(key)
  }
  private oneOf<T extends string>(key: Key, allowed: readonly T[]): T {
    const text = this.said.get(key)!.text.toLowerCase()
    return allowed.find((a) => a === text) ?? this.bad(key)
  }
  private bad(key: Key): never {
    const { text, line } = this.said.get(key)!
    return fail(key, 'badValue', line, text)
  }
}

function fail(
  key: Key | '#',
  reason: 'missing' | 'doubled' | 'badValue' | 'tooMany',
  line?: number,
  value?: string,
): never {
  throw new MeasureError({
    code: 'badHeader',
    path: key,
    key,
    reason,
    ...(line === undefined ? {} : { line }),
    ...(value === undefined ? {} : { value: value.slice(0, 40) }),
  })
}
