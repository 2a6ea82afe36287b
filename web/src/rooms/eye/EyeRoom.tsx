import { Button, Checkbox, SegmentedControl } from '@mantine/core'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { notifications } from '@mantine/notifications'
import { useLocalStorage } from '@mantine/hooks'
import {
  eyeBiases,
  eyeKinds,
  eyeLevels,
  type EyeAnswer,
  type EyeKindId,
  type EyeLevel,
} from '@sturvo/core/eye'
import { referenceValues } from '@sturvo/core/reference'
import type { EyeAnswers, Practice } from '@sturvo/schema'
import { biasSentence, eyeOptionText, eyeText, eyeValue, num, scoreSentence } from '@sturvo/words'
import { usePracticeQuery } from '../../app/practiceApi'
import { useChooseEyeMutation, useEyeQuery } from '../../app/errorApi'
import { failureText } from '../../app/failureText'
import { LoadedPart } from '../../parts/LoadedPart'
import { AskPanel } from './AskPanel'
import classes from './EyeRoom.module.css'
import { QuestionView } from './QuestionView'
import { useDraft } from './useDraft'
import { useEyeRound, type EyeRound } from './useEyeRound'

/** Eye practice: made-up feet with a known truth; first one's own answer, then the truth over it. */
export default function EyeRoom() {
  const eye = useEyeQuery()
  const practice = usePracticeQuery()
  return (
    <LoadedPart query={eye}>
      {(known) => (
        <LoadedPart query={practice}>{(where) => <EyeView known={known} practice={where} />}</LoadedPart>
      )}
    </LoadedPart>
  )
}

const mixed = 'mixed'
const byItself = 'auto'

export function EyeView({ known, practice }: { known: EyeAnswers; practice: Practice }) {
  const [kind, setKind] = useLocalStorage<string>({ key: 'sturvo.eye.kind', defaultValue: mixed })
  const [level, setLevel] = useLocalStorage<string>({ key: 'sturvo.eye.level', defaultValue: byItself })
  const base = useSittingSeed()
  // another kind or level begins a sitting of its own
  return (
    <Sitting
      key={`${kind} ${level}`}
      {...{ known, practice, kind, level, base }}
      onKind={setKind}
      onLevel={setLevel}
    />
  )
}

/** `?seed=` asks for one sitting again. */
function useSittingSeed(): number {
  const [search] = useSearchParams()
  const [base] = useState(() => {
    const asked = Number(search.get('seed') ?? NaN)
    return Number.isInteger(asked) && asked >= 0 ? asked : crypto.getRandomValues(new Uint32Array(1))[0]!
  })
  return base
}

type SittingProps = {
  known: EyeAnswers
  practice: Practice
  kind: string
  level: string
  base: number
  onKind: (kind: string) => void
  onLevel: (level: string) => void
}

function Sitting({ known, practice, kind, level, base, onKind, onLevel }: SittingProps) {
  // held against one's own error, as everything in a visit is
  const references = useMemo(
    () => referenceValues({ ...practice.references, ...known.errors }),
    [practice.references, known.errors],
  )
  const round = useEyeRound({
    known,
    chosenKind: eyeKinds.find((k) => k === kind),
    chosenLevel: eyeLevels.find((l) => String(l) === level),
    base,
    references,
  })
  const biases = eyeBiases(known.answers, references)
  return (
    <div className={classes.room}>
      <h1 className="unseen">Eye practice</h1>
      <QuestionPart key={round.question.seed} round={round} />
      <aside className={classes.side} aria-label="Where you stand">
        <h2>Level</h2>
        <SegmentedControl
          aria-label="Level"
          fullWidth
          value={level}
          onChange={onLevel}
          data={[{ value: byItself, label: 'by itself' }, ...eyeLevels.map((l) => String(l))]}
        />
        {biases.length > 0 && (
          <section aria-label="Habits" className={classes.biases}>
            <h2>What you do again and again</h2>
            {biases.map((bias) => (
              <p key={`${bias.kind} ${bias.side}`}>{biasSentence(bias)}</p>
            ))}
          </section>
        )}
        <h2>What to practise</h2>
        <KindList round={round} kind={kind} onKind={onKind} />
        <CountChoice countsAsOwn={known.countsAsOwn} />
      </aside>
    </div>
  )
}

