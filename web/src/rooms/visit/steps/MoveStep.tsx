import { Checkbox } from '@mantine/core'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useOpenVisit } from '../visitContext'
import classes from './steps.module.css'

export function MoveStep() {
  const { facts, reading, record } = useOpenVisit()
  const isGuarded = reading.cautions.effects.has('supportAtHand')
  return (
    <>
      {isGuarded && (
        <p className={classes.caution}>Support at hand: 65 or more, or falls. Eyes shut only guarded.</p>
      )}
      <MirrorRows title="range">
        <MirrorRow measure="kneeToWall" why="a stiff ankle stops the shin, and the foot turns out or gives" />
        <MirrorRow measure="kneeToWallFeel" />
        <MirrorRow measure="bigToeExtension" why="a short big toe makes the foot roll in to get round it" />
      </MirrorRows>
      <MirrorRows title="balance and strength">
        <MirrorRow measure="singleLegOpen" mayFail />
        <MirrorRow measure="singleLegShut" mayFail />
        <MirrorRow measure="heelRaises" mayFail />
      </MirrorRows>
      <div className={classes.strip}>
        <Checkbox
          label="Knee goes in, in a squat or on one leg"
          checked={facts.kneeComesIn}
          onChange={(event) => record({ 'answer.kneeComesIn': event.currentTarget.checked })}
        />
      </div>
    </>
  )
}
