import { NumberInput, Slider } from '@mantine/core'
import { Suspense, useState } from 'react'
import { goalKinds } from '@sturvo/core/story'
import { kgTo, toKg } from '@sturvo/core/units'
import { answerOf, checkChange, eventsOf, marksOf } from '@sturvo/schema'
import { goalKindText } from '@sturvo/words'
import { lazyPart } from '../../../app/lazyPart'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { CautionList } from '../story/CautionList'
import { Conditions } from '../story/Conditions'
import { HistoryLine } from '../story/HistoryLine'
import { RedFlags } from '../story/RedFlags'
import { TextAnswer } from '../story/TextAnswer'
import { UsualWeek } from '../story/UsualWeek'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './steps.module.css'

// only who comes again has a log: the first room of a visit does not wait for it
const BetweenVisits = lazyPart(async () => (await import('../story/BetweenVisits')).BetweenVisits)

/** Who, goal, complaint, history, usual week, other conditions; only what this client needs is unfolded. */
export function StoryStep() {
  const fields = useVisitFields()
  const marks = marksOf(fields)
  const isWorstOnMap = marks.some((m) => m.kind === 'pain' && m.worst !== undefined)
  const hasOldText = typeof fields['answer.oldInjuries'] === 'string'
  return (
    <div className={classes.form}>
      <Suspense fallback={null}>
        <BetweenVisits />
      </Suspense>
      <RedFlags />
      <CautionList />
      <fieldset className={classes.plain}>
        <legend>Goal and complaint</legend>
        <GoalChoice />
        <div className={classes.two} style={{ marginTop: 12 }}>
          <TextAnswer
            answer="goal"
            label="Goal, in their words"
            placeholder="What should be possible again?"
          />
          <TextAnswer
            answer="complaint"
            label="Complaint"
            placeholder="What brings them here, in their words"
          />
        </div>
        <Sidedness />
        {!isWorstOnMap && <PainAnswer />}
      </fieldset>
      <fieldset className={classes.plain}>
        <legend>History</legend>
        <HistoryLine />
        {(hasOldText || eventsOf(fields).length === 0) && (
          <div style={{ marginTop: 12 }}>
            <TextAnswer
              answer="oldInjuries"
              label="Anything else that happened"
              placeholder="Scars, inserts, what was tried before"
            />
          </div>
        )}
      </fieldset>
      <UsualWeek />
      <Conditions />
      <BodyMass />
    </div>
  )
}

function GoalChoice() {
  const { facts } = useVisitReading()
  const record = useRecord()
  return (
    <div className={classes.chips} role="group" aria-label="Goal">
      {goalKinds.map((goal) => (
        <ChoiceChip
          key={goal}
          isOn={facts.goal === goal}
          onToggled={() => record({ 'answer.goalKind': facts.goal === goal ? null : goal })}
        >
          {goalKindText[goal]}
        </ChoiceChip>
      ))}
    </div>
  )
}

const sideText = { left: 'the left foot', both: 'both feet', right: 'the right foot' } as const

/** One foot or both; asked only where there is something to complain about and the map does not say it yet. */
function Sidedness() {
  const fields = useVisitFields()
  const { facts } = useVisitReading()
  const record = useRecord()
  const chosen = answerOf(fields, 'sidedness')
  const hasComplaint = (answerOf(fields, 'complaint') ?? '').trim() !== ''
  if (chosen === undefined && (!hasComplaint || facts.soreSides.length > 0)) return null
  return (
    <div className={classes.chips} role="group" aria-label="One foot or both" style={{ marginTop: 12 }}>
      {(['left', 'both', 'right'] as const).map((side) => (
        <ChoiceChip
          key={side}
          isOn={chosen === side}
          onToggled={() => record({ 'answer.sidedness': chosen === side ? null : side })}
        >
          {sideText[side]}
        </ChoiceChip>
      ))}
    </div>
  )
}

const painMarks = [
  { value: 0, label: '0, none' },
  { value: 2, label: '2' },
  { value: 5, label: '5' },
  { value: 10, label: '10, worst' },
]

function PainAnswer() {
  const { facts } = useVisitReading()
  const record = useRecord()
  return (
    <div className={classes.pain}>
      <p id="worst-pain">
        Worst pain of the last week, 0 to 10
        {facts.worstPain === undefined ? ': not asked yet' : `: ${facts.worstPain}`}
      </p>
      <Slider
        thumbProps={{ 'aria-labelledby': 'worst-pain' }}
        min={0}
        max={10}
        step={1}
        marks={painMarks}
        value={facts.worstPain ?? 0}
        onChange={(value) => record({ 'answer.worstPain': value })}
        mb={18}
      />
    </div>
  )
}

/** Asked for the load of the arch in newtons and for sudden changes; nothing else hangs on it. */
function BodyMass() {
  const { person } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const [problem, setProblem] = useState<string>()
  const { massUnit } = person
  const shown = facts.bodyMassKg === undefined ? '' : rounded(kgTo(facts.bodyMassKg, massUnit))
  const keep = (typed: string) => {
    const value = parseFloat(typed)
    const checked = checkChange({
      path: 'answer.bodyMassKg',
      value: Number.isNaN(value) ? null : rounded(toKg(value, massUnit)),
    })
    setProblem(checked.ok ? undefined : `${checked.problem.message} Not stored.`)
    if (checked.ok && checked.value !== (facts.bodyMassKg ?? null))
      record({ 'answer.bodyMassKg': checked.value })
  }
  return (
    <NumberInput
      label="Body mass"
      description="for the flexibility of the arch; may be left out"
      suffix={` ${massUnit}`}
      w={260}
      decimalScale={1}
      value={shown}
      error={problem}
      onBlur={(event) => keep(event.currentTarget.value)}
    />
  )
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10
}
