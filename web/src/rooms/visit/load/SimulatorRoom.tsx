import { Button, Group, Modal, Slider, Switch } from '@mantine/core'
import { useMemo, useState } from 'react'
import { footShapeOf, rigidRear, svgPath } from '@sturvo/core/drawing'
import { outcomeOf } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { footOutline } from '@sturvo/core/synthetic'
import {
  copOf,
  legs,
  rigidTripod,
  tripodPoints,
  type Leg,
  type RigidAnswer,
  type Tripod,
} from '@sturvo/core/tripod'
import { num } from '@sturvo/schema/words'
import { SideChoice } from '../../../parts/SideChoice'
import room from '../../../parts/Room.module.css'
import { useOpenVisit, type OpenVisit } from '../visitContext'
import classes from './simulator.module.css'

type Setting = {
  forefootDeg: number
  ballWidthMm: number
  firstRayMm: number
  wedgeM1: number
  wedgeM5: number
  wedgeHeel: number
  acrossMm: number
  alongPct: number
  areToesLifted: boolean
  isRolled: boolean
}
const level: Setting = {
  forefootDeg: 6,
  ballWidthMm: 96,
  firstRayMm: 2,
  wedgeM1: 0,
  wedgeM5: 0,
  wedgeHeel: 0,
  acrossMm: -2,
  alongPct: 40,
  areToesLifted: false,
  isRolled: true,
}
type Dial = {
  key: Exclude<keyof Setting, 'areToesLifted' | 'isRolled'>
  name: string
  unit: string
  min: number
  max: number
  step: number
}
const dials: readonly Dial[] = [
  {
    key: 'forefootDeg',
    name: 'Forefoot: − outer border up, + inner border up',
    unit: '°',
    min: -12,
    max: 12,
    step: 0.5,
  },
  { key: 'firstRayMm', name: 'First ray comes down by itself', unit: 'mm', min: 0, max: 10, step: 0.5 },
  { key: 'ballWidthMm', name: 'Ball width', unit: 'mm', min: 75, max: 120, step: 1 },
  { key: 'wedgeM1', name: 'Wedge under the big-toe ball', unit: 'mm', min: 0, max: 12, step: 0.5 },
  { key: 'wedgeM5', name: 'Wedge under the little-toe ball', unit: 'mm', min: 0, max: 12, step: 0.5 },
  { key: 'wedgeHeel', name: 'Lift under the heel', unit: 'mm', min: 0, max: 20, step: 0.5 },
  { key: 'acrossMm', name: 'Load centre: − outward, + inward', unit: 'mm', min: -25, max: 25, step: 1 },
  { key: 'alongPct', name: 'Load centre from the heel', unit: '% of length', min: 20, max: 70, step: 1 },
]

