import { Button, Group } from '@mantine/core'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { loggedDays, selfTestIds, selfTests } from '@sturvo/core/followup'
import { bigToeGoalOf } from '@sturvo/core/reading'
import { referenceValues, type References } from '@sturvo/core/reference'
import type { Side } from '@sturvo/core/side'
import type { LogAnswer, Person } from '@sturvo/schema'
import { dayAsRead, followActionText, num, selfTestText } from '@sturvo/words'
import { usePersonQuery, useSessionQuery } from '../../app/api'
import { useCourseQuery, useInForceQuery, useLogQuery } from '../../app/followApi'
import { useKeptPlansQuery } from '../../app/planApi'
import { usePracticeQuery } from '../../app/practiceApi'
import { ClientLinks } from '../../parts/ClientLinks'
import { LoadedPart } from '../../parts/LoadedPart'
import { WaitingSince } from '../../parts/WaitingSince'
import { BringIn } from './BringIn'
import { ForecastCard } from './ForecastCard'
import { PersonSide } from './PersonSide'
import { PlanVersions } from './PlanVersions'
import { PersonTrail } from './trail/PersonTrail'
import { trailData } from './trail/trailData'
import classes from './Person.module.css'
import { PaperKeys } from './PaperKeys'
import { ProposalCard } from './ProposalCard'
import { RecordCard } from './RecordCard'

/** One client over time and between visits: the long line, what is proposed, versions, the log, paper, links. */
export default function PersonRoom() {
  const { personId = '' } = useParams()
  const person = usePersonQuery(personId)
  const log = useLogQuery(personId)
  return (
    <LoadedPart query={person}>
      {(who) => <LoadedPart query={log}>{(answer) => <PersonView person={who} log={answer} />}</LoadedPart>}
    </LoadedPart>
  )
}

