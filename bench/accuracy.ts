import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { archMotion, archPosition, type ArchSeen } from '@sturvo/core/arch'
import { distanceToLine } from '@sturvo/core/geometry'
import { findSheet } from '@sturvo/core/image'
import {
  measurePhoto,
  mmPerPxAt,
  outlineAnchors,
  planeOf,
  viewLandmarks,
  type LandmarkId,
  type Landmarks,
  type PhotoView,
} from '@sturvo/core/photo'
import { referenceValues } from '@sturvo/core/reference'
import {
  arbitraryFoot,
  arbitrarySide,
  chanceFrom,
  innerScene,
  photoPicture,
  rearScene,
  topScene,
  type FootScene,
} from '@sturvo/core/synthetic'
import { refineLandmarks, traceOutline } from '@sturvo/core/trace'

/**
 * Measures photos whose truth is known, points placed by hand within ±1 mm, and writes how far the results are off.
 * Run: npx tsx bench/accuracy.ts [photos of each view] [--write]
 */
const photos = Number(process.argv[2] ?? 60)
const isWriting = process.argv.includes('--write')
const references = referenceValues()
const placedWithinMm = 1
const views: readonly PhotoView[] = ['top', 'gaps', 'spread', 'inner', 'rear']
const goals: Record<string, { name: string; goal: number; unit: string }> = {
  halluxAngle: { name: 'hallux angle', goal: 2, unit: '°' },
  fifthToeAngle: { name: 'fifth-toe angle', goal: NaN, unit: '°' },
  footLength: { name: 'foot length', goal: 1.5, unit: '%' },
  truncatedLength: { name: 'truncated length', goal: 1.5, unit: '%' },
  ballWidth: { name: 'ball width', goal: 2, unit: 'mm' },
  heelWidth: { name: 'heel width', goal: 2, unit: 'mm' },
  gapRest: { name: 'toe gaps at rest', goal: 1, unit: 'mm' },
  gapSpread: { name: 'toe gaps spread', goal: 1, unit: 'mm' },
  navicularStand: { name: 'navicular height', goal: NaN, unit: 'mm' },
  dorsumStand: { name: 'dorsum height', goal: NaN, unit: 'mm' },
  heelRest: { name: 'heel angle', goal: 1.5, unit: '°' },
  legLine: { name: 'lower-leg line', goal: NaN, unit: '°' },
  trace: { name: 'traced outline to the true one', goal: 1, unit: 'mm' },
}

type Errors = Map<string, number[]>
const add = (errors: Errors, key: string, value: number) => {
  const list = errors.get(key) ?? []
  list.push(Math.abs(value))
  errors.set(key, list)
}

function sceneOf(view: PhotoView, seed: number): FootScene {
  const foot = arbitraryFoot(seed)
  if (view === 'inner') return innerScene(arbitrarySide(seed, foot))
  if (view === 'rear') return rearScene(arbitrarySide(seed, foot))
  return view === 'spread' ? topScene({ ...foot, toeGapMm: 7 }, 'spread') : topScene(foot, 'top')
}

/** The generator's names of true values as the measures name them. */
function truthOf(scene: FootScene, view: PhotoView): Record<string, number> {
  return Object.fromEntries(
    Object.entries(scene.truth).map(([key, value]) => {
      if (key.startsWith('gap'))
        return [`${view === 'spread' ? 'gapSpread' : 'gapRest'}${key.slice(3)}`, value]
      return [key === 'navicular' || key === 'dorsum' ? `${key}Stand` : key, value]
    }),
  )
}

