import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  analysePressure,
  framesInMemory,
  type PressureWishes,
  type RecordingMeta,
  type RecordingTask,
} from '@sturvo/core/pressure'
import { referenceValues } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import {
  arbitraryPressureClient,
  contactShape,
  longGrid,
  pressureScene,
  printTruth,
  recordScene,
  regionTruth,
  squareGrid,
  squatLossesS,
  standTruth,
  stepTruth,
  twoFootGrid,
  usualPressureFaults,
  type PressureClient,
  type PressureScene,
} from '@sturvo/core/synthetic'

/**
 * Measures recordings whose truth is known and writes how far the results are off.
 * Run: npx tsx bench/pressureAccuracy.ts [clients; five recordings each] [--write]
 */
const clients = Number(process.argv[2] ?? 40)
const isWriting = process.argv.includes('--write')
const references = referenceValues()
const regionNames = ['heel', 'midfoot', 'forefoot', 'toes'] as const
const rateHz = 100

type Measure = { name: string; unit: string; goal: number; scale?: number }
const measures = {
  share: { name: 'share left/right', unit: 'of load', goal: 0.02 },
  given: { name: 'tripod share, landmarks given', unit: 'of load', goal: 0.03 },
  found: { name: 'tripod share, landmarks found', unit: 'of load', goal: 0.05 },
  copMean: { name: 'mean centre of pressure', unit: 'mm', goal: 2 },
  path: { name: 'path of the centre', unit: '%', goal: 8, scale: 100 },
  ellipse: { name: '95 % ellipse', unit: '%', goal: 12, scale: 100 },
  archIndex: { name: 'arch index', unit: '', goal: NaN },
  region: { name: 'share of a region, two feet', unit: 'points', goal: NaN },
  oneFoot: { name: 'share of a region, one foot', unit: 'points', goal: NaN },
  noToes: { name: 'share of a region, one foot, toes lifted', unit: 'points', goal: NaN },
  stance: { name: 'stance time', unit: 'ms', goal: 20, scale: 1000 },
  excursion: { name: 'centre-of-pressure excursion index', unit: 'points', goal: 2 },
  medialPeak: { name: 'inward turn, of stance', unit: 'points', goal: NaN },
  longStance: { name: 'long mat: stance time', unit: 'ms', goal: 20, scale: 1000 },
  longExcursion: { name: 'long mat: excursion index', unit: 'points', goal: 2 },
  loss: { name: 'squat: moment the foot is lost', unit: 's', goal: 0.15 },
} satisfies Record<string, Measure>
type Id = keyof typeof measures
const errors = Object.fromEntries(Object.keys(measures).map((id) => [id, [] as number[]])) as Record<
  Id,
  number[]
>
const counts = {
  recordings: 0,
  feet: 0,
  steps: 0,
  wrongSide: 0,
  lost: 0,
  lossFound: 0,
  keptFalse: 0,
  kept: 0,
  longSteps: 0,
  longFound: 0,
  longWrong: 0,
}

function note(id: Id, error: number) {
  errors[id].push(Math.abs(error) * ((measures[id] as Measure).scale ?? 1))
}

function analysed(
  scene: PressureScene,
  task: RecordingTask,
  seed: number,
  wishes: PressureWishes = {},
  side: RecordingMeta['side'] = 'both',
) {
  const meta: RecordingMeta = { ...scene.grid, rateHz, task, side }
  const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, seed)
  const outcome = analysePressure(framesInMemory(meta, timesS, kpa), references, wishes)
  if (!outcome.ok) throw new Error(`${task} ${seed}: ${outcome.problem.code}`)
  counts.recordings++
  return outcome.value
}

function stance(client: PressureClient, seed: number) {
  const scene = pressureScene(client, { task: 'stance', seconds: 20, seed, grid: twoFootGrid })
  const truth = standTruth(scene, rateHz)
  const both = truth.left!.loadN + truth.right!.loadN
  const landmarksOf = (side: (typeof sides)[number]) => {
    const { toMat, pointsFootMm } = scene.feet![side]
    return {
      heelMatMm: toMat(pointsFootMm.heel),
      m1MatMm: toMat(pointsFootMm.m1),
      m5MatMm: toMat(pointsFootMm.m5),
    }
  }
  const found = analysed(scene, 'stance', seed)
  const given = analysed(scene, 'stance', seed, {
    landmarks: { left: landmarksOf('left'), right: landmarksOf('right') },
  })
  counts.recordings--
  for (const side of sides) {
    const [foot, told, true_] = [found[side]!, given[side]!, truth[side]!]
    counts.feet++
    note('share', foot.share! - true_.loadN / both)
    const mean = foot.cop!.meanMm
    note('copMean', Math.hypot(mean.x - true_.copMeanMatMm.x, mean.y - true_.copMeanMatMm.y))
    note('path', foot.cop!.pathMm / true_.pathMm - 1)
    note('ellipse', foot.cop!.ellipse95Mm2 / true_.ellipseMm2 - 1)
    for (const leg of ['h', 'm1', 'm5'] as const) {
      note('found', foot.tripod[leg] - true_.tripod[leg])
      note('given', told.tripod[leg] - true_.tripod[leg])
    }
    const shape = client.shapes[side]
    const regions = regionTruth(scene, side, rateHz / 10)!
    for (const region of regionNames) note('region', foot.regionsPct[region] - regions[region])
    note('archIndex', foot.archIndex - printTruth(shape, contactShape(shape)).archIndex)
  }
}

