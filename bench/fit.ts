import polygonClipping from 'polygon-clipping'
import { fitEdges, fitRegions, fitTable, fromShoe, readFit, type FitInput } from '@sturvo/core/fit'
import { crossingsAt, distanceToLine, isInside, polygonArea, type Point } from '@sturvo/core/geometry'
import { findSheet } from '@sturvo/core/image'
import { inOwnFrame } from '@sturvo/core/outline'
import { planeOf } from '@sturvo/core/photo'
import { referenceValues } from '@sturvo/core/reference'
import { footOutline } from '@sturvo/core/footShape'
import {
  arbitraryFoot,
  arbitraryInsole,
  insoleAnchors,
  insoleOutline,
  insoleScene,
  photoPicture,
} from '@sturvo/core/synthetic'
import { traceOutline } from '@sturvo/core/trace'

/**
 * Fit of a foot over a shoe: truth against exact polygons on 500 made-up pairs, insoles traced on 60 made-up photos, and
 * the time of one evaluation against one call of the clipping library. Run: npx tsx bench/fit.ts
 */
const references = referenceValues()
type Ring = [number, number][]
const ring = (points: readonly Point[]): Ring => points.map((p) => [p.x, p.y])
const points = (r: readonly (readonly [number, number])[]): Point[] => r.map(([x, y]) => ({ x, y }))
const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)]!
const say = (line: string) => process.stdout.write(`${line}\n`)
const inputOf = (foot: Point[], insole: Point[]): FitInput => ({
  foot: { outlineFootMm: foot, from: 'traced' },
  insole: { pointsMm: insole, from: 'photo', guessed: [] },
  stretchMm: 0,
  gapMm: 3,
  activity: 'walk',
})

function truth(): void {
  const shares = [0, references.fitHeelTo, references.fitWaistTo, references.fitBallTo, 1]
  const off = { most: [] as number[], area: [] as number[], room: [] as number[] }
  for (let seed = 1; seed <= 500; seed++) {
    const foot = footOutline(arbitraryFoot(seed)).outlineFootMm
    const insole = insoleOutline(arbitraryInsole(seed + 1000))
    const nudge = { xMm: (seed % 9) - 4, yMm: (seed % 5) - 2, turnDeg: (seed % 7) - 3 }
    const fit = readFit(fitTable(inputOf(foot, insole), references), references, nudge)
    const laid = insole.map(fromShoe(fit.placing))
    const l = Math.max(...foot.map((p) => p.y)) - Math.min(...foot.map((p) => p.y))
    const beyond = polygonClipping.difference([ring(foot)], [ring(laid)])
    let wanted = 0
    fitRegions.forEach((region, r) =>
      fitEdges.forEach((edge) => {
        const [left, right] = edge === 'inner' ? [0, 400] : [-400, 0]
        const [low, high] = [r === 0 ? -50 : shares[r]! * l, r === 3 ? 500 : shares[r + 1]! * l]
        const box: Ring = [
          [left, low],
          [right, low],
          [right, high],
          [left, high],
        ]
        const part = polygonClipping.intersection(beyond, [box])
        const most = Math.max(
          0,
          ...part.flatMap((s) =>
            points(s[0]!).map((p) => (isInside(p, laid) ? 0 : distanceToLine(p, laid, true))),
          ),
        )
        const own = fit.regions.find((p) => p.region === region && p.edge === edge)!
        off.most.push(Math.abs(own.mostMm - most))
        wanted += part.reduce(
          (sum, s) => sum + s.reduce((a, hole, i) => a + (i === 0 ? 1 : -1) * polygonArea(points(hole)), 0),
          0,
        )
      }),
    )
    const all = fit.regions.reduce((sum, p) => sum + p.areaMm2, 0)
    // of less than 20 mm² a part in a hundred is less than anybody can see
    if (wanted > 20) off.area.push(Math.abs(all - wanted) / wanted)
    const tip = fit.longestToeFootMm
    const room = isInside(tip, laid)
      ? Math.min(
          ...crossingsAt(
            laid.map((p) => ({ x: p.y, y: p.x })),
            tip.x,
          ).filter((y) => y > tip.y),
        ) - tip.y
      : -distanceToLine(tip, laid, true)
    off.room.push(Math.abs(fit.roomMm! - room))
  }
  say('500 made-up pairs against exact polygons                worst     95 %    goal')
  say(
    `greatest distance, mm (8 regions each)             ${at(off.most, 0.99999).toFixed(3).padStart(10)} ${at(off.most, 0.95).toFixed(3).padStart(8)}    0.5`,
  )
  say(
    `area, %                                            ${(100 * at(off.area, 0.99999)).toFixed(3).padStart(10)} ${(100 * at(off.area, 0.95)).toFixed(3).padStart(8)}    1`,
  )
  say(
    `room in front, mm                                  ${at(off.room, 0.99999).toFixed(3).padStart(10)} ${at(off.room, 0.95).toFixed(3).padStart(8)}    0.5`,
  )
}

