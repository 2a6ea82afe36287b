import type { Frames, RecordingMeta } from './recording'

/** The lines in front of the frames. */
export function csvHead(meta: RecordingMeta): string {
  const names = Array.from({ length: meta.rows * meta.cols }, (_, i) => `p${i}`).join(',')
  return [
    `# rows: ${meta.rows}`,
    `# cols: ${meta.cols}`,
    `# pitch_mm: ${meta.pitchMm}`,
    `# rate_hz: ${meta.rateHz}`,
    '# unit: kPa',
    `# side: ${meta.side}`,
    `# task: ${meta.task}`,
    `t_s,${names}`,
    '',
  ].join('\n')
}

/** One frame as a line: time to the tenth of a millisecond, pressures to a tenth of a kPa. */
export function csvLine(tS: number, kpa: ArrayLike<number>, offset: number, cells: number): string {
  const line = new Uint8Array(longestNumber * (cells + 3))
  const end = putLine(line, 0, tS, kpa, offset, cells)
  let text = ''
  for (let i = 0; i < end; i++) text += String.fromCharCode(line[i]!)
  return text
}

const longestNumber = 8 // a comma and 2000.0, and some more
const pieceBytes = 1 << 20

/**
 * A whole recording in pieces of bytes, so that nobody has to hold it at once. Digits are put down one by one: making
 * a text of every cell took ten times as long.
 */
export function writePressureCsv(frames: Frames, write: (bytes: Uint8Array) => void): void {
  const cells = frames.meta.rows * frames.meta.cols
  write(Uint8Array.from(csvHead(frames.meta), (letter) => letter.charCodeAt(0)))
  const most = longestNumber * (cells + 3)
  let piece = new Uint8Array(Math.max(pieceBytes, most))
  let at = 0
  frames.forEach((tS, kpa, offset) => {
    if (at + most > piece.length) {
      write(piece.subarray(0, at))
      piece = new Uint8Array(piece.length)
      at = 0
    }
    at = putLine(piece, at, tS, kpa, offset, cells)
  })
  if (at > 0) write(piece.subarray(0, at))
}

function putLine(
  into: Uint8Array,
  start: number,
  tS: number,
  kpa: ArrayLike<number>,
  offset: number,
  cells: number,
): number {
  let at = start
  for (const letter of String(Number(tS.toFixed(4)))) into[at++] = letter.charCodeAt(0)
  for (let i = 0; i < cells; i++) {
    into[at++] = 44
    const tenths = Math.round(kpa[offset + i]! * 10)
    if (!(tenths > 0)) {
      into[at++] = 48
      continue
    }
    const whole = Math.floor(tenths / 10)
    let size = 1000
    while (size > 1 && whole < size) size /= 10
    for (; size >= 1; size /= 10) into[at++] = 48 + (Math.floor(whole / size) % 10)
    const rest = tenths % 10
    if (rest > 0) {
      into[at++] = 46
      into[at++] = 48 + rest
    }
  }
  into[at++] = 10
  return at
}