const sheets = { tried: 0, sure: 0, wrongSilent: 0 }
const residuals: number[] = []
const byHand: Errors = new Map()
const snapped: Errors = new Map()
for (const view of views)
  for (let seed = 1; seed <= photos; seed++) {
    const scene = sceneOf(view, seed)
    const photo = photoPicture(scene, { seed, tiltDeg: 25, sizePx: 1000 })
    sheets.tried++
    const sheet = findSheet(photo.image)
    if (!sheet?.isSure) continue
    sheets.sure++
    residuals.push(sheet.residualPx)
    const toPlane = planeOf({
      from: 'sheet',
      sheet: 'a4',
      corners: sheet.cornersImagePx,
    })
    const worst = Math.max(
      ...sheet.cornersImagePx.map((c) =>
        Math.min(...photo.cornersImagePx.map((t) => Math.hypot(c.x - t.x, c.y - t.y))),
      ),
    )
    if (worst * mmPerPxAt(toPlane, sheet.cornersImagePx[0]!) > 3) sheets.wrongSilent++
    const chance = chanceFrom(seed * 13 + 5)
    const placed: Landmarks = {}
    for (const id of viewLandmarks[view] as readonly LandmarkId[]) {
      const p = photo.landmarksImagePx[id]
      if (!p) throw new Error(`the generator knows no ${id}`)
      const angle = chance.between(0, 2 * Math.PI)
      const r = (Math.sqrt(chance.unit()) * placedWithinMm) / mmPerPxAt(toPlane, p)
      placed[id] = { x: p.x + r * Math.cos(angle), y: p.y + r * Math.sin(angle) }
    }
    const refined = refineLandmarks(photo.image, placed, (p) => mmPerPxAt(toPlane, p), references)
    const truth = truthOf(scene, view)
    for (const [errors, landmarksImagePx] of [
      [byHand, placed],
      [snapped, refined],
    ] as const) {
      const measured = measurePhoto({ view, side: scene.side, landmarksImagePx }, toPlane)
      for (const [key, value] of Object.entries(measured)) {
        const t = truth[key]
        if (t === undefined) continue
        const name = key.replace(/\d$/, '')
        add(errors, name, key.endsWith('Length') ? ((value - t) / t) * 100 : value - t)
      }
    }
    if (view !== 'top') continue
    const path = traceOutline(
      photo.image,
      outlineAnchors.map((id) => refined[id]).filter((p) => p !== undefined),
    )
    for (let i = 0; i < path.length; i += 5)
      add(
        snapped,
        'trace',
        distanceToLine(path[i]!, photo.outlineImagePx, true) * mmPerPxAt(toPlane, path[i]!),
      )
  }

const at = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!
const show = (value: number | undefined) => (value === undefined ? '' : value.toFixed(2))
const rows = Object.entries(goals).map(([key, { name, goal, unit }]) => {
  const own = snapped.get(key) ?? []
  const raw = byHand.get(key)
  const p95 = at(own, 0.95)
  const verdict = Number.isNaN(goal) ? '' : p95 <= goal ? `≤ ${goal} met` : `≤ ${goal} MISSED`
  return `| ${name} | ${unit} | ${own.length} | ${show(at(own, 0.5))} | ${show(p95)} | ${raw ? show(at(raw, 0.95)) : ''} | ${verdict} |`
})

