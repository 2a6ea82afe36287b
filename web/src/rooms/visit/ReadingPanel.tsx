import { ActionIcon, Button, Checkbox, Tooltip } from '@mantine/core'
import { IconPin, IconPinFilled } from '@tabler/icons-react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { testsFor, type Finding, type Step, type TestNext } from '@sturvo/core/reading'
import { referenceTable, type ReferenceId } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import { answerOf, letterPins } from '@sturvo/schema'
import {
  cautionText,
  dayAsRead,
  findingReferences,
  findingWords,
  levelText,
  num,
  testNextWords,
} from '@sturvo/words'
import { ConcernMark } from '../../parts/ConcernMark'
import { Cairn } from '../../parts/Cairn'
import { RichText } from '../../parts/RichText'
import classes from './ReadingPanel.module.css'
import { stepName } from './stepText'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from './visitContext'

const shownFindings = 7
const shownTests = 2
type PinnedTo = { page: boolean; letter: boolean }

/** Sentences that change as values arrive: those of this step first, most telling on top. */
export function ReadingPanel({ step, next }: { step: Step; next: Step | undefined }) {
  const { visitId } = useVisitFrame()
  const fields = useVisitFields()
  const { reading } = useVisitReading()
  const record = useRecord()
  const navigate = useNavigate()
  const [isAll, setAll] = useState(false)
  const pinned = answerOf(fields, 'pinnedSentences') ?? []
  const ofStep = reading.findings.filter((f) => f.step === step)
  const others = reading.findings.filter((f) => f.step !== step)
  const list = [...ofStep, ...others]
  const shown = isAll ? list : list.slice(0, shownFindings)
  const lettered = letterPins(fields)
  const without = (list: readonly string[], id: string) => list.filter((p) => p !== id)
  const pin = (id: string, where: PinnedTo) =>
    record({
      'answer.pinnedSentences': where.page ? [...without(pinned, id), id] : without(pinned, id),
      'answer.letterSentences': where.letter ? [...without(lettered, id), id] : without(lettered, id),
    })
  const testsHere = reading.cautions.isBlocked ? [] : reading.testNext.slice(0, 3)
  return (
    <aside className={classes.reading} aria-label="Reading">
      <div className={classes.scroll} tabIndex={0} role="group" aria-label="What the values say">
        <h2>Reading</h2>
        <p className={classes.small}>
          from {reading.valueCount} {reading.valueCount === 1 ? 'value' : 'values'}
          {testsHere.length > 0 ? ` · ${reading.testNext.length} would make it surer` : ''}
        </p>
        <RetestNote />
        <StopNotes />
        {list.length === 0 && !reading.cautions.isBlocked && (
          <p className={classes.empty}>{emptyText[step]}</p>
        )}
        <ul className={classes.list} aria-live="polite">
          {shown.map((finding) => (
            <FindingLine
              key={finding.id}
              finding={finding}
              pinnedTo={{ page: pinned.includes(finding.id), letter: lettered.includes(finding.id) }}
              onPinned={(where) => pin(finding.id, where)}
            />
          ))}
        </ul>
        {list.length > shownFindings && (
          <Button variant="subtle" size="compact-sm" onClick={() => setAll(!isAll)}>
            {isAll ? 'Show fewer' : `Show all ${list.length}`}
          </Button>
        )}
        {testsHere.length > 0 && <TestNextList tests={testsHere} />}
      </div>
      {next && (
        <div className={classes.on}>
          <Button
            size="md"
            component={Link}
            to={`/visit/${visitId}/${next}`}
            rightSection={<kbd className={classes.key}>]</kbd>}
            data-on
          >
            On to {stepName[next]}
          </Button>
        </div>
      )}
      {!next && (
        <div className={classes.on}>
          <Button size="md" onClick={() => void navigate('/')}>
            Done, back to Today
          </Button>
        </div>
      )}
    </aside>
  )
}

const emptyText: Record<Step, string> = {
  story: 'Ask the questions below first: a stop changes everything that follows.',
  look: 'Put in a footprint or a navicular height; the first sentence appears at once.',
  load: 'Weigh each foot on three scales, or let the client say how much each point feels.',
  move: 'Start with knee to wall: a stiff ankle decides what comes next.',
  grade: 'Heights from Look count here; add the heel from behind.',
  shoes: 'Add the shoe that is worn most hours a week.',
  plan: 'The plan follows from the values of the steps before.',
  handover: 'The page for the client follows from the plan.',
}

