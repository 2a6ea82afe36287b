import { heldBackBy } from '@sturvo/core/cautions'
import { Suspense, useMemo, type MouseEvent } from 'react'
import { Button, Group, SegmentedControl } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { planDays } from '@sturvo/core/days'
import { daysAsked } from '@sturvo/core/reading'
import type { Paper } from '@sturvo/pages/feetPage'
import { IconFileText, IconPrinter } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { answerOf, letterPins } from '@sturvo/schema'
import { handoutOf, letterText, type Handout } from '@sturvo/pages/handout'
import type { PlanInput, TrainingPlan } from '@sturvo/core/training'
import { usePlan } from '../plan/usePlan'
import { brokenText, shoeVerdicts } from '@sturvo/words'
import { useSessionQuery } from '../../../app/api'
import { useInForceQuery } from '../../../app/followApi'
import { lazyPart } from '../../../app/lazyPart'
import { useAppSelector } from '../../../app/store'
import { selectSave } from '../../../outbox/visitSlice'
import { HeldBack } from '../../../parts/HeldBack'
import { MovementView } from '../../../parts/MovementView'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './HandoverStep.module.css'

const ClientLinks = lazyPart(async () => (await import('../../../parts/ClientLinks')).ClientLinks)

/** The client's page as it will be printed; with a stop, the letter instead of a plan. */
export function HandoverStep() {
  const { reading } = useVisitReading()
  return reading.planInput ? (
    <WithPlan input={reading.planInput} />
  ) : (
    <HandoverView plan={undefined} isProving={false} />
  )
}

/** The page carries the proven plan, as the PDF does: until it is there, the quick one is no promise. */
function WithPlan({ input }: { input: PlanInput }) {
  const { plan, isProving } = usePlan(input)
  return <HandoverView plan={plan} isProving={isProving} />
}

