import { readFile } from 'node:fs/promises'
import { readFootprints, type FootprintReading } from '@sturvo/core/footprint'
import { findSheet, layFlat, sheetNames, type RasterImage, type SheetName } from '@sturvo/core/image'
import { MeasureError, outcomeOf } from '@sturvo/core/problem'
import { referenceValues } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import { sentenceOf } from '@sturvo/words'
import { Fault } from '../http/faults'
import { pixelsOf } from '../pictures/decode'
import { oneOf, readArguments, textOption, UsageError } from './usage'

const sheetMmPerPx = 0.25 // a laid-flat sheet is drawn this fine

/** `measure footprint IMAGE (--mm-per-px X | --sheet a4|letter) [--side left|right] [--toes auto|none]` */
export async function measureFootprint(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['mm-per-px', 'sheet', 'side', 'toes'], [])
  const [file, ...more] = words
  if (file === undefined || more.length > 0)
    throw new UsageError('Name one picture: measure footprint IMAGE --mm-per-px X.')
  const side = oneOf(options, 'side', sides)
  const toes = oneOf(options, 'toes', ['auto', 'none'] as const)
  const sheet = oneOf(options, 'sheet', sheetNames)
  const given = textOption(options, 'mm-per-px')
  if (given === undefined && sheet === undefined)
    throw new UsageError(sentenceOf({ code: 'scaleMissing', path: 'mmPerPx' }))
  const bytes = await readFile(file).catch(() => {
    throw new UsageError(`The file ${file} cannot be read.`)
  })
  const picture = await pixelsOf(bytes).catch((error: unknown) => {
    throw error instanceof Fault ? new UsageError(error.message) : error
  })
  const scaled =
    given === undefined ? laidFlat(picture, sheet!) : { image: picture, mmPerPx: numberOf(given) }
  const outcome = readFootprints(scaled.image, scaled.mmPerPx, referenceValues(), { side, toes })
  if (!outcome.ok) throw new UsageError(sentenceOf(outcome.problem))
  const answers = outcome.value.map(answerOf)
  return JSON.stringify(answers.length === 1 ? answers[0] : answers, null, 2)
}

function numberOf(text: string): number {
  const value = Number(text)
  if (text.trim() === '' || Number.isNaN(value))
    throw new UsageError(`--mm-per-px is a number, not "${text}".`)
  if (value <= 0)
    throw new UsageError(
      sentenceOf({ code: 'scaleImpossible', path: 'mmPerPx', mmPerPx: value, low: 0.02, high: 2 }),
    )
  return value
}

function laidFlat(picture: RasterImage, sheet: SheetName): { image: RasterImage; mmPerPx: number } {
  const outcome = outcomeOf(() => {
    const found = findSheet(picture)
    // nobody looks at the corners here, so only a sure find is measured
    if (!found?.isSure) throw new MeasureError({ code: 'sheetUnsure', path: 'sheet' })
    return layFlat(picture, found.cornersImagePx, sheet, sheetMmPerPx)
  })
  if (!outcome.ok) throw new UsageError(sentenceOf(outcome.problem))
  return { image: outcome.value, mmPerPx: sheetMmPerPx }
}

function answerOf(r: FootprintReading) {
  const pair = (p: { x: number; y: number }) => [p.x, p.y]
  return {
    side: r.side,
    lengthMm: r.lengthMm.value,
    toelessLengthMm: r.toelessLengthMm.value,
    archIndex: r.archIndex.value,
    chippauxSmirakPct: r.chippauxSmirakPct.value,
    staheliIndex: r.staheliIndex.value,
    footprintAngleDeg: r.footprintAngleDeg?.value ?? null,
    printKind: r.printKind,
    toelessAreaMm2: r.toelessAreaMm2.value,
    thirdsMm2: r.thirdsMm2,
    archClass: r.archClass,
    uncertainty: {
      lengthMm: r.lengthMm.error,
      toelessLengthMm: r.toelessLengthMm.error,
      archIndex: r.archIndex.error,
      chippauxSmirakPct: r.chippauxSmirakPct.error,
      staheliIndex: r.staheliIndex.error,
      footprintAngleDeg: r.footprintAngleDeg?.error ?? null,
      toelessAreaMm2: r.toelessAreaMm2.error,
    },
    axis: { heel: pair(r.axis.heelImagePx), toe: pair(r.axis.toeImagePx) },
  }
}