export function PersonView({ person, log }: { person: Person; log: LogAnswer }) {
  const { data: session } = useSessionQuery()
  const { data: practice } = usePracticeQuery()
  const mayDecide = session !== undefined && session.account.role !== 'assistant'
  // paper cannot be called back: there is none while a part of the plan waits
  const { data: inForce } = useInForceQuery(person.id, { refetchOnMountOrArgChange: true })
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <div>
          <h1>{person.name}</h1>
          <p className={classes.soft}>
            {person.work === '' ? '' : `${person.work} · `}
            {log.planNumber === undefined ? 'no plan kept yet' : `plan version ${log.planNumber}`}
          </p>
        </div>
        <Group gap={8}>
          {log.planId !== undefined && log.hasPage && !inForce?.waiting && (
            <Button
              component="a"
              href={`/api/plans/${log.planId}/handout.pdf`}
              target="_blank"
              rel="noreferrer"
              variant="default"
              data-print-page
            >
              Print the client’s page
            </Button>
          )}
          <Button component={Link} to={`/people?who=${person.id}`} variant="default">
            Visits
          </Button>
        </Group>
      </header>
      <WaitingSince personId={person.id} />
      <OverTime person={person} log={log} mayDecide={mayDecide} />
      {log.planNumber === undefined ? (
        <p className={classes.empty}>
          No plan has been kept for this client. Keep it in the Plan step of a visit; then the client’s page,
          the log and the rules begin.
        </p>
      ) : (
        <ProposalCard personId={person.id} log={log} practice={practice?.name ?? ''} mayDecide={mayDecide} />
      )}
      <LogTable log={log} />
      <SelfTried log={log} references={referenceValues(practice?.references ?? {})} />
      <PaperKeys personId={person.id} />
      <BringIn personId={person.id} owner={log.owner} />
      {log.planNumber !== undefined && (
        <ClientLinks
          personId={person.id}
          practice={practice?.name ?? ''}
          planEndsOn={log.planEndsOn}
          mayChange={mayDecide}
        />
      )}
      {mayDecide && (
        <RecordCard person={person} practice={practice} isOwner={session?.account.role === 'owner'} />
      )}
      {log.decisions.length > 0 && (
        <section className={classes.card} aria-labelledby="decided">
          <h2 id="decided">Decided</h2>
          <ul>
            {log.decisions.map((d, i) => (
              <li key={i}>
                {dayAsRead(d.day)}, {d.by}: {decisionText[d.kind] ?? d.kind}
                {d.words === '' ? '' : `. ${d.words}`}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

/** The long line, what stands beside it, one measure with its forecast, and the versions of the plan. */
function OverTime({ person, log, mayDecide }: { person: Person; log: LogAnswer; mayDecide: boolean }) {
  const course = useCourseQuery(person.id)
  const { data: kept } = useKeptPlansQuery(person.id)
  const { data: practice } = usePracticeQuery()
  const today = dayjs(log.now).format('YYYY-MM-DD')
  const plans = kept?.plans
  const trail = useMemo(
    () => course.data && plans && trailData({ course: course.data, log, plans, today }),
    [course.data, plans, log, today],
  )
  if (!practice || !plans) return null
  const references = referenceValues(practice.references)
  const bigToeGoalDeg = bigToeGoalOf(practice.settings, references)
  return (
    <LoadedPart query={course}>
      {(known) => (
        <>
          <div className={classes.wide}>
            {trail ? (
              <PersonTrail data={trail} today={today} />
            ) : (
              <p className={classes.empty}>No visit yet: begin one in People, and the line begins here.</p>
            )}
            <PersonSide
              person={person}
              practice={practice}
              course={known}
              log={log}
              plans={plans}
              references={references}
              mayDecide={mayDecide}
            />
          </div>
          <ForecastCard course={known} log={log} references={references} bigToeGoalDeg={bigToeGoalDeg} />
          <PlanVersions personId={person.id} plans={plans} mayDecide={mayDecide} />
        </>
      )}
    </LoadedPart>
  )
}

const decisionText: Record<string, string> = {
  take: 'proposal taken',
  putOff: 'put off',
  reopen: 'plan opened again after a stop',
}
const shownDays = 28
const shownTries = 4
const trainedText = { done: 'done', partly: 'partly', not: 'not' } as const

/** The last four weeks, the newest day first. What was not written down is empty, and says nothing. */
function LogTable({ log }: { log: LogAnswer }) {
  const byPaper = new Set(log.entries.filter((e) => e.by === 'practice').map((e) => e.day))
  const wrongClock = new Set(log.entries.filter((e) => e.clockOffMin !== undefined).map((e) => e.day))
  const days = loggedDays(log.entries).toReversed().slice(0, shownDays)
  if (days.length === 0) return <p className={classes.empty}>Nothing has been written down yet.</p>
  return (
    <section className={classes.card} aria-labelledby="log">
      <h2 id="log">Log</h2>
      <div className={classes.scroll} role="region" tabIndex={0} aria-label="Log, by day">
        <table className={classes.table}>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Training</th>
              <th scope="col">Spacers, min</th>
              <th scope="col">New shoes, min</th>
              <th scope="col">Worst pain</th>
              <th scope="col">First steps</th>
              <th scope="col">Next morning</th>
              <th scope="col">Words</th>
            </tr>
          </thead>
          <tbody>
            {days.map((d) => (
              <tr key={d.day} data-stop={d.stops.length > 0}>
                <th scope="row">{dayjs(d.day).format('ddd D MMM')}</th>
                <td>
                  {d.training ? trainedText[d.training] : ''}
                  {d.hadTwoMore === false ? ', no two more' : ''}
                </td>
                <td>{d.spacersMin ?? ''}</td>
                <td>{d.shoesMin ?? ''}</td>
                <PainCell value={d.pain} />
                <PainCell value={d.firstSteps} />
                <PainCell value={d.morning} />
                <td>
                  {d.stops.length > 0 ? `${followActionText.stop}. ` : ''}
                  {d.cramp ? 'Cramp. ' : ''}
                  {d.words ?? ''}
                  {byPaper.has(d.day) ? ' (brought in)' : ''}
                  {wrongClock.has(d.day) ? ' (the phone’s clock was wrong)' : ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** What the client tried alone, with the error of such a try; it opens no gate. */
function SelfTried({ log, references }: { log: LogAnswer; references: References }) {
  const days = loggedDays(log.entries).filter((d) => (d.tests?.length ?? 0) > 0)
  if (days.length === 0) return null
  const rows = selfTestIds.flatMap((test) =>
    days
      .filter((d) => d.tests!.some((tried) => tried.test === test))
      .toReversed()
      .slice(0, shownTries)
      .map((d) => ({
        test,
        day: d.day,
        of: (side: Side) => d.tests!.find((tried) => tried.test === test && tried.side === side)?.value,
      })),
  )
  return (
    <section className={classes.card} aria-labelledby="tried">
      <h2 id="tried">Tried by the client</h2>
      <p className={classes.soft}>
        Alone at home, so less sure than a measure of yours. It opens no gate: measure it at the next visit,
        or say yes there.
      </p>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">Test</th>
            <th scope="col">Day</th>
            <th scope="col">Left</th>
            <th scope="col">Right</th>
            <th scope="col">Error of one try</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ test, day, of }) => (
            <tr key={`${test} ${day}`} data-tried={test}>
              <th scope="row">{selfTestText[test].name}</th>
              <td>{dayjs(day).format('ddd D MMM')}</td>
              <td>{of('left') ?? ''}</td>
              <td>{of('right') ?? ''}</td>
              <td>
                ± {num(references[selfTests[test].sem], 1)} {selfTestText[test].unit}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** The number, and a bar beside it, so that a rise is seen without reading. */
function PainCell({ value }: { value: number | undefined }) {
  return (
    <td>
      {value !== undefined && (
        <span className={classes.pain}>
          <b>{value}</b>
          <i style={{ width: value * 5 }} aria-hidden="true" />
        </span>
      )}
    </td>
  )
}
