import { Button, Group, SegmentedControl } from '@mantine/core'
import { IconArrowLeft } from '@tabler/icons-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { daysBetween } from '@sturvo/core/followup'
import { dueRows, plannedSeconds, type DueRow } from '@sturvo/core/overTime'
import { bySide } from '@sturvo/core/side'
import { answerOf } from '@sturvo/schema'
import { dayAsRead, dueWhatText, dueWhyText, num } from '@sturvo/words'
import { useTakenTrialsQuery } from '../../../app/errorApi'
import { useDatedReading, type DatedVisit } from '../../../parts/useDatedReading'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import { RetestEndView } from './RetestEndView'
import { isDone, valueBefore } from './retestRows'
import classes from './Retest.module.css'

/** A visit that goes on from the one before: only the rows worth repeating, then what they say. */
export function RetestRoom() {
  const { visitId, person, practice } = useVisitFrame()
  const fields = useVisitFields()
  const of = answerOf(fields, 'retestOf')
  const { read: before, isFailed } = useDatedReading(of, person, practice)
  return (
    <div className={classes.room}>
      <Group justify="space-between">
        <Button
          component={Link}
          to={`/visit/${visitId}/story`}
          variant="default"
          leftSection={<IconArrowLeft size={16} />}
        >
          The whole visit
        </Button>
        <Link to={`/person/${person.id}`}>{person.name} over time</Link>
      </Group>
      {of === undefined ? (
        <p className={classes.card}>
          This visit goes on from no other: everything is in its steps. A re-test begins with “New visit” in
          People, for somebody who was here before.
        </p>
      ) : before ? (
        <Retest before={before} />
      ) : (
        <p role={isFailed ? 'alert' : 'status'}>
          {isFailed
            ? 'The visit before cannot be read just now. Its rows come when Sturvo is reached; nothing is lost.'
            : 'Opening the visit before …'}
        </p>
      )}
    </div>
  )
}

function Retest({ before }: { before: DatedVisit }) {
  const { visitId, startedOn, practice, references } = useVisitFrame()
  const fields = useVisitFields()
  const { facts, reading } = useVisitReading()
  const [view, setView] = useState('measure')
  const rows = dueRows(before, facts.plan.inForce, practice.drills, references)
  const open = rows.filter((row) => !isDone(row, fields, before.facts))
  const days = daysBetween(before.day, startedOn)
  const since = days < 14 ? `${days} ${days === 1 ? 'day' : 'days'}` : `${Math.round(days / 7)} weeks`
  const unasked = reading.cautions.block?.openQuestions.length ?? 0
  return (
    <>
      <header className={classes.head}>
        <h1>
          {days === 0
            ? 'Re-test on the day of the visit before'
            : `Re-test, ${since} after ${dayAsRead(before.day)}`}
        </h1>
        <p className={classes.soft}>
          {rows.length} rows are due, about {num(Math.ceil(plannedSeconds(rows, references) / 60), 0)}{' '}
          minutes. {open.length === 0 ? 'All are taken.' : `${open.length} still open.`}{' '}
          <TimeTaken visitId={visitId} />
        </p>
      </header>
      {unasked > 0 && (
        <p className={classes.ask} data-unasked>
          Red flags, conditions and medicines are asked anew: {unasked} still open, and until then no plan can
          be made. <Link to={`/visit/${visitId}/story`}>Ask them now</Link>
        </p>
      )}
      <SegmentedControl
        aria-label="Part of the re-test"
        value={view}
        onChange={setView}
        data={[
          { value: 'measure', label: 'Measure' },
          { value: 'end', label: 'What it says' },
        ]}
      />
      {view === 'measure' ? <DueRows rows={rows} before={before} /> : <RetestEndView before={before} />}
      {view === 'measure' && (
        <Group>
          <Button onClick={() => setView('end')} data-to-end>
            What it says
          </Button>
        </Group>
      )}
    </>
  )
}

/** From the first value of this visit to the last, as they were kept. */
function TimeTaken({ visitId }: { visitId: string }) {
  const { data } = useTakenTrialsQuery(visitId)
  const at = (data?.trials ?? []).map((trial) => Date.parse(trial.at)).sort((a, b) => a - b)
  if (at.length < 2) return null
  const minutes = Math.ceil((at.at(-1)! - at[0]!) / 60_000)
  return minutes < 1 || minutes > 180 ? null : <>Taken so far: {num(minutes, 0)} min.</>
}

function DueRows({ rows, before }: { rows: readonly DueRow[]; before: DatedVisit }) {
  const { visitId, person } = useVisitFrame()
  const fields = useVisitFields()
  if (rows.length === 0)
    return (
      <p className={classes.card}>
        Nothing was short, nothing borderline, and no plan trained anything. Look at what you like in the
        steps of the visit.
      </p>
    )
  const wholes = rows.filter(({ what }) => what === 'print' || what === 'load')
  return (
    <>
      {wholes.length > 0 && (
        <ul className={classes.whole}>
          {wholes.map((row) => (
            <li key={row.what} data-due={row.what}>
              <strong>{dueWhatText(row.what)}</strong>{' '}
              <span className={classes.soft}>{row.whys.map((why) => dueWhyText[why]).join(', ')}</span>{' '}
              {isDone(row, fields, before.facts) ? (
                'taken'
              ) : (
                <Link to={`/visit/${visitId}/${row.what === 'print' ? 'look' : 'load'}`}>Take them</Link>
              )}
            </li>
          ))}
        </ul>
      )}
      <MirrorRows title="due now">
        {rows.map(({ what, whys }) =>
          what === 'print' || what === 'load' ? null : (
            <div key={what} data-due={what}>
              <MirrorRow
                measure={what}
                mayFail
                before={bySide((side) => valueBefore(before.facts, what, side, person))}
              />
              <p className={classes.why}>{whys.map((why) => dueWhyText[why]).join(' · ')}</p>
            </div>
          ),
        )}
      </MirrorRows>
    </>
  )
}
