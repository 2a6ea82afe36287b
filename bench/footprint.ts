import { cpus, totalmem } from 'node:os'
import { readFootprint } from '@sturvo/core/footprint'
import {
  closeMask,
  histogramOf,
  labelRuns,
  luminance,
  openMask,
  otsu,
  thresholdMask,
  type RasterImage,
} from '@sturvo/core/image'
import { referenceValues } from '@sturvo/core/reference'
import { neutralFoot } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import { loadPeer, type Peer } from './openCvPeer'

const rounds = 9
const mmPerPx = 0.082
const references = referenceValues()

/** Otsu, open and close 5 × 5, components with stats: the stages both sides have, at full size, on ours. */
function ourStages(image: RasterImage): number {
  const grey = luminance(image, 1)
  const mask = thresholdMask(grey, otsu(histogramOf(grey)).threshold, true)
  return labelRuns(closeMask(openMask(mask, 2), 2), 8).components.length
}

function timed(job: () => unknown): number {
  const began = performance.now()
  job()
  return performance.now() - began
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!

async function main(): Promise<void> {
  const { image } = printPicture(
    { ...neutralFoot, side: 'left' },
    { seed: 3, mmPerPx, marginMm: 66, turnDeg: 5 },
  )
  const megapixels = (image.widthPx * image.heightPx) / 1e6
  const pipeline = () => {
    const outcome = readFootprint(image, mmPerPx, references)
    if (!outcome.ok) throw new Error(outcome.problem.code)
  }
  pipeline()
  const alone: number[] = []
  for (let i = 0; i < rounds; i++) alone.push(timed(pipeline))
  const memoryMb = process.memoryUsage().rss / 2 ** 20

  const peer: Peer = await loadPeer(image)
  peer.stages()
  ourStages(image)
  const whole: number[] = []
  const stages: number[] = []
  const theirs: number[] = []
  // taken in turn, so that a busy machine slows all of them alike
  for (let i = 0; i < rounds; i++) {
    theirs.push(timed(peer.stages))
    whole.push(timed(pipeline))
    stages.push(timed(() => ourStages(image)))
  }
  peer.free()
  const peerMs = median(theirs)
  const row = (name: string, ms: number) =>
    console.log(`${name.padEnd(46)} ${ms.toFixed(0).padStart(6)} ms   ${(ms / peerMs).toFixed(2)} × peer`)
  console.log(`${image.widthPx} × ${image.heightPx} = ${megapixels.toFixed(1)} MP, ${rounds} rounds, medians`)
  console.log(
    `${cpus()[0]?.model ?? 'unknown'}, ${cpus().length} cores, ${(totalmem() / 2 ** 30).toFixed(0)} GiB, Node ${process.version}`,
  )
  row('whole pipeline, pixels to measures', median(whole))
  row('our Otsu, open, close, components, full size', median(stages))
  row('OpenCV in JavaScript, the same stages', peerMs)
  console.log(
    `whole pipeline before the peer was loaded: ${median(alone).toFixed(0)} ms; memory of the process then: ${memoryMb.toFixed(0)} MB`,
  )
  const isWithin = median(whole) <= 600 && median(whole) <= peerMs && memoryMb <= 350
  console.log(
    isWithin
      ? 'within the limits: 600 ms, 1.0 × peer, 350 MB'
      : 'NOT within the limits: 600 ms, 1.0 × peer, 350 MB',
  )
  process.exitCode = isWithin ? 0 : 1
}

void main()
