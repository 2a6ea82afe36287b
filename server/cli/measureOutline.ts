import { readOutline } from '@sturvo/core/outline'
import { referenceValues } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import { outlineOfFile } from './outlineOfFile'
import { oneOf, readArguments, UsageError } from './usage'

/** `measure outline FILE.svg|json [--side left|right]`: lengths, widths, angles and fan ratio */
export async function measureOutline(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['side'], [])
  const [file, ...more] = words
  if (file === undefined || more.length > 0)
    throw new UsageError('Name one outline: measure outline FILE.svg|json [--side left|right].')
  const references = referenceValues()
  const { side, points } = await outlineOfFile(file, 'foot', oneOf(options, 'side', sides), references)
  const reading = readOutline(points, references)
  if (!reading) throw new UsageError(`${file}: no foot can be seen in this outline.`)
  return asJson({ side, ...reading })
}

/** Rounded for people; what could not be measured is null. */
export function asJson(value: object): string {
  return JSON.stringify(
    value,
    (_, part: unknown) =>
      typeof part === 'number' ? Math.round(part * 1000) / 1000 : part === undefined ? null : part,
    2,
  )
}
