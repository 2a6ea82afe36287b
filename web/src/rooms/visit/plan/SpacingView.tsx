import { svgPath } from '@sturvo/core/drawing'
import { footShapeOf, spacedToes, type FootShape } from '@sturvo/core/footShape'
import type { Point } from '@sturvo/core/geometry'
import { bySide, medialSignImage, sides } from '@sturvo/core/side'
import {
  gapWidthMm,
  openedMm,
  spacingStates,
  type GapPlan,
  type SpacingPlan,
  type SpacingState,
} from '@sturvo/core/spacing'
import { gapName, gapText, num, spacedShoeText, spacingLines } from '@sturvo/words'
import { useVisitReading } from '../visitContext'
import classes from './Spacing.module.css'

/** Spacers as a plan: which gaps, how wide, for how long, where, and when to stop. */
export function SpacingView({ plan }: { plan: SpacingPlan }) {
  const lines = spacingLines(plan)
  if (plan.use === 'notNow') return <p data-spacing="notNow">{lines[0]}</p>
  return (
    <div className={classes.spacing} data-spacing="start">
      <States plan={plan} />
      <table className={classes.gaps}>
        <caption className="unseen">
          Gaps between the toes: at rest, with the first spacer, and where it ends
        </caption>
        <thead>
          <tr>
            <th scope="col">Left</th>
            <th scope="col">Gap</th>
            <th scope="col">Right</th>
          </tr>
        </thead>
        <tbody>
          {plan.gaps.left.map((gap, i) => (
            <tr key={gap.gap} data-gap={gap.gap}>
              <td data-side="left" data-worn={gap.widthMm !== undefined}>
                {gapText(gap)}
              </td>
              <th scope="row">{gapName[gap.gap]}</th>
              <td data-side="right" data-worn={plan.gaps.right[i]!.widthMm !== undefined}>
                {gapText(plan.gaps.right[i]!)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <ul className={classes.lines}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {plan.shoes.length > 0 && (
        <ul className={classes.lines} aria-label="In which shoes">
          {plan.shoes.map((shoe) => (
            <li key={shoe.name} data-room={shoe.room}>
              {spacedShoeText(shoe)}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

const stateText: Record<SpacingState, string> = {
  now: 'now',
  first: 'with the first spacers',
  goal: 'goal',
}

/** This client's own toes from above, three times: now, with spacers, and the goal. */
function States({ plan }: { plan: Extract<SpacingPlan, { use: 'start' }> }) {
  const { facts, reading } = useVisitReading()
  const shapes = bySide((side) =>
    footShapeOf({
      side,
      foot: facts.feet[side],
      print: facts.prints[side],
      ballWidthMm: reading.look[side].ballWidthMm,
    }),
  )
  return (
    <div className={classes.states}>
      {spacingStates.map((state) => (
        <figure key={state} data-state={state}>
          <div className={classes.pair}>
            {sides.map((side) => (
              <Forefoot key={side} shape={shapes[side]} gaps={plan.gaps[side]} state={state} />
            ))}
          </div>
          <figcaption>{stateText[state]}, mm between the toes</figcaption>
        </figure>
      ))}
    </div>
  )
}

/** The front half of a foot, toes up, with wedges where spacers lie. */
function Forefoot({
  shape,
  gaps,
  state,
}: {
  shape: FootShape
  gaps: readonly GapPlan[]
  state: SpacingState
}) {
  const { side } = shape
  const drawn = spacedToes(
    shape,
    gaps.map((gap) => openedMm(gap, state)),
  )
  const sign = medialSignImage(side)
  const put = (p: Point) => ({ x: p.x * sign, y: -p.y })
  const all = [...drawn.body, ...drawn.toes.flat()]
  const [left, right] = [Math.min(...all.map((p) => p.x * sign)), Math.max(...all.map((p) => p.x * sign))]
  const top = Math.max(...all.map((p) => p.y))
  const high = shape.lengthMm * 0.46
  return (
    <svg
      viewBox={`${left - 10} ${-top - 22} ${right - left + 20} ${high + 22}`}
      role="img"
      aria-label={`${side} toes, ${stateText[state]}`}
      className={classes.foot}
      data-side={side}
    >
      {[...drawn.toes].reverse().map((toe, i) => (
        <path key={i} d={svgPath(toe.map(put))} className={classes.skin} />
      ))}
      <path d={svgPath(drawn.body.map(put))} className={classes.skin} />
      {/* no line runs where a toe leaves the ball */}
      {drawn.toes.map((toe, i) => (
        <path key={i} d={svgPath(toe.map(put))} className={classes.flesh} />
      ))}
      {drawn.nails.map((nail, i) => (
        <path key={i} d={svgPath(nail.map(put))} className={classes.nail} />
      ))}
      {gaps.map((gap, i) => {
        const mm = gapWidthMm(gap, state)
        const between = drawn.gaps[i]!
        const at = put(between)
        const half = Math.max(2.2, (mm ?? 0) / 2)
        return (
          <g key={gap.gap}>
            {state !== 'now' && gap.widthMm !== undefined && (
              <path
                data-wedge={gap.gap}
                d={`M${at.x - half} ${at.y - 13}Q${at.x} ${at.y - 18} ${at.x + half} ${at.y - 13}L${at.x + half * 0.75} ${at.y + 12}Q${at.x} ${at.y + 17} ${at.x - half * 0.75} ${at.y + 12}Z`}
                className={classes.wedge}
              />
            )}
            {mm !== undefined && (
              <text x={at.x} y={-top - 6 - (i % 2) * 9} className={classes.mm} textAnchor="middle">
                {num(mm)}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}
