import { Button, Select, Slider } from '@mantine/core'
import { measureTable } from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import { MirrorRows } from '../rows/MirrorRows'
import { pathOf, trialsOf } from '../rows/measureField'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import classes from './move.module.css'

type Kind = 'squat' | 'lunge'
const measuresOf = {
  squat: { lostAt: 'squatLostAt', first: 'squatFirst' },
  lunge: { lostAt: 'lungeLostAt', first: 'lungeFirst' },
} as const

/** How deep the client came when the foot was first lost, and what went first. */
export function SquatMarker({ kind }: { kind: Kind }) {
  const { reading } = useVisitReading()
  return (
    <MirrorRows title={kind === 'squat' ? 'squat: where the foot is lost' : 'lunge: where the foot is lost'}>
      <div className={classes.profile}>
        <Marker kind={kind} side="left" />
        <div className={classes.what}>
          Depth at the loss
          <small>100 % is all the way down; leave empty where the foot is kept</small>
          {kind === 'squat' &&
            sides.map((side) => {
              const squat = reading.mat.squat[side]
              return (
                squat && (
                  <small key={side}>
                    mat, {side}:{' '}
                    {squat.lost === 0
                      ? 'kept'
                      : squat.depthPct === undefined
                        ? 'lost'
                        : `lost at ${Math.round(squat.depthPct)} %`}
                  </small>
                )
              )
            })}
        </div>
        <Marker kind={kind} side="right" />
      </div>
    </MirrorRows>
  )
}

function Marker({ kind, side }: { kind: Kind; side: Side }) {
  const fields = useVisitFields()
  const record = useRecord()
  const { lostAt, first } = measuresOf[kind]
  const depth = trialsOf(fields, lostAt, side)[0]
  const word = trialsOf(fields, first, side)[0]
  const isSet = typeof depth === 'number'
  const shown = isSet ? depth : 100
  return (
    <div
      style={{
        display: 'flex',
        gap: 10,
        alignItems: 'center',
        flexDirection: side === 'left' ? 'row' : 'row-reverse',
      }}
    >
      <div style={{ flex: 1, minWidth: 0 }}>
        <Slider
          thumbLabel={`${kind}, ${side}: depth at which the foot is lost`}
          min={0}
          max={100}
          step={5}
          value={shown}
          label={(v) => `${v} %`}
          color={isSet ? `var(--${side})` : 'var(--line)'}
          onChangeEnd={(value) => record({ [pathOf(lostAt, side, 1)]: value })}
        />
        <Select
          mt={8}
          size="sm"
          aria-label={`${kind}, ${side}: what went first`}
          placeholder="what went first"
          data={[...measureTable[first].words]}
          value={typeof word === 'string' ? word : null}
          clearable
          onChange={(value) => record({ [pathOf(first, side, 1)]: value })}
        />
        {isSet && (
          <Button
            size="compact-sm"
            variant="subtle"
            onClick={() => record({ [pathOf(lostAt, side, 1)]: null, [pathOf(first, side, 1)]: null })}
          >
            {depth} %: take away
          </Button>
        )}
      </div>
      <SquatDrawing depthPct={shown} side={side} isSet={isSet} />
    </div>
  )
}

/** Somebody squatting to this depth, seen from the side. */
function SquatDrawing({ depthPct, side, isSet }: { depthPct: number; side: Side; isSet: boolean }) {
  const d = depthPct / 100
  const ankle = { x: 34, y: 92 }
  const shin = 30
  const thigh = 32
  const lean = 0.05 + d * 0.6
  const knee = { x: ankle.x + shin * Math.sin(lean), y: ankle.y - shin * Math.cos(lean) }
  const back = 0.05 + d * 1.5
  const hip = { x: knee.x - thigh * Math.sin(back), y: knee.y - thigh * Math.cos(back) }
  const trunk = 0.05 + d * 0.75
  const neck = { x: hip.x + 32 * Math.sin(trunk), y: hip.y - 32 * Math.cos(trunk) }
  return (
    <svg
      width="74"
      viewBox="0 -8 74 108"
      aria-hidden="true"
      style={{
        color: isSet ? `var(--${side})` : 'var(--line)',
        transform: side === 'right' ? 'scaleX(-1)' : undefined,
      }}
    >
      <path d="M4 98H70" stroke="var(--line)" strokeWidth="2" />
      <path
        d={`M${ankle.x - 6} 96H${ankle.x + 18}M${ankle.x} 95L${ankle.x} ${ankle.y}L${knee.x} ${knee.y}L${hip.x} ${hip.y}L${neck.x} ${neck.y}`}
        fill="none"
        stroke="currentColor"
        strokeWidth="4"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      <circle
        cx={neck.x + 7 * Math.sin(trunk)}
        cy={neck.y - 8}
        r="7"
        fill="none"
        stroke="currentColor"
        strokeWidth="3"
      />
    </svg>
  )
}