/** Feet with true z drawn from the population, indices with the errors of the table: does 0.8 mean 80 %? */
function reliability(drawn: 'evenly' | 'from the population'): string[] {
  const chance = chanceFrom(77)
  const normal = () =>
    Math.sqrt(-2 * Math.log(Math.max(1e-12, chance.unit()))) * Math.cos(2 * Math.PI * chance.unit())
  const bins = [0.4, 0.5, 0.6, 0.7, 0.75, 0.85, 0.9, 0.95, 1.0001]
  const r = references
  const seenWords: [ArchSeen, number][] = [
    ['none', r.seenNone],
    ['some', r.seenSome],
    ['clear', r.seenClear],
    ['tall', r.seenTall],
  ]
  const tallies = {
    position: new Map<number, [number, number]>(),
    motion: new Map<number, [number, number]>(),
  }
  const note = (of: keyof typeof tallies, chanceOfBest: number, isRight: boolean) => {
    const bin = bins.findIndex((edge) => chanceOfBest < edge)
    const [n, right] = tallies[of].get(bin) ?? [0, 0]
    tallies[of].set(bin, [n + 1, right + (isRight ? 1 : 0)])
  }
  const feet = 40_000
  for (let i = 0; i < feet; i++) {
    // evenly: every class has feet near its limits; from the population: most feet are middle ones
    const z = drawn === 'evenly' ? chance.between(-2.6, 2.6) : normal()
    const truncatedLengthMm = 183
    const seenZ = z + normal() * r.zErrorSeen
    const position = archPosition(
      {
        truncatedLengthMm,
        ...(chance.unit() < 0.5
          ? { dorsumStandMm: (r.ahiStandMean + (z + normal() * r.zErrorAhi) * r.ahiSd) * truncatedLengthMm }
          : {}),
        ...(chance.unit() < 0.7
          ? { navicularStandMm: (r.nnhMean + (z + normal() * r.zErrorNnh) * r.nnhSd) * truncatedLengthMm }
          : {}),
        ...(chance.unit() < 0.7
          ? { archIndex: r.archIndexMean - (z + normal() * r.zErrorArchIndex) * r.archIndexSd }
          : {}),
        ...(chance.unit() < 0.4
          ? { seen: seenWords.reduce((a, b) => (Math.abs(b[1] - seenZ) < Math.abs(a[1] - seenZ) ? b : a))[0] }
          : {}),
      },
      r,
    )
    if (position) {
      const truth = z <= r.positionLow ? 'low' : z >= r.positionHigh ? 'high' : 'middle'
      note('position', position.chances[position.kind], position.kind === truth)
    }
    const travel = drawn === 'evenly' ? chance.between(0, 15) : Math.max(0, 7 + normal() * 3)
    const sitMm = 44 + normal() * r.semNavicularMm
    const standMm = 44 - travel + normal() * r.semNavicularMm
    const motion = archMotion({ sitMm, standMm }, r.travelFootMm, r)
    if (motion.motion && motion.kind) {
      const truth = travel < r.travelLittleMm ? 'little' : travel > r.travelMuchMm ? 'much' : 'usual'
      note('motion', motion.motion[motion.kind], motion.kind === truth)
    }
  }
  return (['position', 'motion'] as const).flatMap((of) =>
    [...tallies[of]]
      .sort((a, b) => a[0] - b[0])
      .map(([bin, [n, right]]) => {
        const low = bin === 0 ? 0 : bins[bin - 1]!
        return `| ${drawn} | ${of} | ${low.toFixed(2)} to ${Math.min(1, bins[bin]!).toFixed(2)} | ${n} | ${((right / n) * 100).toFixed(0)} % |`
      }),
  )
}

const text = `# Accuracy

Measured on generated photos with known truth; the generator shares no measuring code with what is measured. Made by
\`npx tsx bench/accuracy.ts ${photos} --write\`; the same every time.

## Photos

${photos} photos of each of five views (${views.join(', ')}), 1000 pixels, camera slanted up to 25°, four grounds, five skin
tones, uneven light, shadows, grain. Points placed by hand within ±${placedWithinMm} mm of the truth, then snapped.

| measure | unit | n | median error | 95 % below | without snapping, 95 % below | goal |
| --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}

## The sheet

Corners found by themselves, and said to be sure, on ${sheets.sure} of ${sheets.tried} photos (${((sheets.sure / sheets.tried) * 100).toFixed(1)} %, goal 95 %).
On the others the room asks for the corners. Wrong by more than 3 mm and yet said to be sure: ${sheets.wrongSilent}.
Edges lie straight to ${show(at(residuals, 0.5))} pixels (median), ${show(at(residuals, 0.95))} (95 %).

## Are the chances true?

Twice 40,000 generated feet, indices with the errors of the reference table; among feet told a class with a chance in the
interval, so many were in that class. At about 0.8 it should be 75 to 85 %.

| feet drawn | class | told chance | feet | right |
| --- | --- | --- | --- | --- |
${[...reliability('evenly'), ...reliability('from the population')].join('\n')}
`
process.stdout.write(text)
if (isWriting) writeFileSync(join(__dirname, '..', 'docs', 'accuracy.md'), text)