/** In a re-test: how much of what is said rests on values of before, and the way to the rows that are due. */
function RetestNote() {
  const { visitId } = useVisitFrame()
  const fields = useVisitFields()
  const { facts } = useVisitReading()
  if (answerOf(fields, 'retestOf') === undefined) return null
  const days = sides.flatMap((side) => Object.values(facts.carried?.[side] ?? {}))
  const oldest = days.toSorted()[0]
  return (
    <p className={classes.small} data-retest>
      {oldest === undefined
        ? 'A re-test. '
        : `A re-test: ${days.length} more values are from before, the oldest of ${dayAsRead(oldest)}. `}
      <Link to={`/visit/${visitId}/retest`}>Rows that are due</Link>
    </p>
  )
}

function StopNotes() {
  const { visitId } = useVisitFrame()
  const { reading } = useVisitReading()
  const stops = reading.cautions.cautions.filter((c) => c.level === 'stop' && !c.dealtWith)
  if (stops.length === 0) return null
  return (
    <div className={classes.stop} role="alert">
      <Cairn />
      <div>
        {stops.map((c) => (
          <p key={c.id}>
            <strong>
              {levelText[c.level]}: {cautionText[c.id].name}.
            </strong>{' '}
            {cautionText[c.id].practitioner}
          </p>
        ))}
        <Link to={`/visit/${visitId}/handover`}>The letter is ready</Link>
      </div>
    </div>
  )
}

function FindingLine({
  finding,
  pinnedTo,
  onPinned,
}: {
  finding: Finding
  pinnedTo: PinnedTo
  onPinned: (where: PinnedTo) => void
}) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const isPinned = pinnedTo.page || pinnedTo.letter
  const [isOpen, setOpen] = useState(false)
  const { sentence, detail, evidence } = findingWords(finding, references)
  return (
    <li className={classes.line} data-finding={finding.id}>
      <ConcernMark concern={finding.concern} />
      <div>
        <button
          type="button"
          className={classes.sentence}
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          <RichText rich={sentence} />
        </button>
        <p className={classes.small}>{detail}</p>
        {isOpen && (
          <div className={classes.evidence}>
            <p>{evidence}</p>
            <ReferenceList ids={findingReferences[finding.kind] ?? []} />
            <SurerList tests={testsFor(finding, reading.testNext).slice(0, shownTests)} />
            <div className={classes.pins}>
              <Checkbox
                size="xs"
                label="on the client's page"
                checked={pinnedTo.page}
                onChange={(event) => onPinned({ ...pinnedTo, page: event.currentTarget.checked })}
              />
              <Checkbox
                size="xs"
                label="in the letter"
                checked={pinnedTo.letter}
                onChange={(event) => onPinned({ ...pinnedTo, letter: event.currentTarget.checked })}
              />
            </div>
          </div>
        )}
      </div>
      <Tooltip label={isPinned ? 'Unpin from the letter and the plan' : 'Pin to the letter and the plan (P)'}>
        <ActionIcon
          variant="subtle"
          color="gray"
          aria-pressed={isPinned}
          aria-label={isPinned ? 'Unpin this sentence' : 'Pin this sentence'}
          data-pin
          onClick={() => onPinned({ page: !isPinned, letter: !isPinned })}
        >
          {isPinned ? <IconPinFilled size={16} /> : <IconPin size={16} />}
        </ActionIcon>
      </Tooltip>
    </li>
  )
}

function ReferenceList({ ids }: { ids: readonly ReferenceId[] }) {
  const { references, practice } = useVisitFrame()
  if (ids.length === 0) return null
  return (
    <ul className={classes.references} aria-label="Reference values">
      {ids.map((id) => {
        const { label, unit, source } = referenceTable[id]
        return (
          <li key={id}>
            {label}: <strong>{num(references[id], 3)}</strong> {unit} · {source}
            {practice.references[id] === undefined ? '' : ' · your own value'}
          </li>
        )
      })}
      <li>
        <Link to="/practice#references">Reference values of the practice</Link>
      </li>
    </ul>
  )
}

function SurerList({ tests }: { tests: readonly TestNext[] }) {
  const { visitId } = useVisitFrame()
  if (tests.length === 0) return null
  return (
    <p>
      Measure this to be surer:{' '}
      {tests.map((test, i) => {
        const { what, decides } = testNextWords(test)
        return (
          <span key={i}>
            {i > 0 ? '; ' : ''}
            <Link to={`/visit/${visitId}/${test.step}`}>{what}</Link> ({decides})
          </span>
        )
      })}
      .
    </p>
  )
}

function TestNextList({ tests }: { tests: readonly TestNext[] }) {
  const { visitId } = useVisitFrame()
  return (
    <div className={classes.next}>
      <h3>Test next</h3>
      {tests.map((test, i) => {
        const { what, decides } = testNextWords(test)
        return (
          <p key={i}>
            <Link to={`/visit/${visitId}/${test.step}`}>{what}</Link>: {decides}
          </p>
        )
      })}
    </div>
  )
}
