import { MeasureError } from '../../groundwork/problem'
import { CsvHeader, longestCommentBytes } from './csvHeader'
import type { FrameVisitor, RecordingMeta } from './recording'

const newline = 10
const mostKpa = 2000
/** twelve hours at 100 Hz */
const mostFrames = 4_320_000
// a longer number than this is read by the language itself
const mostDigits = 15
const tenth = Float64Array.from({ length: mostDigits + 1 }, (_, i) => 10 ** -i)

/**
 * Reads a recording as it arrives: bytes in, frames out, never more than one line kept. A file is refused at the
 * first line that is wrong; what was visited before that is for the caller to throw away.
 */
export class PressureCsvReader {
  private readonly header = new CsvHeader()
  private meta: RecordingMeta | undefined
  private line = 0
  /** pieces of a line whose end has not come yet: joined once, when it has */
  private carry: Uint8Array[] = []
  private carried = 0
  private frame = new Float32Array(0)
  private lastS = -Infinity
  private frames = 0

  /**
   * @param visit each frame, in kPa; the array is used again for the next
   * @param begun told once what the recording says of itself
   */
  constructor(
    private readonly visit: FrameVisitor,
    private readonly begun?: (meta: RecordingMeta) => void,
  ) {}

  /** @throws MeasureError badHeader, tooManyCells, badColumns, badNumber, timeNotRising */
  push(bytes: Uint8Array): void {
    let from = 0
    if (this.carry.length > 0) {
      const end = bytes.indexOf(newline)
      this.carry.push(end < 0 ? bytes.slice() : bytes.subarray(0, end))
      this.carried += end < 0 ? bytes.length : end
      if (end < 0) return checkLine(this.carried)
      const line = this.takeCarry()
      this.takeLine(line, 0, line.length)
      from = end + 1
    }
    for (;;) {
      const end = bytes.indexOf(newline, from)
      if (end < 0) break
      this.takeLine(bytes, from, end)
      from = end + 1
    }
    if (from < bytes.length) {
      this.carry.push(bytes.slice(from))
      this.carried = bytes.length - from
      checkLine(this.carried)
    }
  }

  /** The end of the file. @throws MeasureError as push, noFrames @returns what the recording says of itself */
  end(): { meta: RecordingMeta; frames: number } {
    if (this.carry.length > 0) {
      const line = this.takeCarry()
      this.takeLine(line, 0, line.length)
    }
    const meta = this.meta ?? this.header.meta()
    if (this.frames === 0) throw new MeasureError({ code: 'noFrames', path: 'frames' })
    return { meta, frames: this.frames }
  }

  private takeCarry(): Uint8Array {
    const line = new Uint8Array(this.carried)
    let at = 0
    for (const piece of this.carry) {
      line.set(piece, at)
      at += piece.length
    }
    this.carry = []
    this.carried = 0
    return line
  }

  private takeLine(bytes: Uint8Array, from: number, end: number): void {
    this.line++
    if (this.line === 1 && bytes[from] === 0xef && bytes[from + 1] === 0xbb && bytes[from + 2] === 0xbf)
      from += 3
    while (end > from && bytes[end - 1]! <= 32) end--
    if (end === from) return
    if (this.meta) this.takeFrame(bytes, from, end, this.meta.rows * this.meta.cols)
    else if (bytes[from] === 35) this.takeComment(bytes, from, end)
    else this.takeNames(bytes, from, end)
  }

  private takeComment(bytes: Uint8Array, from: number, end: number): void {
    if (end - from > longestCommentBytes)
      throw new MeasureError({ code: 'badHeader', path: '#', key: '#', reason: 'tooLong', line: this.line })
    this.header.take(textOf(bytes, from, end), this.line)
  }