function HandoverView({ plan, isProving }: { plan: TrainingPlan | undefined; isProving: boolean }) {
  const { practice, person, practitioner, references, startedOn, visitId } = useVisitFrame()
  const fields = useVisitFields()
  const { reading, facts } = useVisitReading()
  const pinnedFindings = answerOf(fields, 'pinnedSentences') ?? []
  const save = useAppSelector(selectSave)
  const { data: session } = useSessionQuery()
  const { data: inForce } = useInForceQuery(person.id, { refetchOnMountOrArgChange: true })
  // what this visit says itself stands on its own page
  const elsewhere = (inForce?.stops ?? []).filter((stop) => stop.visitId !== visitId)
  const on = dayjs(startedOn).format('D MMMM YYYY')
  const asked = useMemo(
    () => daysAsked({ reading, plan, facts, visitOn: startedOn }),
    [reading, plan, facts, startedOn],
  )
  const days = useMemo(() => asked && planDays(asked), [asked])
  const [paper, setPaper] = useLocalStorage<Paper>({ key: 'sturvo.paper', defaultValue: 'a4' })
  const handout = handoutOf({
    reading,
    plan,
    days,
    practice: practice.name,
    client: person.name,
    on,
    ...facts.plan,
    pinnedFindings,
    references,
  })
  // the files are made by the server from what it has
  const waits = save !== 'saved' || elsewhere.length > 0
  const file = (name: string) => ({
    component: 'a' as const,
    href: `/api/visits/${visitId}/${name}`,
    target: '_blank',
    'data-disabled': waits || undefined,
    'aria-disabled': waits,
    onClick: (event: MouseEvent) => waits && event.preventDefault(),
  })
  const stops = heldBackBy(reading.cautions)
  return (
    <div className={classes.handover}>
      <HeldBack personId={person.id} stops={elsewhere} />
      <Group justify="space-between">
        <p className={classes.soft}>
          {isProving
            ? 'The plan is being worked out …'
            : elsewhere.length > 0
              ? 'Nothing is printed before it is settled.'
              : save === 'saved'
                ? 'Ready to print.'
                : 'The print-out waits until everything is saved.'}
        </p>
        <Group gap={8}>
          {stops.length + elsewhere.length > 0 && (
            <Button
              variant="default"
              component="a"
              href={`/api/visits/${visitId}/letter.pdf`}
              target="_blank"
              leftSection={<IconFileText size={16} />}
            >
              Letter as text
            </Button>
          )}
          <SegmentedControl
            aria-label="Paper"
            value={paper}
            onChange={(value) => setPaper(value === 'letter' ? 'letter' : 'a4')}
            data={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
          />
          <Button {...file(`handout.pdf?paper=${paper}`)} leftSection={<IconPrinter size={16} />} data-pdf>
            Open the page (PDF)
          </Button>
          {plan && reading.transition && (
            <Button {...file(`shoes.pdf?paper=${paper}`)} variant="default" data-shoes-pdf>
              Change of shoes (PDF)
            </Button>
          )}
          {plan && (
            <Button
              {...file(`plan.pdf?paper=${paper}&prices=yes`)}
              variant="default"
              leftSection={<IconFileText size={16} />}
              data-sheet
            >
              Sheet with reasons and prices (PDF, takes seconds)
            </Button>
          )}
        </Group>
      </Group>
      {reading.transition?.broken.map((broken) => (
        <p key={broken.week} role="alert" className={classes.stop}>
          {brokenText(broken)}
        </p>
      ))}
      {stops.length === 0 && plan && (
        <Suspense fallback={null}>
          <ClientLinks
            personId={person.id}
            practice={practice.name}
            planEndsOn={days?.weeks.at(-1)?.days.at(-1)?.date}
            mayChange={session !== undefined && session.account.role !== 'assistant'}
          />
        </Suspense>
      )}
      <PaperView handout={handout} />
      {stops.length > 0 && (
        <article className={classes.paper} aria-label="Letter">
          <pre className={classes.letter}>
            {letterText({
              practice,
              practitioner,
              client: person,
              on,
              stops,
              findings: reading.findings,
              pinnedFindings: letterPins(fields),
              shoes: shoeVerdicts(reading),
              references,
            })}
          </pre>
        </article>
      )}
    </div>
  )
}

/** The same facts as on the printed page. */
export function PaperView({ handout: h }: { handout: Handout }) {
  return (
    <article className={classes.paper} aria-label="The client's page">
      <div className={classes.top}>
        <strong>{h.practice}</strong>
        <span>{h.on}</span>
      </div>
      <h2>For {h.client}</h2>
      {h.blocked ? (
        <>
          <p className={classes.stop}>
            {h.blocked.see ? `First, please see ${h.blocked.see}.` : 'First, a few questions.'}
          </p>
          <ul>
            {h.blocked.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
          <p>
            There are no exercises and no new shoes until then.
            {h.blocked.see ? ' Bring the letter with you.' : ''}
          </p>
        </>
      ) : (
        <>
          <ul>
            {h.seen.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
          {h.care.length > 0 && (
            <>
              <h3>Take care</h3>
              <ul>
                {h.care.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </>
          )}
          {h.drills.length + h.shoes.length > 0 && (
            <>
              <h3>Too much, if</h3>
              <ul>
                {h.tooMuch.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </>
          )}
          {h.phases.length > 0 && (
            <ol className={classes.phases} aria-label="The whole plan">
              {h.phases
                .filter((p) => p.drills.length > 0)
                .map((p) => (
                  <li key={p.name}>
                    <strong>{p.name}</strong> {p.weeks}
                    <br />
                    {p.drills.length} drills{p.gate ? `, ${p.gate}` : ''}
                  </li>
                ))}
            </ol>
          )}
          {h.drills.length === 0 ? (
            <p>No drills for now.</p>
          ) : (
            <h3>
              Your drills: about {h.minutes} minutes, {h.sessions} times a week
            </h3>
          )}
          <ul className={classes.drills}>
            {h.drills.map((drill) => (
              <li key={drill.name}>
                <MovementView id={drill.id} width={96} />
                <div>
                  <p>
                    <strong>{drill.name}</strong> <span className={classes.dose}>{drill.dose}</span>
                  </p>
                  <p>{drill.cue}</p>
                  <p className={classes.soft}>Watch: {drill.slip}</p>
                  {drill.gate && <p className={classes.soft}>{drill.gate}</p>}
                </div>
              </li>
            ))}
          </ul>
          {h.shoes.length > 0 && (
            <>
              <h3>Thinner shoes and barefoot</h3>
              {h.newShoe && <p>In: {h.newShoe}</p>}
              <table>
                <tbody>
                  {h.shoes.map((line) => (
                    <tr key={line.weeks}>
                      <th scope="row">{line.weeks}</th>
                      <td>{line.minutes}</td>
                      <td>{line.where}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
          {h.verdicts.length > 0 && (
            <>
              <h3>Your shoes</h3>
              <ul>
                {h.verdicts.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </>
          )}
          {h.spacing !== undefined && (
            <>
              <h3>Toe spacers</h3>
              <p>{h.spacing}</p>
            </>
          )}
          {h.sheet && <WeekSheetView sheet={h.sheet} />}
        </>
      )}
    </article>
  )
}

/** The second page: the first week, with a box for each thing on each day. */
function WeekSheetView({ sheet }: { sheet: NonNullable<Handout['sheet']> }) {
  return (
    <>
      <h3>The week from {sheet.begins}, to tick</h3>
      <div className={classes.sheetScroll}>
        <table className={classes.sheet} data-sheet-week>
          <thead>
            <tr>
              <td />
              {sheet.days.map((day) => (
                <th key={day} scope="col">
                  {day}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.rows.map(({ name, cells }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {cells.map((cell, i) => (
                  <td key={i}>
                    {cell !== null && (
                      <>
                        <span className={classes.box} role="img" aria-label="to do" /> {cell}
                      </>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {sheet.checks.length > 0 && (
        <ul>
          {sheet.checks.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </>
  )
}
