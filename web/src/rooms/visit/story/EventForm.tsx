import { Button, NumberInput, SegmentedControl, Select, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import type { EventKind } from '@sturvo/core/story'
import { eventSchema, firstSentence, type StoryEvent } from '@sturvo/schema'
import { eventKindText } from '@sturvo/words'
import { newId } from '../../../app/newId'
import { toFirstFault } from '../../../parts/toFirstFault'
import { useRecord, useVisitFrame } from '../visitContext'
import classes from './HistoryLine.module.css'

const firstYear = 1900
const monthNames = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]

type Typed = { year: number | string; month: string | null; side: StoryEvent['side']; words: string }

function eventOf(kind: EventKind, { year, month, side, words }: Typed) {
  return {
    kind,
    side,
    month: `${year}-${(month ?? '1').padStart(2, '0')}`,
    ...(month === null && { isYearOnly: true as const }),
    ...(words.trim() === '' ? {} : { words }),
  }
}

/** What is wrong with a year, a month or the words, in one sentence under the field it is about. */
function problems(kind: EventKind, typed: Typed, startedOn: string): { year?: string; words?: string } {
  const last = Number(startedOn.slice(0, 4))
  if (typeof typed.year !== 'number' || typed.year < firstYear || typed.year > last)
    return { year: `The year lies between ${firstYear} and ${last}.` }
  const event = eventOf(kind, typed)
  if (event.month > startedOn.slice(0, 7)) return { year: 'This month lies after the visit.' }
  const parsed = eventSchema.safeParse(event)
  return parsed.success ? {} : { words: firstSentence(parsed.error) }
}

/** One thing that happened: when, on which side, in a few words. */
export function EventForm({ kind, onDone }: { kind: EventKind; onDone: () => void }) {
  const { startedOn } = useVisitFrame()
  const record = useRecord()
  const form = useForm<Typed>({
    initialValues: {
      year: Number(startedOn.slice(0, 4)),
      month: null,
      side: kind === 'birth' || kind === 'weightChange' ? 'both' : 'left',
      words: '',
    },
    validate: (typed) => problems(kind, typed, startedOn),
  })
  const add = form.onSubmit((typed) => {
    record({ [`event.${newId()}`]: eventSchema.parse(eventOf(kind, typed)) })
    onDone()
  }, toFirstFault(form))
  return (
    <form className={classes.form} onSubmit={add} noValidate>
      <NumberInput label="Year" w={100} hideControls data-autofocus {...form.getInputProps('year')} />
      <Select
        label="Month"
        placeholder="not known"
        clearable
        data={monthNames.map((label, i) => ({ value: String(i + 1), label }))}
        w={140}
        {...form.getInputProps('month')}
      />
      <div>
        <span className={classes.formLabel}>Side</span>
        <SegmentedControl
          aria-label="Side"
          data={[
            { value: 'left', label: 'left' },
            { value: 'both', label: 'both' },
            { value: 'right', label: 'right' },
          ]}
          {...form.getInputProps('side')}
        />
      </div>
      <TextInput
        label="In a few words"
        placeholder="on a ramp, six weeks in a boot"
        maxLength={200}
        style={{ flex: 1, minWidth: 180 }}
        {...form.getInputProps('words')}
      />
      <Button type="submit">Add {eventKindText[kind]}</Button>
    </form>
  )
}
