import { archSeenWords, motionKinds, positionKinds, type ArchMotion, type ArchSeen } from '@sturvo/core/arch'
import { svgPath } from '@sturvo/core/drawing'
import { sides, type Side } from '@sturvo/core/side'
import { sideDrawing } from '@sturvo/core/footShape'
import {
  cellMeaning,
  cellName,
  chancePct,
  disagreeWhy,
  motionText,
  num,
  pct,
  positionText,
} from '@sturvo/words'
import { MirrorRows } from '../rows/MirrorRows'
import { pathOf, trialsOf } from '../rows/measureField'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import { ArchMap } from './ArchMap'
import classes from './ArchPanel.module.css'

/** Where each arch stands and how it moves, kept apart, and what the two together mean. */
export function ArchPanel() {
  const { reading } = useVisitReading()
  const { look } = reading
  return (
    <MirrorRows title="arch: position and motion">
      <div className={classes.panel}>
        <ArchSide side="left" />
        <ArchMap places={{ left: look.left.map, right: look.right.map }} />
        <ArchSide side="right" />
      </div>
      <SeenFromTheSide />
    </MirrorRows>
  )
}

function ArchSide({ side }: { side: Side }) {
  const { reading } = useVisitReading()
  const { position, motion, map } = reading.look[side]
  return (
    <div className={classes.side} data-side={side}>
      {position ? (
        <Chances
          title="Position: where it stands"
          chances={positionKinds.map((kind) => ({
            name: positionText[kind],
            chance: position.chances[kind],
          }))}
        />
      ) : (
        <p className={classes.soft}>Position is open: put in a height, a print or the look from the side.</p>
      )}
      {motion.motion ? (
        <Chances
          title="Motion: how it moves"
          chances={motionKinds.map((kind) => ({ name: motionText[kind], chance: motion.motion![kind] }))}
        />
      ) : (
        <p className={classes.soft}>Motion is open: measure it sitting and standing.</p>
      )}
      <Moves motion={motion} />
      {map && (
        <p>
          <strong>{cellName(map.best)}</strong> ({chancePct(map.chance)} sure).{' '}
          {cellMeaning(map.best).join(' ')}
        </p>
      )}
      {position?.disagree && <p className={classes.soft}>{disagreeWhy(position.disagree)}</p>}
    </div>
  )
}

function Chances({ title, chances }: { title: string; chances: { name: string; chance: number }[] }) {
  return (
    <div>
      <h3 className={classes.title}>{title}</h3>
      {chances.map(({ name, chance }) => (
        <div key={name} className={classes.chance}>
          <span>{name}</span>
          <span className={classes.bar} aria-hidden="true">
            <span style={{ width: `${chance * 100}%` }} />
          </span>
          <span className={classes.pct}>{chancePct(chance)}</span>
        </div>
      ))}
    </div>
  )
}

function Moves({ motion }: { motion: ArchMotion }) {
  const said = [
    motion.travelMm === undefined ? undefined : `travel ${num(motion.travelMm)} mm`,
    motion.reserveMm === undefined
      ? undefined
      : motion.hasNoReserve
        ? `reserve ${num(motion.reserveMm)} mm: none left`
        : `reserve ${num(motion.reserveMm)} mm`,
    motion.recoveryActive === undefined ? undefined : `lifts back ${pct(motion.recoveryActive)} alone`,
    motion.recoveryPassive === undefined ? undefined : `${pct(motion.recoveryPassive)} by hand`,
    motion.rigidity === undefined ? undefined : `rigidity ${num(motion.rigidity, 2)}`,
    motion.flexibilityMmPerKn === undefined ? undefined : `${num(motion.flexibilityMmPerKn, 0)} mm/kN`,
  ].filter((words) => words !== undefined)
  return said.length === 0 ? null : <p className={classes.moves}>{said.join(' · ')}</p>
}

/** Our own four examples, low to tall; heights in mm on a foot of 252. */
const examples: Record<ArchSeen, { navicularMm: number; dorsumMm: number; note: string }> = {
  none: { navicularMm: 20, dorsumMm: 55, note: 'no light under it' },
  some: { navicularMm: 36, dorsumMm: 60, note: 'a little light' },
  clear: { navicularMm: 50, dorsumMm: 65, note: 'a clear vault' },
  tall: { navicularMm: 66, dorsumMm: 73, note: 'tall, a finger fits' },
}

function SeenFromTheSide() {
  const fields = useVisitFields()
  const record = useRecord()
  return (
    <div className={classes.seen} role="group" aria-label="Arch seen from the side">
      <p className={classes.title}>Seen from the side, standing: which is most like it?</p>
      <div className={classes.examples}>
        {archSeenWords.map((word) => (
          <figure key={word}>
            <Example {...examples[word]} />
            <figcaption>
              <strong>{word}</strong> <span className={classes.soft}>{examples[word].note}</span>
            </figcaption>
            <div className={classes.pick}>
              {sides.map((side) => {
                const isOn = trialsOf(fields, 'archSeen', side)[0] === word
                return (
                  <button
                    key={side}
                    type="button"
                    aria-pressed={isOn}
                    data-side={side}
                    aria-label={`${side}: ${word}`}
                    onClick={() => record({ [pathOf('archSeen', side, 1)]: isOn ? null : word })}
                  >
                    {side === 'left' ? '● left' : 'right ■'}
                  </button>
                )
              })}
            </div>
          </figure>
        ))}
      </div>
    </div>
  )
}

const shownHeightMm = 124

function Example({ navicularMm, dorsumMm }: { navicularMm: number; dorsumMm: number }) {
  const { skinMm } = sideDrawing({
    side: 'left',
    lengthMm: 252,
    truncatedLengthMm: 183,
    navicularMm,
    dorsumMm,
    heelAngleDeg: 0,
    legAngleDeg: 0,
  })
  const points = skinMm
    .filter((p) => p.y < shownHeightMm)
    .map((p) => ({ x: p.x + 4, y: shownHeightMm + 2 - p.y }))
  return (
    <svg viewBox="0 0 262 134" aria-hidden="true">
      <path d={`M0 ${shownHeightMm + 2}H262`} className={classes.floor} />
      <path d={svgPath(points)} className={classes.skin} />
    </svg>
  )
}
