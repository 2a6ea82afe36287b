import { readFile, stat } from 'node:fs/promises'
import { inOwnFrame, readOutlineFile } from '@sturvo/core/outline'
import type { Point } from '@sturvo/core/geometry'
import type { References } from '@sturvo/core/reference'
import type { Side } from '@sturvo/core/side'
import { sentenceOf } from '@sturvo/words'
import { UsageError } from './usage'

const mostBytes = 5_000_000

/** Text of a small file, or one sentence why not. */
export async function textOfFile(file: string): Promise<string> {
  const unreadable = () => {
    throw new UsageError(`The file ${file} cannot be read.`)
  }
  const { size } = await stat(file).catch(unreadable)
  if (size > mostBytes) throw new UsageError(`The file ${file} is larger than an outline or a shoe can be.`)
  return readFile(file, 'utf8').catch(unreadable)
}

/** An outline of a file in its own frame. @param asked side from the command line; it stands over that of the file */
export async function outlineOfFile(
  file: string,
  what: 'foot' | 'shoe',
  asked: Side | undefined,
  references: References,
): Promise<{ side: Side; points: Point[] }> {
  const outcome = readOutlineFile(await textOfFile(file))
  if (!outcome.ok) throw new UsageError(`${file}: ${sentenceOf(outcome.problem)}`)
  const side = asked ?? outcome.value.side
  if (!side) throw new UsageError(`${file} does not say which side it is. Add --side left or --side right.`)
  return { side, points: inOwnFrame(outcome.value.seenMm, side, what, references) }
}
