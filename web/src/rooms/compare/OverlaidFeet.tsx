import { svgPath } from '@sturvo/core/drawing'
import { footOutline, footShapeOf } from '@sturvo/core/footShape'
import { isCarried } from '@sturvo/core/overTime'
import { copOf, tripodPoints } from '@sturvo/core/tripod'
import { sides, type Side } from '@sturvo/core/side'
import { photoOf, printOf } from '@sturvo/schema'
import { footToMat, matSizeMm, outerSign } from '../../mat/matFrame'
import { TripodDiscs } from '../../mat/TripodDiscs'
import type { DatedVisit } from '../../parts/useDatedReading'
import classes from './Compare.module.css'

export const compareLayers = ['outline', 'print', 'arch', 'tripod', 'toes'] as const
export type CompareLayer = (typeof compareLayers)[number]
export const layerName: Record<CompareLayer, string> = {
  outline: 'Outline',
  print: 'Print',
  arch: 'Arch ladder',
  tripod: 'Tripod and load centre',
  toes: 'Toes',
}
/** both at once, one of them, or the later one from a part of the width on */
export type Showing = 'both' | 'before' | 'after' | number

type Props = {
  before: DatedVisit
  after: DatedVisit
  layers: readonly CompareLayer[]
  showing: Showing
  points: 'heads' | 'pads'
}

// no names stand above the toes here
const cutMm = 48

/** Both feet of two days in one frame: before dashed and pale, after in full. */
export function OverlaidFeet({ before, after, layers, showing, points }: Props) {
  const { width, height } = matSizeMm
  const isSlid = typeof showing === 'number'
  const split = isSlid ? showing * width : 0
  return (
    <svg
      viewBox={`0 ${cutMm} ${width} ${height - cutMm}`}
      className={classes.drawing}
      role="img"
      aria-label="Both feet from above, toes up, left on the left: before dashed, after in full"
      data-showing={isSlid ? 'slide' : showing}
    >
      {isSlid && (
        <>
          <clipPath id="compare-before">
            <rect x={split} width={width - split} height={height} />
          </clipPath>
          <clipPath id="compare-after">
            <rect width={split} height={height} />
          </clipPath>
        </>
      )}
      {showing !== 'after' && (
        <g clipPath={isSlid ? 'url(#compare-before)' : undefined} data-visit="before">
          <FeetOf visit={before} layers={layers} points={points} isBefore />
        </g>
      )}
      {showing !== 'before' && (
        <g clipPath={isSlid ? 'url(#compare-after)' : undefined} data-visit="after">
          <FeetOf visit={after} layers={layers} points={points} isBefore={false} />
        </g>
      )}
      {layers.includes('arch') && <Ladders before={before} after={after} showing={showing} />}
      {isSlid && <path d={`M${split} 0V${height}`} stroke="var(--ink)" strokeWidth="1" />}
      <g fontSize="11" fontWeight="700">
        <text x="16" y={height - 12} fill="var(--left)">
          ● left
        </text>
        <text x={width - 16} y={height - 12} textAnchor="end" fill="var(--right)">
          right ■
        </text>
      </g>
    </svg>
  )
}

function FeetOf({
  visit,
  layers,
  points,
  isBefore,
}: {
  visit: DatedVisit
  layers: readonly CompareLayer[]
  points: 'heads' | 'pads'
  isBefore: boolean
}) {
  const { facts, reading } = visit
  const { fields } = visit.visit
  return sides.map((side) => {
    const shape = footShapeOf({
      side,
      foot: facts.feet[side],
      print: facts.prints[side],
      ballWidthMm: reading.look[side].ballWidthMm,
    })
    const outline = photoOf(fields, 'top', side)?.outlineFootMm ?? footOutline(shape).outlineFootMm
    const print = printOf(fields, side)
    const tripod = isCarried(facts, 'shareHeel', side) ? undefined : reading.load.tripods[side]
    const tri = tripodPoints(shape, points)
    const stroke = isBefore ? 'var(--soft)' : `var(--${side})`
    const dash = isBefore ? '5 3' : undefined
    const gaps = ([1, 2, 3, 4] as const).map((n) =>
      isCarried(facts, `gapSpread${n}`, side) ? undefined : facts.feet[side].numbers[`gapSpread${n}`],
    )
    const label = footToMat({ x: -shape.ballWidthMm * 0.62, y: shape.lengthMm * 0.9 }, side)
    return (
      <g key={side} data-foot={side}>
        {layers.includes('outline') && (
          <path
            d={svgPath(outline.map((p) => footToMat(p, side)))}
            fill={isBefore ? 'none' : 'var(--skin)'}
            fillOpacity="0.5"
            stroke={stroke}
            strokeWidth="1.4"
            strokeDasharray={dash}
          />
        )}
        {layers.includes('print') && print && (
          <path
            d={print.measures.ringsFootMm
              .map((ring) => svgPath(ring.map((p) => footToMat(p, side))))
              .join('')}
            fillRule="evenodd"
            fill={isBefore ? 'none' : 'var(--print)'}
            fillOpacity="0.6"
            stroke={isBefore ? 'var(--soft)' : 'var(--printDeep)'}
            strokeWidth="1"
            strokeDasharray={isBefore ? '2.5 2' : undefined}
          />
        )}
        {layers.includes('tripod') && tripod && (
          <g style={{ color: stroke }} opacity={isBefore ? 0.75 : 1}>
            <TripodDiscs
              at={{
                h: footToMat(tri.heelFootMm, side),
                m1: footToMat(tri.m1FootMm, side),
                m5: footToMat(tri.m5FootMm, side),
              }}
              shares={tripod.shares}
              cop={footToMat(copOf(tri, tripod.shares), side)}
              discMm={22}
              fontSize={isBefore ? 0.01 : 10}
            />
          </g>
        )}
        {layers.includes('toes') && gaps.some((gap) => gap !== undefined) && (
          <text
            x={label.x + outerSign[side] * 6}
            y={label.y + (isBefore ? 0 : 13)}
            textAnchor={side === 'left' ? 'end' : 'start'}
            fontSize="10"
            fill={stroke}
          >
            {isBefore ? 'gaps before' : 'gaps after'} {gaps.map((gap) => gap ?? '–').join(' · ')} mm
          </text>
        )}
      </g>
    )
  })
}

