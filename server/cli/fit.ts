import { fitActivities, fitTable, readFit, type FitReading } from '@sturvo/core/fit'
import { referenceValues } from '@sturvo/core/reference'
import { asJson } from './measureOutline'
import { outlineOfFile } from './outlineOfFile'
import { sides } from '@sturvo/core/side'
import { oneOf, readArguments, textOption, UsageError, type Options } from './usage'

/** `fit FOOT SHOE [--gap 3 --stretch 2 --activity walk|run]`: the foot over the inside of the shoe */
export async function fit(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['gap', 'stretch', 'activity', 'side'], [])
  const [footFile, shoeFile, ...more] = words
  if (footFile === undefined || shoeFile === undefined || more.length > 0)
    throw new UsageError(
      'Name a foot and a shoe: fit FOOT.svg|json SHOE.svg|json [--gap 3 --stretch 2 --activity walk|run].',
    )
  const references = referenceValues()
  const asked = oneOf(options, 'side', sides)
  const foot = await outlineOfFile(footFile, 'foot', asked, references)
  const shoe = await outlineOfFile(shoeFile, 'shoe', asked ?? undefined, references).catch(
    (error: unknown) => {
      // a shoe that does not say its side is that of the foot
      if (error instanceof UsageError && error.message.includes('which side'))
        return outlineOfFile(shoeFile, 'shoe', foot.side, references)
      throw error
    },
  )
  if (shoe.side !== foot.side) throw new UsageError(`The foot is ${foot.side} and the shoe is ${shoe.side}.`)
  const activity = oneOf(options, 'activity', fitActivities) ?? 'walk'
  const reading = readFit(
    fitTable(
      {
        foot: { outlineFootMm: foot.points, from: 'traced' },
        insole: { pointsMm: shoe.points, from: 'file', guessed: [] },
        stretchMm: millimetres(options, 'stretch', references.upperStretchMm),
        gapMm: millimetres(options, 'gap', references.fitGapMm),
        activity,
      },
      references,
    ),
    references,
  )
  return asJson({ side: foot.side, activity, ...answer(reading) })
}

function answer({ regions, roomMm, room, ball, toes, taper, push, errorMm }: FitReading) {
  const margin = (m: FitReading['ball']) => m && { innerMm: m.innerMm, outerMm: m.outerMm, allMm: m.allMm }
  return {
    overhang: regions.map(({ region, edge, areaMm2, mostMm }) => ({ region, edge, areaMm2, mostMm })),
    roomMm,
    room,
    margins: { ball: margin(ball), toes: margin(toes) },
    taper,
    push: push && { extraDeg: push.extraDeg, errorDeg: push.errorDeg, standsDeg: push.standsDeg },
    errorMm,
  }
}

const mostMm = 30

function millimetres(options: Options, name: string, standard: number): number {
  const text = textOption(options, name)
  if (text === undefined) return standard
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value) || value < 0 || value > mostMm)
    throw new UsageError(`--${name} is a number of mm from 0 to ${mostMm}, not "${text}".`)
  return value
}