function QuestionPart({ round }: { round: EyeRound }) {
  const { question, scored, limit, answered } = round
  const draft = useDraft(question)
  const submit = (answer: EyeAnswer | undefined = draft.answer) => answer && round.submit(answer)
  return (
    <section
      className={classes.question}
      aria-label={eyeText[question.kind].name}
      data-question={question.kind}
      data-side={question.side}
      data-truth-shown={scored !== undefined}
    >
      <header className={classes.head}>
        <h2>{eyeText[question.kind].ask}</h2>
        <p className={classes.soft}>
          {question.side} foot · level {question.level} · question {answered + (scored ? 0 : 1)}
        </p>
      </header>
      <QuestionView question={question} draft={draft} scored={scored} answer={round.answer} />
      <div className={classes.foot}>
        {scored ? (
          <>
            <div role="status" className={classes.result} data-within={Math.abs(scored.error) <= limit}>
              <p>{truthText(round)}</p>
              <p>
                <strong>{scoreSentence(question.kind, scored.error, limit)}</strong>
              </p>
              {scored.derived && (
                <p className={classes.soft}>
                  The measure made from your points is {num(Math.abs(scored.derived.error), 1)}{' '}
                  {scored.derived.kind === 'semNavicularMm' ? 'mm' : '°'} off.
                </p>
              )}
              {round.isUnsent && (
                <p className={classes.soft} role="alert">
                  This answer could not be kept: the server is away.{' '}
                  <Button size="compact-xs" variant="default" onClick={round.sendAgain}>
                    Send it again
                  </Button>
                </p>
              )}
            </div>
            <Button onClick={round.next} autoFocus>
              Next
            </Button>
          </>
        ) : (
          <AskPanel question={question} draft={draft} onSubmit={submit} />
        )}
      </div>
    </section>
  )
}

/** What was answered and what is true. */
function truthText({ question, answer }: EyeRound): string {
  const { asks } = question
  if (!answer) return ''
  const shown = (value: number) => eyeValue(question.kind, value)
  if (asks.ask === 'number' && answer.kind === 'number')
    return `You said ${shown(answer.value)}. It is ${shown(asks.truth)}.`
  if (asks.ask === 'choice' && answer.kind === 'choice')
    return `You said ${eyeOptionText[asks.options[answer.option]!]}. It is ${eyeOptionText[asks.options[asks.truth]!]}.`
  if (asks.ask === 'which' && answer.kind === 'which')
    return `You said ${asks.options[answer.option]}, ${answer.mm} mm. It is ${asks.options[asks.truth.option]}, ${asks.truth.mm} mm.`
  return 'Rings are where the points belong.'
}

type KindListProps = { round: EyeRound; kind: string; onKind: (kind: string) => void }

function KindList({ round, kind, onKind }: KindListProps) {
  const chosen = eyeKinds.find((k) => k === kind)
  return (
    <ul className={classes.kinds}>
      <li>
        <button type="button" aria-pressed={chosen === undefined} onClick={() => onKind(mixed)}>
          Mixed, the weak ones first
        </button>
      </li>
      {round.standings.map((s) => (
        <li key={s.kind}>
          <button type="button" aria-pressed={chosen === s.kind} onClick={() => onKind(s.kind)}>
            {eyeText[s.kind].name}
            <small>{standingText(s)}</small>
          </button>
        </li>
      ))}
    </ul>
  )
}

function standingText(s: {
  kind: EyeKindId
  answers: number
  level: EyeLevel
  recentError: number | undefined
}): string {
  if (s.recentError === undefined) return 'not practised yet'
  return `${s.answers} answers · lately ${eyeValue(s.kind, s.recentError, 1)} off · level ${s.level}`
}

function CountChoice({ countsAsOwn }: { countsAsOwn: boolean }) {
  const [choose] = useChooseEyeMutation()
  return (
    <Checkbox
      mt={16}
      label="Count my points on photos towards my own error"
      description="Marked as practice in “Our error”. Off unless you want it: a made-up photo is easier than a foot."
      checked={countsAsOwn}
      onChange={(event) =>
        void choose({ countsAsOwn: event.currentTarget.checked })
          .unwrap()
          .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
      }
    />
  )
}