function traces(): void {
  const off: number[] = []
  let unsure = 0
  for (let seed = 1; seed <= 60; seed++) {
    const insole = arbitraryInsole(seed)
    const photo = photoPicture(insoleScene(insole), { seed, sizePx: 1300, tiltDeg: 9 })
    const sheet = findSheet(photo.image)
    if (!sheet?.isSure) {
      unsure++
      continue
    }
    const toPlane = planeOf({ from: 'sheet', sheet: 'a4', corners: sheet.cornersImagePx })
    const anchors = insoleAnchors.map((id) => photo.landmarksImagePx[id]!)
    const traced = inOwnFrame(
      traceOutline(photo.image, anchors).map(toPlane),
      insole.side,
      'shoe',
      references,
    )
    const sign = insole.side === 'left' ? 1 : -1
    const own = inOwnFrame(
      insoleOutline(insole).map((p) => ({ x: p.x * sign, y: p.y })),
      insole.side,
      'shoe',
      references,
    )
    off.push(
      at(
        traced.map((p) => distanceToLine(p, own, true)),
        0.95,
      ),
    )
  }
  say(
    `insoles traced on ${off.length} photos (${unsure} without a sure sheet): 95 % of a line within ${at(off, 0.5).toFixed(2)} mm (median), ${at(off, 0.95).toFixed(2)} mm (95 % of photos); goal 1.5`,
  )
}

/** As many points as a traced line can have. */
function finely(line: readonly Point[], count: number): Point[] {
  const per = Math.ceil(count / line.length)
  return line.flatMap((a, i) => {
    const b = line[(i + 1) % line.length]!
    return Array.from({ length: per }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / per,
      y: a.y + ((b.y - a.y) * k) / per,
    }))
  })
}

function speed(): void {
  const foot = finely(footOutline(arbitraryFoot(7)).outlineFootMm, 2000)
  const insole = finely(insoleOutline(arbitraryInsole(8)), 2000)
  const table = fitTable(inputOf(foot, insole), references)
  const own: number[] = []
  const clip: number[] = []
  // in turn, so that both meet the same machine
  for (let i = 0; i < 80; i++) {
    const nudge = { xMm: 4 * Math.sin(i / 9), yMm: 2 * Math.cos(i / 7), turnDeg: Math.sin(i / 11) }
    let began = performance.now()
    const fit = readFit(table, references, nudge)
    own.push(performance.now() - began)
    const laid = insole.map(fromShoe(fit.placing))
    began = performance.now()
    polygonClipping.difference([ring(foot)], [ring(laid)])
    clip.push(performance.now() - began)
  }
  say(`outlines of ${foot.length} and ${insole.length} points`)
  say(
    `whole fit      median ${at(own, 0.5).toFixed(2)} ms, 95 % ${at(own, 0.95).toFixed(2)} ms (20 ms a frame at 50 fps, 5 ms of them at ×4)`,
  )
  say(`clipping alone median ${at(clip, 0.5).toFixed(2)} ms`)
  say(`ratio          ${(at(own, 0.5) / at(clip, 0.5)).toFixed(2)}`)
}

truth()
traces()
speed()
