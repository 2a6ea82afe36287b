import { fitEdges, fitRegions, type FitReading } from '@sturvo/core/fit'
import type { References } from '@sturvo/core/reference'
import { sides, type BySide } from '@sturvo/core/side'
import { num, placeName, signed } from '@sturvo/words'

/** One line of the fit: what it says of a foot, and whether that is out of what is allowed. */
export type FitRow = { name: string; of: (fit: FitReading) => string; isOut?: (fit: FitReading) => boolean }

/** less than a printed tenth */
const leastMm = 0.05

/** Where either foot is wider than the shoe, region by region. */
export function overhangRows(fits: BySide<FitReading | undefined>, references: References): FitRow[] {
  const parts = fitRegions.flatMap((region) => fitEdges.map((edge) => ({ region, edge })))
  return parts
    .filter(({ region, edge }) =>
      sides.some((side) => (partOf(fits[side], region, edge)?.mostMm ?? 0) >= leastMm),
    )
    .map(({ region, edge }) => ({
      name: placeName({ region, edge }),
      of: (fit) => {
        const part = partOf(fit, region, edge)!
        if (part.isGuessed) return 'shoe not measured here'
        return part.mostMm < leastMm ? 'inside' : `${num(part.mostMm)} mm · ${num(part.areaMm2, 0)} mm²`
      },
      isOut: (fit) => {
        const part = partOf(fit, region, edge)!
        return !part.isGuessed && part.mostMm > references.fitOutsideMm
      },
    }))
}

/** Room, widths to spare, taper and push. */
export function roomRows(references: References): FitRow[] {
  return [
    {
      name: 'room in front of the longest toe',
      of: ({ roomMm, room }) => {
        if (roomMm === undefined) return 'length not known'
        return roomMm < 0 ? `none, ${num(-roomMm, 0)} mm outside` : `${num(roomMm, 0)} mm${roomText(room)}`
      },
      isOut: (fit) => fit.room === 'short',
    },
    {
      name: 'width to spare, ball',
      of: (fit) => margin(fit.ball),
      isOut: (fit) => (fit.ball?.allMm ?? 0) < -references.upperStretchMm,
    },
    { name: 'width to spare, toes', of: (fit) => margin(fit.toes) },
    {
      name: 'toe box leans in, inner · outer',
      of: ({ taper }) => (taper ? `${num(taper.innerDeg, 0)}° · ${num(taper.outerDeg, 0)}°` : '–'),
    },
    {
      name: 'pushes the big toe further',
      of: ({ push }) =>
        push ? `${num(push.extraDeg, 0)}° ± ${num(push.errorDeg, 0)}°, from ${num(push.standsDeg, 0)}°` : '–',
      isOut: (fit) => (fit.push?.extraDeg ?? 0) > references.pushCountsDeg,
    },
  ]
}

/** The same shoe over the foot with its spacers in. */
export function spacedRow(references: References): FitRow {
  const mostOf = (fit: FitReading) => Math.max(...fit.regions.map((region) => region.mostMm))
  return {
    name: 'with spacers',
    of: (fit) =>
      mostOf(fit) > references.fitOutsideMm ? `will not fit, ${num(mostOf(fit))} mm out` : 'fits',
    isOut: (fit) => mostOf(fit) > references.fitOutsideMm,
  }
}

function margin(m: FitReading['ball']): string {
  return m ? `${signed(m.allMm)} mm (inner ${signed(m.innerMm)}, outer ${signed(m.outerMm)})` : '–'
}

function partOf(fit: FitReading | undefined, region: string, edge: string) {
  return fit?.regions.find((part) => part.region === region && part.edge === edge)
}

function roomText(room: FitReading['room']): string {
  return room === 'short' ? ', short' : room === 'long' ? ', long' : ''
}