const rungs = [
  ['navicularSit', 'sit'],
  ['navicularActive', 'lifts'],
  ['navicularStand', 'stand'],
  ['navicularSingle', 'one leg'],
] as const
const [ladderTop, ladderFoot] = [96, 284]
const railOuter = 40 // from the edge of the drawing
const railApart = 40
const labelApart = 12

/** The heights of both days on one scale, outside of each foot; a line leads from before to after. */
function Ladders({ before, after, showing }: { before: DatedVisit; after: DatedVisit; showing: Showing }) {
  const heightOf = ({ facts }: DatedVisit, side: Side, id: (typeof rungs)[number][0]) =>
    isCarried(facts, id, side) ? undefined : facts.feet[side].numbers[id]
  const all = [before, after].flatMap((visit) =>
    sides.flatMap((side) => rungs.map(([id]) => heightOf(visit, side, id)).filter((v) => v !== undefined)),
  )
  if (all.length === 0) return null
  const [low, high] = [Math.min(...all) - 2, Math.max(...all) + 2]
  const y = (mm: number) => ladderFoot - ((mm - low) / (high - low)) * (ladderFoot - ladderTop)
  return (
    <g fontSize="10">
      {sides.map((side) => {
        const inward = -outerSign[side]
        const edge = side === 'left' ? railOuter : matSizeMm.width - railOuter
        const [was, is] = [edge, edge + inward * railApart]
        const own = rungs.flatMap(([id, word]) => {
          const [a, b] = [heightOf(before, side, id), heightOf(after, side, id)]
          return a === undefined && b === undefined ? [] : [{ id, word, a, b, y: y(b ?? a!) }]
        })
        return (
          <g key={side} data-ladder={side}>
            {apart(own).map(({ id, word, a, b, labelY }) => (
              <g key={id}>
                {a !== undefined && showing !== 'after' && (
                  <path
                    d={`M${was - 7} ${y(a)}h14`}
                    stroke="var(--soft)"
                    strokeWidth="2"
                    strokeDasharray="3 2"
                  />
                )}
                {a !== undefined && b !== undefined && (
                  <path
                    d={`M${was + inward * 8} ${y(a)}L${is - inward * 8} ${y(b)}`}
                    stroke="var(--soft)"
                    strokeWidth="0.7"
                  />
                )}
                {b !== undefined && showing !== 'before' && (
                  <path d={`M${is - 7} ${y(b)}h14`} stroke={`var(--${side})`} strokeWidth="2.4" />
                )}
                <text
                  x={is + inward * 12}
                  y={labelY + 3}
                  textAnchor={side === 'left' ? 'start' : 'end'}
                  fill="var(--ink)"
                >
                  {word} {[a, b].map((mm) => (mm === undefined ? '–' : Math.round(mm * 10) / 10)).join(' → ')}
                </text>
              </g>
            ))}
            <text x={is} y={ladderTop - 14} textAnchor={side === 'left' ? 'start' : 'end'} fill="var(--soft)">
              arch heights, mm
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** Moves labels apart where rungs lie close; the rungs stay where they are. */
function apart<T extends { y: number }>(own: readonly T[]): (T & { labelY: number })[] {
  let lowest = -Infinity
  return [...own]
    .sort((a, b) => a.y - b.y)
    .map((rung) => {
      lowest = Math.max(rung.y, lowest + labelApart)
      return { ...rung, labelY: lowest }
    })
}
