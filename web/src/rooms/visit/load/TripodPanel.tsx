import { sides, type Side } from '@sturvo/core/side'
import { legs, type Leg, type TripodReading, type TripodShares } from '@sturvo/core/tripod'
import { recordingsOf } from '@sturvo/schema'
import { chancePct, legText, num, settingText } from '@sturvo/words'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './load.module.css'

const size = 150 // half a unit of share space is this many drawing units over √2

/** Share space of one foot: heel below, the big-toe ball towards the other foot. One unit of share is one unit here. */
function corner(leg: Leg, side: Side): { x: number; y: number } {
  const medial = side === 'left' ? 1 : -1
  // an equilateral triangle with sides of √2: distances are those of the shares
  if (leg === 'h') return { x: 0, y: (Math.SQRT2 * Math.sqrt(3)) / 2 }
  return { x: ((leg === 'm1' ? 1 : -1) * medial * Math.SQRT2) / 2, y: 0 }
}
function spot(shares: TripodShares, side: Side): { x: number; y: number } {
  let [x, y] = [0, 0]
  for (const leg of legs) {
    const at = corner(leg, side)
    x += shares[leg] * at.x
    y += shares[leg] * at.y
  }
  return { x: x * size, y: y * size }
}

/** The three shares of both feet against the target, with every trial and the error; raw regions beside. */
export function TripodPanel() {
  const { references, practice } = useVisitFrame()
  const fields = useVisitFields()
  const { reading, facts } = useVisitReading()
  const { tripods } = reading.load
  if (!tripods.left && !tripods.right) return null
  const trials =
    facts.loadMethod === 'mat' ? recordingsOf(fields).filter((r) => r.job === 'twoFeet' && !r.isLeftOut) : []
  return (
    <MirrorRows title="three points against the target">
      <div className={classes.tripods}>
        <svg viewBox="-260 -34 520 290" role="img" aria-label={describe(tripods)}>
          {sides.map((side) => {
            const tripod = tripods[side]
            return (
              <g
                key={side}
                transform={`translate(${side === 'left' ? -136 : 136} 0)`}
                style={{ color: `var(--${side})` }}
              >
                {tripod && (
                  <ShareTriangle
                    side={side}
                    tripod={tripod}
                    trials={trials.flatMap((r) => r.reading[side]?.tripod ?? [])}
                    error={facts.loadMethod === 'felt' ? references.semTripodFelt : references.semTripodShare}
                    rings={[references.tripodEven, references.tripodLeaning]}
                  />
                )}
              </g>
            )
          })}
        </svg>
        <div>
          {sides.map((side) => {
            const tripod = tripods[side]
            return tripod && <TripodSentence key={side} side={side} tripod={tripod} />
          })}
          <Regions />
          <p className={classes.note}>
            Target: {settingText.loadTarget.choices[practice.settings.loadTarget]}.{' '}
            {practice.settings.loadTarget === 'equalThirds'
              ? 'Equal thirds lie further forward than anybody stands at rest, when the heel carries about 60 %: it is a goal of training, not of standing.'
              : 'Equal thirds would lie further forward than anybody stands at rest, when the heel carries about 60 %.'}
          </p>
        </div>
      </div>
    </MirrorRows>
  )
}

