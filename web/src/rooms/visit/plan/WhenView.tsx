import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import { Link, useNavigate } from 'react-router'
import { weekMinutes } from '@sturvo/core/days'
import type { PlanInput } from '@sturvo/core/training'
import { conflictText } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import { LongTrail } from '../weeks/LongTrail'
import { useDays } from '../weeks/useDays'
import type { PlanState } from './usePlan'
import classes from './Plan.module.css'

/** The plan over the weeks, with the way to its days and to the library. */
export function WhenView({ input, state }: { input: PlanInput; state: PlanState }) {
  const { visitId } = useVisitFrame()
  const navigate = useNavigate()
  const { asked, days } = useDays(input, state)
  const [conflict] = days.conflicts
  const weeksAt = `/visit/${visitId}/weeks`
  return (
    <section aria-labelledby="when">
      <h2 id="when">When</h2>
      {days.weeks.every((week) => weekMinutes(week) === 0) ? (
        <p className={classes.soft}>There is nothing to plan on days.</p>
      ) : (
        <LongTrail
          asked={asked}
          days={days}
          open={undefined}
          onOpen={() => void navigate(weeksAt)}
          today={dayjs().format('YYYY-MM-DD')}
        />
      )}
      {conflict && (
        <p role="alert" className={classes.relax}>
          {conflictText(conflict)}
        </p>
      )}
      <Button component={Link} to={weeksAt} variant="default" mr={8}>
        Open the weeks
      </Button>
      <Button component={Link} to={`/visit/${visitId}/drills`} variant="default">
        All drills
      </Button>
    </section>
  )
}
