import { Checkbox } from '@mantine/core'
import { walkMeasures } from '@sturvo/core/measures'
import { DexterityRows } from '../move/DexterityRows'
import { DriverPanel } from '../move/DriverPanel'
import { PosturePanel } from '../move/PosturePanel'
import { ProfilePanel } from '../move/ProfilePanel'
import { RaiseCounter } from '../move/RaiseCounter'
import { SquatMarker } from '../move/SquatMarker'
import { StandTimer } from '../move/StandTimer'
import moveClasses from '../move/move.module.css'
import { DeviceNumber } from '../devices/DeviceNumber'
import { Places } from '../Places'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useRecord, useVisitReading } from '../visitContext'
import classes from './steps.module.css'

const places = [
  ['move-range', 'Range'],
  ['move-balance', 'Balance'],
  ['move-squat', 'Squat'],
  ['move-screens', 'Screens'],
  ['move-posture', 'Posture'],
  ['move-profile', 'Rolls in'],
  ['move-drivers', 'What drives it'],
] as const

/** How the foot moves and holds, in the order of work, and what follows from it. */
export function MoveStep() {
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const isGuarded = reading.cautions.effects.has('supportAtHand')
  return (
    <>
      <Places name="Move" places={places} />
      {isGuarded && (
        <p className={classes.caution}>Support at hand: 65 or more, or falls. Eyes shut only guarded.</p>
      )}
      <section id="move-range">
        <MirrorRows title="range">
          <MirrorRow
            measure="kneeToWall"
            why="a stiff ankle stops the shin, and the foot turns out or gives"
          />
          <MirrorRow measure="shinAngle" why="the same with an inclinometer instead of a tape" />
          <DeviceNumber
            kind="inclinometer"
            measures={['shinAngle']}
            label="Take the angle from the inclinometer"
          />
          <MirrorRow measure="kneeToWallFeel" why="pinch is the joint, pull is the tissue" />
          <MirrorRow measure="bigToeExtension" why="a short big toe makes the foot roll in to get round it" />
          <MirrorRow measure="bigToeStanding" />
          <MirrorRow measure="firstRay" why="the inner leg of the tripod has to reach the floor" />
          <MirrorRow measure="eversionRange" why="a foot that cannot roll in has little to push with" />
          <MirrorRow measure="inversionRange" />
        </MirrorRows>
      </section>
      <section id="move-balance">
        <div className={moveClasses.instruments}>
          <StandTimer />
          <RaiseCounter />
        </div>
        <MirrorRows title="balance and strength">
          <MirrorRow measure="singleLegOpen" mayFail />
          <MirrorRow measure="singleLegShut" mayFail />
          <MirrorRow measure="archHold" />
          <MirrorRow measure="heelRaises" mayFail />
          <MirrorRow measure="raisePath" />
          <MirrorRow measure="toeGrip" />
          <MirrorRow measure="toeGripForce" />
          <MirrorRow measure="inversionStrength" />
        </MirrorRows>
        <DexterityRows />
      </section>
      <section id="move-squat">
        <SquatMarker kind="squat" />
        <SquatMarker kind="lunge" />
      </section>
      <section id="move-screens">
        <MirrorRows title="screens">
          <MirrorRow measure="toesUp" />
          <MirrorRow measure="forefootLift" mayFail />
          <MirrorRow measure="heelPlay" />
          <MirrorRow measure="kneesOut" />
          <MirrorRow measure="gripLines" />
        </MirrorRows>
        <div className={classes.strip}>
          <Checkbox
            label="Knee goes in, in a squat or on one leg"
            checked={facts.kneeComesIn}
            onChange={(event) => record({ 'answer.kneeComesIn': event.currentTarget.checked })}
          />
        </div>
        <MirrorRows title="walking, what to watch">
          {walkMeasures.map((measure) => (
            <MirrorRow key={measure} measure={measure} />
          ))}
        </MirrorRows>
      </section>
      <section id="move-posture">
        <PosturePanel />
      </section>
      <section id="move-profile">
        <ProfilePanel />
      </section>
      <section id="move-drivers">
        <DriverPanel />
      </section>
    </>
  )
}