function ShareTriangle({
  side,
  tripod,
  trials,
  error,
  rings,
}: {
  side: Side
  tripod: TripodReading
  trials: readonly TripodShares[]
  error: number
  rings: readonly [even: number, leaning: number]
}) {
  const corners = legs.map((leg) => ({ leg, ...scaled(corner(leg, side)) }))
  const target = spot(tripod.target, side)
  const at = spot(tripod.shares, side)
  return (
    <>
      <path
        d={`M${corners.map((c) => `${c.x} ${c.y}`).join('L')}Z`}
        fill="var(--panel)"
        stroke="var(--line)"
        strokeWidth="1.5"
      />
      {[0.25, 0.5, 0.75].flatMap((share) =>
        legs.map((leg) => <ShareLine key={`${leg}${share}`} side={side} leg={leg} share={share} />),
      )}
      {rings.map((r, i) => (
        <circle
          key={r}
          cx={target.x}
          cy={target.y}
          r={r * size}
          fill="none"
          stroke="currentColor"
          strokeDasharray={i === 0 ? undefined : '4 3'}
          strokeWidth="1.2"
        />
      ))}
      <path d={`M${target.x - 4} ${target.y}h8M${target.x} ${target.y - 4}v8`} stroke="currentColor" />
      {trials.map((shares, i) => {
        const p = spot(shares, side)
        return <circle key={i} cx={p.x} cy={p.y} r="2.6" fill="currentColor" opacity="0.55" />
      })}
      <circle cx={at.x} cy={at.y} r={Math.max(4, error * size)} fill="currentColor" opacity="0.22" />
      {side === 'left' ? (
        <circle cx={at.x} cy={at.y} r="5.5" fill="currentColor" stroke="var(--sheet)" strokeWidth="1.5" />
      ) : (
        <rect
          x={at.x - 5}
          y={at.y - 5}
          width="10"
          height="10"
          fill="currentColor"
          stroke="var(--sheet)"
          strokeWidth="1.5"
        />
      )}
      {corners.map(({ leg, x, y }) => (
        <text
          key={leg}
          x={x}
          y={y + (leg === 'h' ? 20 : -18)}
          fontSize="12.5"
          textAnchor={leg === 'h' ? 'middle' : x < 0 ? 'start' : 'end'}
          dx={leg === 'h' ? 0 : x < 0 ? -12 : 12}
          fill="var(--ink)"
        >
          {legText[leg]}
          <tspan x={x} dx={leg === 'h' ? 0 : x < 0 ? -12 : 12} dy="14" fontWeight="700" fill="currentColor">
            {Math.round(tripod.shares[leg] * 100)} %
          </tspan>
        </text>
      ))}
    </>
  )
}

const scaled = (p: { x: number; y: number }) => ({ x: p.x * size, y: p.y * size })

function ShareLine({ side, leg, share }: { side: Side; leg: Leg; share: number }) {
  const [a, b] = legs.filter((other) => other !== leg) as [Leg, Leg]
  const end = (other: Leg) => spot({ h: 0, m1: 0, m5: 0, [leg]: share, [other]: 1 - share }, side)
  const [from, to] = [end(a), end(b)]
  return <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="var(--grid)" strokeWidth="1" />
}

function TripodSentence({ side, tripod }: { side: Side; tripod: TripodReading }) {
  const { light, kind, shares } = tripod
  const outside = legs.find((leg) => shares[leg] < 0)
  return (
    <p style={{ marginBottom: 6 }}>
      <strong style={{ color: `var(--${side})` }}>
        {side === 'left' ? '● Left' : '■ Right'}: {kind}
      </strong>
      {outside
        ? `, tipping over the edge opposite the ${legText[outside]}`
        : light
          ? `, ${legText[light.leg]} light by ${num(light.missing * 100, 0)} points (${chancePct(light.chance)} sure)`
          : ', each point near its target'}
      . Lean{' '}
      {tripod.lean === undefined
        ? '–'
        : `${num(Math.abs(tripod.lean) * 100, 0)} % ${tripod.lean >= 0 ? 'inward' : 'outward'}`}
      .
    </p>
  )
}

/** What each region really carries, beside what people carry in quiet standing. */
function Regions() {
  const { references: r } = useVisitFrame()
  const { reading } = useVisitReading()
  const { left, right } = reading.mat.stance
  if (!left && !right) return null
  const rows = [
    ['heel', r.quietHeelPct],
    ['midfoot', r.quietMidfootPct],
    ['forefoot', r.quietForefootPct],
    ['toes', r.quietToesPct],
  ] as const
  const value = (v: number | undefined) => (v === undefined ? '–' : `${num(v, 0)} %`)
  return (
    <table className={classes.regions}>
      <thead>
        <tr>
          <th>really carried</th>
          <td style={{ color: 'var(--left)' }}>● left</td>
          <td style={{ color: 'var(--right)' }}>■ right</td>
          <td className={classes.norm}>quiet standing</td>
        </tr>
      </thead>
      <tbody>
        {rows.map(([region, usual]) => (
          <tr key={region}>
            <th scope="row">{region}</th>
            <td>{value(left?.regionsPct[region])}</td>
            <td>{value(right?.regionsPct[region])}</td>
            <td className={classes.norm}>about {num(usual, 0)} %</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function describe(tripods: { left: TripodReading | undefined; right: TripodReading | undefined }): string {
  return sides
    .map((side) => {
      const t = tripods[side]
      return t
        ? `${side}: heel ${Math.round(t.shares.h * 100)}, big-toe ball ${Math.round(t.shares.m1 * 100)}, little-toe ball ${Math.round(t.shares.m5 * 100)} percent, ${t.kind}`
        : `${side}: not measured`
    })
    .join('; ')
}
