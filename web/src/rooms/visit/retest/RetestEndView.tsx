import { Button, Group } from '@mantine/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { loggedDays, trainedShare } from '@sturvo/core/followup'
import { compareVisits, meaningOf, trainedBy, type DatedReading, type Meaning } from '@sturvo/core/overTime'
import { bigToeGoalOf } from '@sturvo/core/reading'
import { gatesOf } from '@sturvo/core/training'
import { readingOf } from '@sturvo/schema'
import {
  actBecauseText,
  actText,
  behindGateText,
  capacityText,
  dayAsRead,
  gateOpenSentence,
  overTimeName,
  overTimeVerdict,
  pct,
} from '@sturvo/words'
import { useLogQuery } from '../../../app/followApi'
import { useBackgroundQuery } from '../../../app/errorApi'
import { useKeptPlanQuery } from '../../../app/planApi'
import { ComparisonTable } from '../../../parts/ComparisonTable'
import type { DatedVisit } from '../../../parts/useDatedReading'
import { useDrills } from '../plan/useDrills'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Retest.module.css'

/** What is real and what it means for the plan; what changes the plan most comes first. */
export function RetestEndView({ before }: { before: DatedVisit }) {
  const { visitId, startedOn, person, practice, references } = useVisitFrame()
  const { facts, reading, settings } = useVisitReading()
  const { data: background } = useBackgroundQuery(visitId)
  const { data: log } = useLogQuery(person.id)
  const { data: plan } = useKeptPlanQuery(log?.planId ?? '', { skip: log?.planId === undefined })
  const after = { day: startedOn, by: background?.by || undefined, facts, reading }
  const comparison = compareVisits(before, after, {
    references,
    errors: background?.overDays,
    bigToeGoalDeg: bigToeGoalOf(settings, references),
  })
  const first = useFirstVisit(before.day)
  const sinceFirst =
    first &&
    compareVisits(first, after, {
      references,
      errors: background?.overDays,
      bigToeGoalDeg: bigToeGoalOf(settings, references),
    })
  const share =
    log && plan?.days
      ? trainedShare(
          plan.days.weeks.flatMap((week) => week.days),
          loggedDays(log.entries),
          { from: before.day, to: startedOn },
        )
      : undefined
  const meanings = meaningOf(
    {
      before,
      after,
      comparison,
      sinceFirst,
      trained: trainedBy(facts.plan.inForce, practice.drills),
      log: log && { action: log.followUp?.action, trainedShare: share },
    },
    references,
  )
  return (
    <>
      <section className={classes.card} aria-labelledby="means">
        <h2 id="means">What it means for the plan</h2>
        <p className={classes.soft}>
          {share === undefined
            ? 'The log says too little of the training between the visits.'
            : `Of the planned days that were written down, ${pct(share)} were trained.`}
        </p>
        {meanings.length === 0 ? (
          <p>No plan was in force between the two visits. Make one in the Plan step.</p>
        ) : (
          <ul className={classes.meanings}>
            {meanings.map((meaning) => (
              <MeaningLine
                key={`${meaning.act} ${meaning.capacity ?? meaning.gate ?? ''}`}
                meaning={meaning}
              />
            ))}
          </ul>
        )}
        <Group mt={12}>
          <Button component={Link} to={`/visit/${visitId}/plan`} data-to-plan>
            To the plan
          </Button>
          <Button
            component={Link}
            to={`/person/${person.id}/compare?a=${before.visit.id}&b=${visitId}`}
            variant="default"
          >
            Lay one over the other
          </Button>
        </Group>
      </section>
      <section className={classes.card} aria-labelledby="changed">
        <h2 id="changed">Since {dayAsRead(before.day)}</h2>
        <ComparisonTable comparison={comparison} name="Comparison with the visit before" />
        {comparison.carried > 0 && (
          <p className={classes.soft}>
            {comparison.carried} more values are from before and were not taken anew.
          </p>
        )}
      </section>
    </>
  )
}

/** The visit the whole course began with, where that is not the one before. */
function useFirstVisit(beforeDay: string): DatedReading | undefined {
  const { visitId, person, practice } = useVisitFrame()
  const { data: background } = useBackgroundQuery(visitId)
  const first = background?.carried.at(-1)
  return useMemo(
    () =>
      first && first.day < beforeDay
        ? { day: first.day, ...readingOf({ fields: first.fields, person, practice, startedOn: first.day }) }
        : undefined,
    [first, beforeDay, person, practice],
  )
}

function MeaningLine({ meaning }: { meaning: Meaning }) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const { nameOf } = useDrills()
  const { act, because, capacity, gate, drills, rows } = meaning
  const gateNow =
    gate && reading.planInput && gatesOf(reading.planInput.measured, references).find((g) => g.id === gate)
  const told = rows.filter((row) => row.change.judged === 'real' || row.change.judged === 'likely')
  return (
    <li data-act={act} data-because={because}>
      <strong>{actText[act]}</strong>
      <div>
        <p>
          {capacity && <b>{capacityText[capacity]}.</b>}
          {actBecauseText[because]}
          {gateNow ? ` ${behindGateText[gateNow.id]}: ${gateOpenSentence(gateNow).toLowerCase()}` : ''}
        </p>
        {told.length > 0 && (
          <p className={classes.soft}>
            {told.map((row) => `${overTimeName(row.id)}, ${row.side}: ${overTimeVerdict(row)}`).join('; ')}
          </p>
        )}
        {drills.length > 0 && <p className={classes.soft}>{drills.map(nameOf).join(', ')}</p>}
      </div>
    </li>
  )
}
