import { Button, TagsInput } from '@mantine/core'
import { conditionQuestions, type CautionQuestion } from '@sturvo/core/cautions'
import { answerOf } from '@sturvo/schema'
import { cautionQuestionText, medicineList } from '@sturvo/words'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { useRecord, useVisitFields, useVisitReading } from '../visitContext'
import { TextAnswer } from './TextAnswer'
import classes from '../steps/steps.module.css'

/** Conditions and medicines as chips from a list, with free text beside. */
export function Conditions() {
  const fields = useVisitFields()
  const { facts } = useVisitReading()
  const record = useRecord()
  const answers = facts.cautionAnswers
  const toggle = (question: CautionQuestion) =>
    record({ [`answer.caution:${question}`]: answers[question] === true ? false : true })
  const open = conditionQuestions.filter((question) => answers[question] === undefined)
  return (
    <fieldset className={classes.plain}>
      <legend>Conditions and medicines</legend>
      <div className={classes.chips} role="group" aria-label="Conditions">
        {conditionQuestions.map((question) => (
          <ChoiceChip
            key={question}
            isOn={answers[question] === true}
            isGrave
            onToggled={() => toggle(question)}
          >
            {cautionQuestionText[question]}
          </ChoiceChip>
        ))}
        {open.length > 0 && (
          <Button
            size="compact-md"
            variant="subtle"
            onClick={() => record(Object.fromEntries(open.map((q) => [`answer.caution:${q}`, false])))}
          >
            Asked: nothing else
          </Button>
        )}
      </div>
      <div className={classes.two} style={{ marginTop: 12 }}>
        <TagsInput
          label="Medicines"
          placeholder="pick or type"
          data={[...medicineList]}
          maxTags={30}
          value={answerOf(fields, 'medicines') ?? []}
          onChange={(value) => record({ 'answer.medicines': value.length === 0 ? null : value })}
        />
        <TextAnswer
          answer="conditions"
          label="Other conditions"
          placeholder="Anything the feet should know about"
        />
      </div>
    </fieldset>
  )
}
