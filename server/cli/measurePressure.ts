import { createReadStream } from 'node:fs'
import { access, constants, stat } from 'node:fs/promises'
import {
  findFeet,
  readTraces,
  SparseFrames,
  SummingPass,
  TracePass,
  type PressureFoot,
  type PressureReading,
} from '@sturvo/core/pressure'
import { MeasureError } from '@sturvo/core/problem'
import { referenceValues } from '@sturvo/core/reference'
import { sentenceOf } from '@sturvo/words'
import { readRecording } from '../recordings/readRecording'
import { oneOf, readArguments, UsageError } from './usage'

/**
 * `measure pressure FILE.csv[.gz] [--points heads|pads]`: what carries something is kept for the second pass; a
 * file that is too long for that is gone through twice, so that its length does not matter to the memory.
 */
export async function measurePressure(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, ['points'], [])
  const [file, ...more] = words
  if (file === undefined || more.length > 0)
    throw new UsageError('Name one recording: measure pressure FILE.csv or FILE.csv.gz.')
  const points = oneOf(options, 'points', ['heads', 'pads'] as const) ?? 'heads'
  const unreadable = () => {
    throw new UsageError(`The file ${file} cannot be read.`)
  }
  await access(file, constants.R_OK).catch(unreadable)
  if ((await stat(file).catch(unreadable)).isDirectory())
    throw new UsageError(`${file} is a folder, not a recording.`)
  try {
    return JSON.stringify(answerOf(await readTwice(file, points)), null, 2)
  } catch (error) {
    if (error instanceof MeasureError) throw new UsageError(sentenceOf(error.problem))
    throw error
  }
}

/** frames that carry something are kept up to this size, so that most files are read once */
const keptBytes = 120_000_000
const chunkBytes = 1 << 18

async function readTwice(file: string, points: 'heads' | 'pads'): Promise<PressureReading> {
  const references = referenceValues()
  let sums: SummingPass | undefined
  let kept: SparseFrames | undefined
  const { meta } = await readRecording(
    createReadStream(file, { highWaterMark: chunkBytes }),
    (tS, kpa, offset) => {
      sums!.take(tS, kpa, offset)
      kept!.append(tS, kpa)
    },
    (begun) => {
      sums = new SummingPass(begun, references)
      kept = new SparseFrames(begun, keptBytes)
    },
  )
  const found = findFeet(sums!.result(), meta, references, { points })
  const traces = new TracePass(found.feet, meta, found.dead, references)
  if (kept!.isWhole) kept!.forEach((tS, kpa, offset) => traces.take(tS, kpa, offset))
  else
    await readRecording(createReadStream(file, { highWaterMark: chunkBytes }), (tS, kpa, offset) =>
      traces.take(tS, kpa, offset),
    )
  return readTraces(found, traces.result(), meta, references, { points })
}

function answerOf(reading: PressureReading) {
  return {
    durationS: reading.durationS,
    frames: reading.frames,
    ...(reading.left && { left: footOf(reading.left) }),
    ...(reading.right && { right: footOf(reading.right) }),
    steps: reading.steps.map((step) => ({
      side: step.side,
      stanceS: step.stanceS,
      copExcursionPct: step.copExcursionPct ?? null,
      peakMedialAtPct: step.peakMedialAtPct ?? null,
    })),
    gaps: reading.gaps,
    deadCells: reading.deadCells,
    missing: reading.missing,
  }
}

function footOf(foot: PressureFoot) {
  return {
    loadN: foot.loadN,
    share: foot.share ?? null,
    cop: foot.cop
      ? {
          meanMm: [foot.cop.meanMm.x, foot.cop.meanMm.y],
          pathMm: foot.cop.pathMm,
          meanVelocityMmS: foot.cop.meanVelocityMmS,
          rmsMlMm: foot.cop.rmsMlMm,
          rmsApMm: foot.cop.rmsApMm,
          ellipse95Mm2: foot.cop.ellipse95Mm2,
        }
      : null,
    tripod: foot.tripod,
    regionsPct: foot.regionsPct,
    peakKpa: foot.peakKpa,
    archIndex: foot.archIndex,
    ...(foot.loss && { loss: { atS: foot.loss.atS, shiftMm: foot.loss.shiftMm } }),
  }
}
