import type { References } from '@sturvo/core/reference'
import { Button, Group, Modal, Slider, Switch } from '@mantine/core'
import { useState } from 'react'
import { footShapeOf } from '@sturvo/core/footShape'
import { outcomeOf } from '@sturvo/core/problem'
import type { Side } from '@sturvo/core/side'
import { copOf, legs, rigidTripod, tripodPoints, type RigidAnswer } from '@sturvo/core/tripod'
import { weightN } from '@sturvo/core/units'
import { num, pct } from '@sturvo/words'
import { SideChoice } from '../../../parts/SideChoice'
import room from '../../../parts/Room.module.css'
import { type ReadNow, useVisitFrame, useVisitReading } from '../visitContext'
import { AboveView } from './AboveView'
import { RearView } from './RearView'
import classes from './simulator.module.css'
import type { Setting } from './simulatorSetting'

// only the loads in newtons depend on it; shares do not
const usualMassKg = 70
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
  const [side, setSide] = useState<Side>('left')
  const [setting, setSetting] = useState<Setting>(level)
  const [isPlain, setPlain] = useState(false)
  const { references } = useVisitFrame()
  const read = useVisitReading()
  const { facts } = read
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
        loadN: weightN(facts.bodyMassKg ?? usualMassKg) / 2,
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
              <Button variant="default" onClick={() => setSetting(startFrom(read, references, side))}>
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
function startFrom({ facts, reading }: ReadNow, references: References, side: Side): Setting {
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
    ['heel · big-toe ball · little-toe ball', legs.map((leg) => pct(shares[leg])).join(' · ')],
    ...(isRolled
      ? [['the same as load', legs.map((leg) => `${num(answer.loadsN[leg], 0)} N`).join(' · ')] as const]
      : []),
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
