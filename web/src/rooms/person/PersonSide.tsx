import { Link } from 'react-router'
import dayjs from 'dayjs'
import type { References } from '@sturvo/core/reference'
import type { Course, LogAnswer, Person, PlanLine, Practice } from '@sturvo/schema'
import { cautionText, dayAsRead, followActionText, levelText } from '@sturvo/words'
import { Cairn } from '../../parts/Cairn'
import { useDatedReading } from '../../parts/useDatedReading'
import classes from './Person.module.css'

type SideProps = {
  person: Person
  practice: Practice
  course: Course
  log: LogAnswer
  plans: readonly PlanLine[]
  references: References
  /** letters are a practitioner's */
  mayDecide: boolean
}

/** What is wanted, what to mind, what is next, and every door to this person's papers. */
export function PersonSide({ person, practice, course, log, plans, references, mayDecide }: SideProps) {
  const newest = course.visits.at(-1)
  const { read } = useDatedReading(newest?.id, person, practice)
  const goal = course.visits.findLast((visit) => visit.goal !== undefined)?.goal
  const inForce = plans[0]
  const due =
    inForce && newest
      ? // counted from whichever was later: the plan's first day or the last look
        dayjs([inForce.startsOn ?? newest.day, newest.day].sort()[1])
          .add(references.retestWeeks, 'week')
          .format('YYYY-MM-DD')
      : undefined
  const action = log.followUp?.action
  const cautions = read?.reading.cautions.cautions ?? []
  return (
    <div className={classes.side}>
      <section aria-labelledby="goal">
        <h2 id="goal">Goal</h2>
        <p>{goal === undefined || goal === '' ? 'Nobody has asked yet.' : `“${goal}”`}</p>
      </section>
      <section aria-labelledby="cautions">
        <h2 id="cautions">Cautions in force</h2>
        {!read ? (
          <p className={classes.soft}>{newest ? 'Reading the last visit …' : 'No visit yet.'}</p>
        ) : cautions.length === 0 ? (
          <p>None.</p>
        ) : (
          <ul className={classes.plain}>
            {cautions.map((caution) => (
              <li key={caution.id} data-caution={caution.id}>
                {caution.level !== 'mind' && <Cairn size={18} />} {levelText[caution.level]}:{' '}
                {cautionText[caution.id].name}
                {caution.dealtWith ? ' (dealt with)' : ''}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-labelledby="next">
        <h2 id="next">Next</h2>
        <ul className={classes.plain}>
          {action && <li>Proposal: {followActionText[action].toLowerCase()}</li>}
          {due !== undefined && <li>Re-test due {dayAsRead(due)}</li>}
          {inForce?.endsOn !== undefined && <li>Plan ends {dayAsRead(inForce.endsOn)}</li>}
          {!action && due === undefined && <li>Begin a visit in People.</li>}
        </ul>
      </section>
      <section aria-labelledby="doors">
        <h2 id="doors">Visits and papers</h2>
        <ul className={classes.plain}>
          {course.visits.toReversed().map((visit, i, all) => (
            <li key={visit.id}>
              <Link to={`/visit/${visit.id}/story`}>
                Visit {all.length - i}, {dayAsRead(visit.day)}
              </Link>
            </li>
          ))}
          {newest && (
            <>
              <Paper href={`/api/visits/${newest.id}/feet.pdf`}>Where the feet stand</Paper>
              <Paper href={`/api/visits/${newest.id}/plan.pdf`}>Plan with reasons</Paper>
              <Paper href={`/api/visits/${newest.id}/shoes.pdf`}>Change of shoes</Paper>
              {mayDecide && (action === 'stop' || cautions.some(({ level }) => level === 'stop')) && (
                <li>
                  <a href={`/api/visits/${newest.id}/letter.pdf`} target="_blank" rel="noreferrer">
                    Letter (text)
                  </a>
                </li>
              )}
            </>
          )}
        </ul>
        {course.visits.length > 1 && (
          <p className={classes.door}>
            <Link to={`/person/${person.id}/compare?a=${course.visits[0]!.id}&b=${newest!.id}`} data-compare>
              Compare two visits
            </Link>
          </p>
        )}
      </section>
    </div>
  )
}

function Paper({ href, children }: { href: string; children: string }) {
  return (
    <li>
      <a href={href} target="_blank" rel="noreferrer">
        {children} (PDF)
      </a>
    </li>
  )
}