/** A rigid tripod to play with: what a tilted forefoot does to the three points, the heel and the knee. */
export function SimulatorRoom({ onClosed }: { onClosed: () => void }) {
  const visit = useOpenVisit()
  const [side, setSide] = useState<Side>('left')
  const [setting, setSetting] = useState<Setting>(level)
  const [isPlain, setPlain] = useState(false)
  const { references, facts } = visit
  const shape = footShapeOf({
    side,
    foot: facts.feet[side],
    print: facts.prints[side],
    ballWidthMm: setting.ballWidthMm,
  })
  const tripod = tripodPoints({ lengthMm: shape.lengthMm, ballWidthMm: setting.ballWidthMm }, 'heads')
  const shankMm = shape.lengthMm * references.shankShare
  const outcome = outcomeOf(() =>
    rigidTripod(
      {
        tripod,
        ballWidthMm: tripod.m1FootMm.x - tripod.m5FootMm.x,
        forefootDeg: setting.forefootDeg,
        firstRayMm: setting.firstRayMm,
        wedgesMm: { m1: setting.wedgeM1, m5: setting.wedgeM5, heel: setting.wedgeHeel },
        loadN: ((facts.bodyMassKg ?? 70) * 9.81) / 2,
        copFootMm: { x: setting.acrossMm, y: (setting.alongPct / 100) * shape.lengthMm },
        shankMm,
        areToesLifted: setting.areToesLifted,
      },
      references,
    ),
  )
  const set = (changed: Partial<Setting>) => setSetting((now) => ({ ...now, ...changed }))
  if (!outcome.ok) return null
  const answer = outcome.value
  const windlass = setting.areToesLifted ? references.windlassMm : 0
  return (
    <Modal opened onClose={onClosed} fullScreen title="Tripod simulator: explains, does not predict">
      <div className={room.room}>
        <div className={classes.drawings}>
          <RearView
            side={side}
            setting={setting}
            answer={answer}
            heelWidthMm={shape.heelWidthMm}
            firstRayMm={setting.firstRayMm + windlass}
          />
          <AboveView side={side} shape={shape} tripod={tripod} answer={answer} isRolled={setting.isRolled} />
          <div className={classes.words}>
            {isPlain ? (
              <ClientWords setting={setting} answer={answer} />
            ) : (
              <Numbers answer={answer} isRolled={setting.isRolled} />
            )}
          </div>
        </div>
        <div className={room.beside}>
          <div className={room.side}>
            <Group justify="space-between">
              <SideChoice label="Foot" value={side} onChange={setSide} />
              <Button variant="default" onClick={() => setSetting(startFrom(visit, side))}>
                Start from this client
              </Button>
            </Group>
            <Group>
              <Switch
                label="Let the foot roll until all three stand"
                checked={setting.isRolled}
                onChange={(event) => set({ isRolled: event.currentTarget.checked })}
              />
              <Switch
                label="Toes lifted"
                checked={setting.areToesLifted}
                onChange={(event) => set({ areToesLifted: event.currentTarget.checked })}
              />
              <Switch
                label="Explain in the client’s words"
                checked={isPlain}
                onChange={(event) => setPlain(event.currentTarget.checked)}
              />
            </Group>
            {dials.map(({ key, name, unit, min, max, step }) => (
              <div key={key} className={classes.dial}>
                <span>{name}</span>
                <output>
                  {num(setting[key], step < 1 ? 1 : 0)} {unit}
                </output>
                <Slider
                  thumbLabel={name}
                  min={min}
                  max={max}
                  step={step}
                  value={setting[key]}
                  label={null}
                  onChange={(value) => set({ [key]: value })}
                />
              </div>
            ))}
          </div>
          <Group className={room.end} justify="space-between">
            <Button variant="default" onClick={() => setSetting(level)}>
              Reset
            </Button>
            <Button onClick={onClosed}>Done</Button>
          </Group>
        </div>
      </div>
    </Modal>
  )
}

/** What is known of this client's foot; what nobody measured stays level. */
function startFrom({ facts, reading, references }: OpenVisit, side: Side): Setting {
  const { numbers } = facts.feet[side]
  const ballWidthMm = reading.look[side].ballWidthMm ?? level.ballWidthMm
  const lengthMm = reading.look[side].lengthMm ?? 252
  const tripod = reading.load.tripods[side]
  const cop = tripod && copOf(tripodPoints({ lengthMm, ballWidthMm }, 'heads'), tripod.shares)
  const clamp = (v: number, min: number, max: number) => Math.max(min, Math.min(max, Math.round(v)))
  return {
    ...level,
    forefootDeg: 0,
    ballWidthMm: clamp(ballWidthMm, 75, 120),
    firstRayMm: clamp(numbers.firstRay ?? references.firstRayShortMm, 0, 10),
    ...(cop && { acrossMm: clamp(cop.x, -25, 25), alongPct: clamp((cop.y / lengthMm) * 100, 20, 70) }),
  }
}

type RearViewProps = {
  side: Side
  setting: Setting
  answer: RigidAnswer
  heelWidthMm: number
  firstRayMm: number
}

