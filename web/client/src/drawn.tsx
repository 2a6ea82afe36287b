import { createContext, useContext, useId } from 'react'
import type { PainPlace } from '@sturvo/core/followup'
import { sides, type Side } from '@sturvo/core/side'
import type { ClientFigures, ClientPlan } from '@sturvo/schema'
import { FigurePaths } from '../../src/parts/FigurePaths'
import { words } from './words'

export type DrawnFeet = ClientPlan['feet']

const FeetContext = createContext<DrawnFeet | undefined>(undefined)
/** The feet come with the plan. */
export const FeetProvider = FeetContext.Provider
function useFeet(): DrawnFeet {
  const feet = useContext(FeetContext)
  if (!feet) throw new Error('drawn outside of FeetProvider')
  return feet
}

const margin = 6
const viewOf = ({ left, right, top, bottom }: DrawnFeet[Side]) =>
  `${left - margin} ${top - margin} ${right - left + 2 * margin} ${bottom - top + 2 * margin}`

/** A footprint that fills from the heel to the toes. @param share 0 to 1 */
export function FillingPrint({
  side,
  share,
  isSmall = false,
}: {
  side: Side
  share: number
  isSmall?: boolean
}) {
  const clip = useId()
  const box = useFeet()[side]
  const height = (box.bottom - box.top) * Math.min(1, Math.max(0, share))
  return (
    <svg viewBox={viewOf(box)} className={isSmall ? 'small-print' : 'print'} aria-hidden="true">
      <clipPath id={clip}>
        <rect x={box.left} y={box.bottom - height} width={box.right - box.left} height={height} />
      </clipPath>
      <path d={box.path} fill="var(--grid)" />
      <path d={box.path} fill={`var(--${side})`} clipPath={`url(#${clip})`} />
      <path d={box.path} fill="none" stroke={`var(--${side})`} strokeWidth={isSmall ? 7 : 2.5} />
    </svg>
  )
}

const FiguresContext = createContext<ClientFigures['figures']>({})
/** The pictures come after the plan. */
export const FiguresProvider = FiguresContext.Provider

/** A drill as it is done, mirrored for the other side. */
export function DrillPicture({
  id,
  side,
  frame = 0,
}: {
  id: string
  side: Side | undefined
  frame?: number
}) {
  const figure = useContext(FiguresContext)[id]
  // its place stays, so that nothing jumps when it comes
  if (!figure) return <div className="figure" />
  const shown = figure.frames[Math.min(frame, figure.frames.length - 1)] ?? []
  const isMirrored = side !== undefined && side !== figure.shows
  const [x = 0, y = 0, width = 0, height = 0] = figure.box.split(' ').map(Number)
  const box = isMirrored ? `${-(x + width)} ${y} ${width} ${height}` : figure.box
  return (
    <svg viewBox={box} className="figure" role="img" aria-label={figure.title}>
      <g transform={isMirrored ? 'scale(-1 1)' : undefined}>
        <FigurePaths paths={shown} />
      </g>
    </svg>
  )
}

const zones = ['heel', 'middle', 'ball', 'toes'] as const
const zoneOf = (along: number) => zones[along < 0.3 ? 0 : along < 0.6 ? 1 : along < 0.8 ? 2 : 3]

/** Where it hurt: both feet from above, left on the left. By keyboard and screen reader as buttons by zone. */
export function FootTap({
  places,
  onTap,
}: {
  places: readonly PainPlace[]
  onTap: (place: PainPlace) => void
}) {
  const feet = useFeet()
  return (
    <div className="feet">
      {sides.map((side) => {
        const box = feet[side]
        const placed = (p: PainPlace) => {
          const inner = side === 'left' ? box.right : box.left
          const outer = side === 'left' ? box.left : box.right
          return { cx: inner + p.across * (outer - inner), cy: box.bottom - p.along * (box.bottom - box.top) }
        }
        return (
          <div key={side}>
            <p>{side === 'left' ? words.leftFoot : words.rightFoot}</p>
            <svg
              viewBox={viewOf(box)}
              aria-hidden="true"
              data-foot={side}
              onPointerDown={(event) => {
                const rect = event.currentTarget.getBoundingClientRect()
                const [x = 0, y = 0, width = 1, height = 1] = viewOf(box).split(' ').map(Number)
                const px = x + ((event.clientX - rect.left) / rect.width) * width
                const py = y + ((event.clientY - rect.top) / rect.height) * height
                const share = (px - box.left) / (box.right - box.left)
                const across = side === 'left' ? 1 - share : share
                const along = (box.bottom - py) / (box.bottom - box.top)
                const within = (v: number) => Math.round(Math.min(1, Math.max(0, v)) * 1000) / 1000
                onTap({ side, across: within(across), along: within(along) })
              }}
            >
              <path d={box.path} fill="var(--skin)" stroke="var(--ink)" strokeWidth="1.6" />
              <g fill="none" stroke="var(--soft)" strokeWidth="0.8">
                {[...box.nails, ...box.creases].map((d) => (
                  <path key={d} d={d} />
                ))}
              </g>
              {places
                .filter((p) => p.side === side)
                .map((p, i) => (
                  <circle
                    key={i}
                    {...placed(p)}
                    r="9"
                    fill="var(--oxide)"
                    fillOpacity="0.75"
                    stroke="var(--sheet)"
                    strokeWidth="2"
                  />
                ))}
            </svg>
            <div className="zones">
              {zones.map((zone, i) => (
                <button
                  key={zone}
                  type="button"
                  aria-pressed={places.some((p) => p.side === side && zoneOf(p.along) === zone)}
                  aria-label={words.place(side, words.parts[zone])}
                  onClick={() => onTap({ side, across: 0.5, along: [0.12, 0.45, 0.7, 0.92][i]! })}
                >
                  {words.parts[zone]}
                </button>
              ))}
            </div>
          </div>
        )
      })}
    </div>
  )
}
