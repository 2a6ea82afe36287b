import { isCarried, semOf } from '@sturvo/core/overTime'
import type { TripodShares } from '@sturvo/core/tripod'
import { sides } from '@sturvo/core/side'
import type { DatedVisit } from '../../parts/useDatedReading'
import classes from './Compare.module.css'

const size = 190
const edge = 130
const tall = edge * Math.sin(Math.PI / 3)
const [leftX, top] = [(size - edge) / 2, 26]
/** Corners: both balls above, the heel below. What stands for the big toe lies inside of each foot. */
const corner = (side: 'left' | 'right') => ({
  m5: { x: side === 'left' ? leftX : leftX + edge, y: top },
  m1: { x: side === 'left' ? leftX + edge : leftX, y: top },
  h: { x: size / 2, y: top + tall },
})

/** Where the load of each foot lies between its three points, on both days, with the error of measuring. */
export function ShareSpace({ before, after }: { before: DatedVisit; after: DatedVisit }) {
  const any = sides.some((side) => before.reading.load.tripods[side] ?? after.reading.load.tripods[side])
  if (!any) return null
  const r = after.references
  const errorOf = (method: string | undefined) => r.changeReal * r[semOf('semTripodShare', method)]
  return (
    <figure className={classes.figure}>
      <svg
        viewBox={`0 0 ${size * 2} ${size}`}
        role="img"
        aria-label="Shares of load between heel and both balls, before and after"
        className={classes.small}
      >
        {sides.map((side, i) => {
          const at = corner(side)
          const place = ({ h, m1, m5 }: TripodShares) => ({
            x: h * at.h.x + m1 * at.m1.x + m5 * at.m5.x,
            y: h * at.h.y + m1 * at.m1.y + m5 * at.m5.y,
          })
          const [was, is] = [before, after].map((visit) =>
            isCarried(visit.facts, 'shareHeel', side) ? undefined : visit.reading.load.tripods[side],
          )
          const isSame = was?.method === is?.method
          return (
            <g key={side} transform={`translate(${i * size} 0)`} data-share-space={side} fontSize="11">
              <path
                d={`M${at.m5.x} ${at.m5.y}L${at.m1.x} ${at.m1.y}L${at.h.x} ${at.h.y}Z`}
                fill="var(--panel)"
                stroke="var(--line)"
              />
              <text x={at.m1.x} y={at.m1.y - 6} textAnchor="middle" fill="var(--soft)">
                big-toe ball
              </text>
              <text x={at.m5.x} y={at.m5.y - 6} textAnchor="middle" fill="var(--soft)">
                little toe
              </text>
              <text x={at.h.x} y={at.h.y + 15} textAnchor="middle" fill={`var(--${side})`} fontWeight="700">
                heel, {side}
              </text>
              {was && (
                <circle
                  cx={place(was.shares).x}
                  cy={place(was.shares).y}
                  r={errorOf(was.method) * edge}
                  fill="none"
                  stroke="var(--soft)"
                  strokeDasharray="3 2"
                />
              )}
              {is && (
                <circle
                  cx={place(is.shares).x}
                  cy={place(is.shares).y}
                  r={errorOf(is.method) * edge}
                  fill={`var(--${side}Pale)`}
                  fillOpacity="0.6"
                  stroke={`var(--${side})`}
                />
              )}
              {was && is && isSame && (
                <path
                  d={`M${place(was.shares).x} ${place(was.shares).y}L${place(is.shares).x} ${place(is.shares).y}`}
                  stroke="var(--ink)"
                />
              )}
              {was && <circle cx={place(was.shares).x} cy={place(was.shares).y} r="3" fill="var(--soft)" />}
              {is && (
                <circle cx={place(is.shares).x} cy={place(is.shares).y} r="3.5" fill={`var(--${side})`} />
              )}
            </g>
          )
        })}
      </svg>
      <figcaption className={classes.soft}>
        Load between the three points; the rings are the error of one measuring, 95 of 100.
      </figcaption>
    </figure>
  )
}