function RearView({ side, setting, answer, heelWidthMm, firstRayMm }: RearViewProps) {
  const rollDeg = setting.isRolled ? answer.rollDeg : 0
  const drawn = useMemo(
    () =>
      rigidRear({
        ballWidthMm: setting.ballWidthMm,
        heelWidthMm,
        forefootDeg: setting.forefootDeg,
        firstRayMm,
        rollDeg,
      }),
    [setting.ballWidthMm, setting.forefootDeg, heelWidthMm, firstRayMm, rollDeg],
  )
  // seen from behind, the inner side of a left foot lies to the right
  const sign = side === 'left' ? 1 : -1
  const seen = (p: { x: number; y: number }) => ({ x: p.x * sign, y: -p.y })
  const knee = seen(drawn.kneeMm)
  const { ballWidthMm: w } = setting
  const gap = answer.gapM1Mm > 0 ? answer.gapM1Mm : answer.gapM5Mm
  const gapX = (answer.gapM1Mm > 0 ? w * 0.36 : -w * 0.5) * sign
  const wedge = (mm: number, x: number) =>
    mm > 0 && <rect x={x * sign - 13} y={-mm} width="26" height={mm} fill="var(--soft)" opacity="0.7" />
  return (
    <svg
      viewBox={`-110 ${-heelWidthMm * 3.9} 220 ${heelWidthMm * 3.9 + 30}`}
      role="img"
      aria-label={`${side} foot from behind; rolls ${num(Math.abs(rollDeg))} degrees ${rollDeg >= 0 ? 'in' : 'out'}`}
      style={{ color: `var(--${side})` }}
    >
      <path d="M-110 0H110" stroke="var(--ink)" strokeWidth="1.5" />
      {wedge(setting.wedgeM1, w * 0.34)}
      {wedge(setting.wedgeM5, -w * 0.46)}
      <path
        d={svgPath(drawn.forefootMm.map(seen))}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      {drawn.headsMm.map(({ at, radiusMm }, i) => {
        const p = seen(at)
        return (
          <circle
            key={i}
            cx={p.x}
            cy={p.y}
            r={radiusMm}
            fill={i === 0 || i === 4 ? 'currentColor' : 'none'}
            fillOpacity="0.35"
            stroke="currentColor"
            strokeWidth="1.3"
          />
        )
      })}
      <path
        d={svgPath(drawn.legMm.map(seen))}
        fill="var(--skin)"
        fillOpacity="0.3"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      <path d={`M0 -8V${-heelWidthMm * 3.7}`} stroke="var(--soft)" strokeDasharray="5 4" />
      <path d={`M${seen({ x: 0, y: 8 }).x} -8L${knee.x} ${knee.y}`} stroke="currentColor" strokeWidth="2.4" />
      <circle cx={knee.x} cy={knee.y} r="4" fill="currentColor" />
      {Math.abs(answer.kneeDriftMm) > 0.5 && setting.isRolled && (
        <text
          x={knee.x >= 0 ? -8 : 8}
          y={knee.y + 5}
          fontSize="10"
          fontWeight="700"
          textAnchor={knee.x >= 0 ? 'end' : 'start'}
          fill="currentColor"
        >
          knee {num(Math.abs(answer.kneeDriftMm), 0)} mm {answer.kneeDriftMm > 0 ? 'in' : 'out'}
        </text>
      )}
      {gap > 0.2 && !setting.isRolled && (
        <g stroke="var(--oxide)" strokeWidth="1.6">
          <path d={`M${gapX} 0V${-gap}M${gapX - 5} 0h10M${gapX - 5} ${-gap}h10`} />
          <text x={gapX} y="18" fontSize="10" textAnchor="middle" stroke="none" fill="var(--oxide)">
            {num(gap)} mm in the air
          </text>
        </g>
      )}
      <g fontSize="9" fill="var(--soft)" textAnchor="middle">
        <text x={-92 * sign} y="-6">
          outer
        </text>
        <text x={92 * sign} y="-6">
          inner
        </text>
      </g>
    </svg>
  )
}

