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
  const parts = [short(tS, 4)]
  for (let i = 0; i < cells; i++) parts.push(short(kpa[offset + i]!, 1))
  return `${parts.join(',')}\n`
}

/** A whole recording in pieces of text, so that nobody has to hold it at once. */
export function writePressureCsv(frames: Frames, write: (text: string) => void): void {
  const cells = frames.meta.rows * frames.meta.cols
  write(csvHead(frames.meta))
  frames.forEach((tS, kpa, offset) => write(csvLine(tS, kpa, offset, cells)))
}

function short(value: number, digits: number): string {
  return value === 0 ? '0' : String(Number(value.toFixed(digits)))
}
