import { Button, Group } from '@mantine/core'
import { Link } from 'react-router'
import { stopQuestions, type PlanBlock } from '@sturvo/core/cautions'
import { blockText, cautionText } from '@sturvo/words'
import { BirthYear } from '../story/BirthYear'
import { Conditions } from '../story/Conditions'
import { RedFlags } from '../story/RedFlags'
import { useVisitFrame } from '../visitContext'
import classes from './Plan.module.css'

/** Why there is no plan, with the open questions to be answered right here. */
export function BlockedPlan({ block }: { block: PlanBlock }) {
  const { visitId } = useVisitFrame()
  const isOnlyOpen = block.stops.length === 0
  const flags = block.openQuestions.filter((q) => stopQuestions.some((flag) => flag === q)).length
  return (
    <div className={classes.blocked} role="alert" data-blocked>
      <h2>{isOnlyOpen ? 'No plan before these are asked' : 'No plan while this is in force'}</h2>
      <p>
        {blockText(block)} Training, spacers and the way into other shoes all wait
        {isOnlyOpen ? ' for the answers.' : '.'}
      </p>
      {block.stops.map((id) => (
        <p key={id} className={classes.stop}>
          <strong>{cautionText[id].name}.</strong> {cautionText[id].practitioner}
        </p>
      ))}
      {flags > 0 && <RedFlags />}
      {block.openQuestions.length > flags && <Conditions />}
      {block.isAgeUnknown && <BirthYear />}
      {!isOnlyOpen && (
        <Group>
          <Button component={Link} to={`/visit/${visitId}/handover`}>
            To the letter
          </Button>
          <Button component={Link} to={`/visit/${visitId}/story`} variant="default">
            Say in the story how it was dealt with
          </Button>
        </Group>
      )}
    </div>
  )
}