function AboveView({
  side,
  shape,
  tripod,
  answer,
  isRolled,
}: {
  side: Side
  shape: ReturnType<typeof footShapeOf>
  tripod: Tripod
  answer: RigidAnswer
  isRolled: boolean
}) {
  const drawn = useMemo(() => footOutline({ ...shape, side }), [shape, side])
  const sign = side === 'left' ? 1 : -1
  const seen = (p: { x: number; y: number }) => ({ x: p.x * sign, y: -p.y })
  const shares = isRolled ? answer.shares : answer.heldShares
  const at: Record<Leg, { x: number; y: number }> = {
    h: seen(tripod.heelFootMm),
    m1: seen(tripod.m1FootMm),
    m5: seen(tripod.m5FootMm),
  }
  const cop = seen(copOf(tripod, shares))
  return (
    <svg
      viewBox={`-85 ${-shape.lengthMm - 14} 170 ${shape.lengthMm + 30}`}
      role="img"
      aria-label={`${side} foot from above: heel ${pct(shares.h)}, big-toe ball ${pct(shares.m1)}, little-toe ball ${pct(shares.m5)}`}
      style={{ color: `var(--${side})` }}
    >
      <path
        d={svgPath(drawn.outlineFootMm.map(seen))}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <path
        d={`M${at.h.x} ${at.h.y}L${at.m1.x} ${at.m1.y}L${at.m5.x} ${at.m5.y}Z`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
      />
      {legs.map((leg) => (
        <g key={leg}>
          <circle
            cx={at[leg].x}
            cy={at[leg].y}
            r={26 * Math.sqrt(Math.max(0, shares[leg]))}
            fill="currentColor"
            opacity="0.85"
          />
          <text
            x={at[leg].x}
            y={at[leg].y + 5}
            fontSize="13"
            fontWeight="700"
            textAnchor="middle"
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth="3"
            paintOrder="stroke"
          >
            {Math.round(shares[leg] * 100)}
          </text>
        </g>
      ))}
      <path d={`M${cop.x - 7} ${cop.y}h14M${cop.x} ${cop.y - 7}v14`} stroke="var(--ink)" strokeWidth="2.2" />
    </svg>
  )
}

const pct = (share: number) => `${Math.round(share * 100)} %`

function Numbers({ answer, isRolled }: { answer: RigidAnswer; isRolled: boolean }) {
  const shares = isRolled ? answer.shares : answer.heldShares
  const rows = [
    ['gap under the big-toe ball', `${num(answer.gapM1Mm)} mm`],
    ['gap under the little-toe ball', `${num(answer.gapM5Mm)} mm`],
    [
      'must roll to stand',
      `${num(Math.abs(answer.rollDeg))}° ${answer.rollDeg === 0 ? '' : answer.rollDeg > 0 ? 'in' : 'out'}`,
    ],
    ['knee goes along', `${num(Math.abs(answer.kneeDriftMm), 0)} mm`],
    ['heel · big-toe ball · little-toe ball', `${pct(shares.h)} · ${pct(shares.m1)} · ${pct(shares.m5)}`],
  ] as const
  return (
    <table className={room.table}>
      <tbody>
        {rows.map(([name, value]) => (
          <tr key={name}>
            <th>{name}</th>
            <td>{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function ClientWords({ setting, answer }: { setting: Setting; answer: RigidAnswer }) {
  const inner = answer.gapM1Mm > 0.5
  const outer = answer.gapM5Mm > 0.5
  const edge = inner ? 'big-toe' : 'little-toe'
  return (
    <div className={classes.plain}>
      {!inner && !outer ? (
        <p>
          Your foot stands on three points: the heel and both sides of the ball. None of them has to reach for
          the floor.
        </p>
      ) : setting.isRolled ? (
        <p>
          The {edge} side of your foot does not reach the floor by itself. So the whole foot rolls{' '}
          {inner ? 'inward' : 'outward'} to find it, and your knee comes along by about{' '}
          {num(Math.abs(answer.kneeDriftMm) / 10)} cm.
        </p>
      ) : (
        <p>
          If your foot stayed level, the {edge} side would hang{' '}
          {num(inner ? answer.gapM1Mm : answer.gapM5Mm, 0)} mm above the floor, like a stool with one short
          leg.
        </p>
      )}
      <p>
        {setting.areToesLifted ? 'Lifting the toes brings the inner leg down a little. ' : ''}This is a
        picture to explain, not a forecast.
      </p>
    </div>
  )
}