  /** The line of column names closes the header. */
  private takeNames(bytes: Uint8Array, from: number, end: number): void {
    const meta = this.header.meta()
    let found = 1
    for (let i = from; i < end; i++) if (bytes[i] === 44) found++
    const expected = meta.rows * meta.cols + 1
    const starts = textOf(bytes, from, Math.min(end, from + 8)).toLowerCase()
    if (found !== expected || !/^"?t_s"?(,|$)/.test(starts))
      throw new MeasureError({ code: 'badColumns', path: 'columns', line: this.line, found, expected })
    this.meta = meta
    this.frame = new Float32Array(meta.rows * meta.cols)
    this.begun?.(meta)
  }

  private takeFrame(bytes: Uint8Array, from: number, end: number, cells: number): void {
    const { frame } = this
    let at = from
    let tS = 0
    for (let column = 0; ; column++) {
      if (column > cells) this.badColumns(bytes, from, end, cells)
      let value: number
      const first = bytes[at]!
      const next = at + 1
      // most cells of a mat carry nothing
      if (first === 48 && (next === end || bytes[next] === 44)) {
        value = 0
        at = next
      } else {
        let digits = 0
        let whole = 0
        let d = first - 48
        let i = at
        while (d >= 0 && d <= 9 && i < end) {
          whole = whole * 10 + d
          digits++
          d = bytes[++i]! - 48
        }
        let behind = 0
        if (bytes[i] === 46 && i < end) {
          d = bytes[++i]! - 48
          while (d >= 0 && d <= 9 && i < end) {
            whole = whole * 10 + d
            behind++
            d = bytes[++i]! - 48
          }
        }
        digits += behind
        if (digits === 0 || digits > mostDigits || (i < end && bytes[i] !== 44)) {
          // a sign, an exponent, a space, or no number at all
          let stop = at
          while (stop < end && bytes[stop] !== 44) stop++
          value = this.slowNumber(bytes, at, stop, column)
          at = stop
        } else {
          value = whole * tenth[behind]!
          at = i
        }
      }
      if (column === 0) tS = value
      else {
        if (value > mostKpa) this.badNumber(column, 'tooHigh')
        frame[column - 1] = value
      }
      if (at >= end) {
        if (column !== cells) this.badColumns(bytes, from, end, cells)
        break
      }
      at++ // the comma
    }
    if (!(tS > this.lastS)) throw new MeasureError({ code: 'timeNotRising', path: 't_s', line: this.line })
    this.lastS = tS
    if (++this.frames > mostFrames)
      throw new MeasureError({ code: 'tooManyFrames', path: 'frames', limit: mostFrames })
    this.visit(tS, frame, 0)
  }

  private slowNumber(bytes: Uint8Array, from: number, end: number, column: number): number {
    const text = textOf(bytes, from, end).trim()
    const value = text === '' ? NaN : Number(text)
    if (!Number.isFinite(value)) this.badNumber(column, 'notANumber')
    // the device's clock may start before the recording; a pressure cannot be below nothing
    if (value < 0 && column > 0) this.badNumber(column, 'negative')
    return value
  }

  private badColumns(bytes: Uint8Array, from: number, end: number, cells: number): never {
    let found = 1
    for (let i = from; i < end; i++) if (bytes[i] === 44) found++
    throw new MeasureError({
      code: 'badColumns',
      path: 'columns',
      line: this.line,
      found,
      expected: cells + 1,
    })
  }
  private badNumber(column: number, reason: 'notANumber' | 'negative' | 'tooHigh'): never {
    const path = column === 0 ? 't_s' : `p${column - 1}`
    throw new MeasureError({
      code: 'badNumber',
      path,
      line: this.line,
      column: column + 1,
      reason,
      limit: mostKpa,
      unit: 'kPa',
    })
  }
}

const longestLine = 4_000_000 // a hundred bytes for each of the most cells

/** A file without line ends is no recording, and must not fill the memory. */
function checkLine(length: number): void {
  if (length > longestLine)
    throw new MeasureError({ code: 'badColumns', path: 'columns', line: 1, found: 1, expected: 2 })
}

function textOf(bytes: Uint8Array, from: number, end: number): string {
  let text = ''
  for (let i = from; i < end; i++) text += String.fromCharCode(bytes[i]!)
  return text
}
