import { Textarea } from '@mantine/core'
import { answerOf } from '@sturvo/schema'
import { useRecord, useVisitFields } from '../visitContext'

type TextAnswerProps = {
  answer: 'goal' | 'complaint' | 'oldInjuries' | 'conditions'
  label: string
  placeholder: string
}

export function TextAnswer({ answer, label, placeholder }: TextAnswerProps) {
  const fields = useVisitFields()
  const record = useRecord()
  return (
    <Textarea
      label={label}
      placeholder={placeholder}
      autosize
      minRows={2}
      maxLength={4000}
      value={answerOf(fields, answer) ?? ''}
      onChange={(event) =>
        record({ [`answer.${answer}`]: event.currentTarget.value === '' ? null : event.currentTarget.value })
      }
    />
  )
}