/** One foot alone; every third client lifts all toes. */
function oneFoot(client: PressureClient, seed: number) {
  const side = sides[seed % 2]!
  const isLifting = seed % 3 === 0
  const standing = isLifting ? { ...client, toesLifted: [0, 1, 2, 3, 4] } : client
  const scene = pressureScene(standing, { task: 'single', side, seconds: 3, seed, grid: squareGrid })
  const truth = regionTruth(scene, side, rateHz / 10)!
  const found = analysed(scene, 'single', seed, {}, side)[side]!
  for (const region of regionNames)
    note(isLifting ? 'noToes' : 'oneFoot', found.regionsPct[region] - truth[region])
}

/** One to six steps along a long mat, slow or fast, the way turned by up to 15 degrees. */
function longWalk(client: PressureClient, seed: number) {
  const paces = [
    { overlapS: 0.18, stepMm: 420 },
    { overlapS: 0.1, stepMm: 500 },
    { overlapS: 0.03, stepMm: 580 },
  ]
  const along = {
    steps: 1 + (seed % 6),
    widthMm: 110,
    turnDeg: ((seed * 7) % 31) - 15,
    ...paces[seed % 3]!,
  }
  const grid = longGrid(along)
  const scene = pressureScene(client, { task: 'walk', seconds: 0, seed, grid, along })
  const { steps } = analysed(scene, 'walk', seed)
  counts.longSteps += along.steps
  for (const own of scene.steps) {
    const step = steps.find((s) => Math.abs(s.startS - own.startS) < 0.1)
    if (!step) continue
    counts.longFound++
    if (step.side !== own.side) counts.longWrong++
    const truth = stepTruth(client, own)
    note('longStance', step.stanceS - truth.stanceS)
    if (step.copExcursionPct !== undefined)
      note('longExcursion', step.copExcursionPct - truth.copExcursionPct)
  }
}

function squat(client: PressureClient, seed: number) {
  const reading = analysed(pressureScene(client, { task: 'squat', seconds: 19, seed }), 'squat', seed)
  for (const side of sides) {
    const truth = squatLossesS(client.squat, side)[0]
    const found = reading[side]?.loss
    if (truth === undefined) {
      counts.kept++
      if (found) counts.keptFalse++
    } else {
      counts.lost++
      if (!found) continue
      counts.lossFound++
      note('loss', found.atS - truth)
    }
  }
}

function walk(client: PressureClient, seed: number) {
  const scene = pressureScene(client, { task: 'walk', seconds: 0, seed, grid: squareGrid })
  for (const step of analysed(scene, 'walk', seed).steps) {
    const own = scene.steps.find((s) => Math.abs(s.startS - step.startS) < 0.3)
    if (!own) continue
    counts.steps++
    const truth = stepTruth(client, own)
    if (step.side !== own.side) counts.wrongSide++
    note('stance', step.stanceS - truth.stanceS)
    if (step.copExcursionPct !== undefined) note('excursion', step.copExcursionPct - truth.copExcursionPct)
    if (step.peakMedialAtPct !== undefined)
      note('medialPeak', step.peakMedialAtPct - client.walk[own.side].medialPeakAt * 100)
  }
}

for (let seed = 1; seed <= clients; seed++) {
  const client = arbitraryPressureClient(seed)
  stance(client, seed)
  // every fourth keeps the left foot
  squat(
    seed % 4 === 0
      ? {
          ...client,
          squat: { ...client.squat, lostAtPct: { left: 200, right: client.squat.lostAtPct.right } },
        }
      : client,
    seed,
  )
  walk(client, seed)
  oneFoot(client, seed)
  longWalk(client, seed)
}

const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? NaN
const lines = [
  '| measure | unit | n | median error | 95 % below | goal |',
  '| --- | --- | --- | --- | --- | --- |',
  ...(Object.keys(measures) as Id[]).map((id) => {
    const { name, unit, goal } = measures[id] as Measure
    const [mid, most] = [at(errors[id], 0.5), at(errors[id], 0.95)]
    const digits = most < 0.1 ? 4 : 2
    const met = Number.isNaN(goal) ? '' : `≤ ${goal} ${most <= goal ? 'met' : 'MISSED'}`
    return `| ${name} | ${unit} | ${errors[id].length} | ${mid.toFixed(digits)} | ${most.toFixed(digits)} | ${met} |`
  }),
]
const text = `# Accuracy under load

Measured on generated mat recordings with known truth; the generator shares no measuring code with what is measured.
Made by \`npx tsx bench/pressureAccuracy.ts ${clients} --write\`; the same every time.

${counts.recordings} recordings of ${clients} made-up clients (20 s of standing and three squats on two feet, 48 × 96 cells;
six walking steps on 64 × 64, 3 s on one foot, where every third client lifts all toes; one to six steps along a long mat,
slow and fast, the way turned by up to 15°; 7 mm, 100 Hz, 0.3 kPa noise, cells silent below 1 kPa). Errors are absolute; "median" and
"95 % below" over all feet, points or steps.

${lines.join('\n')}

Steps on the long mat found: ${counts.longFound} of ${counts.longSteps}; wrong side: ${counts.longWrong}.
Single steps found: ${counts.steps} of ${clients * 6}; wrong side: ${counts.wrongSide}. Feet lost in the squat: found on ${counts.lossFound} of ${counts.lost};
said to be lost though kept: ${counts.keptFalse} of ${counts.kept}. A foot lost so little that its load moves less than 4 mm inward is not told from sway.
`
console.log(text)
if (isWriting) writeFileSync(join(__dirname, '../docs/accuracy-load.md'), text)
