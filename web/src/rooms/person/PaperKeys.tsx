import { Button, Group, MultiSelect, Select, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useRef, useState, type KeyboardEvent } from 'react'
import { dayAfter, stopSigns, type Doneness, type StopSign } from '@sturvo/core/followup'
import type { LogEntryAnswer } from '@sturvo/schema'
import { stopSignText, weekdayShort } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { useKeyLogMutation } from '../../app/followApi'
import { newId } from '../../app/newId'
import classes from './Person.module.css'

const columns = ['training', 'pain', 'firstSteps', 'morning', 'spacersMin', 'shoesMin'] as const
type Column = (typeof columns)[number]
type Cells = Partial<Record<`${number}.${Column}`, string>>
const heads: Record<Column, string> = {
  training: 'Training d p n',
  pain: 'Pain',
  firstSteps: 'First steps',
  morning: 'Morning',
  spacersMin: 'Spacers, min',
  shoesMin: 'Shoes, min',
}
const isOneKey = (column: Column) => !column.endsWith('Min')
const isStopSign = (sign: string): sign is StopSign => stopSigns.some((known) => known === sign)
const trained: Record<string, Doneness> = { d: 'done', p: 'partly', n: 'not' }

/** What one key means in a box; undefined where it means nothing. Ten is T: every box takes one key. */
export function keyed(column: Column, key: string): string | undefined {
  const small = key.toLowerCase()
  if (column === 'training') return small in trained ? small : undefined
  if (column.endsWith('Min')) return undefined
  return /^\d$/.test(small) ? small : small === 't' ? '10' : undefined
}

/** The entries of a keyed week; a day without anything is no entry. */
export function entriesOf(monday: string, cells: Cells, now: Date): LogEntryAnswer[] {
  return weekdayShort.flatMap((_, d): LogEntryAnswer[] => {
    const of = (column: Column) => cells[`${d}.${column}`] ?? ''
    const number = (column: Column) => (of(column) === '' ? undefined : Number(of(column)))
    const day = dayAfter(monday, d)
    const entry: LogEntryAnswer = { id: newId(), day, at: now.toISOString() }
    if (of('training') !== '') entry.training = trained[of('training')]
    for (const column of ['pain', 'firstSteps', 'morning', 'spacersMin', 'shoesMin'] as const)
      if (number(column) !== undefined) entry[column] = number(column)
    return Object.keys(entry).length > 3 ? [entry] : []
  })
}

/** A week from paper: one key a box, then on to the next; arrows move, Backspace empties. */
export function PaperKeys({ personId }: { personId: string }) {
  const [isOpen, setOpen] = useState(false)
  const [monday, setMonday] = useState(() =>
    dayjs()
      .subtract((dayjs().day() + 6) % 7, 'day')
      .subtract(7, 'day')
      .format('YYYY-MM-DD'),
  )
  const [cells, setCells] = useState<Cells>({})
  const [ids] = useState(() => new Map<string, string>())
  const [send, { isLoading }] = useKeyLogMutation()
  const [signs, setSigns] = useState<StopSign[]>([])
  const [signRow, setSignRow] = useState(0)
  const boxes = useRef<Record<string, HTMLInputElement | null>>({})
  if (!isOpen)
    return (
      <div>
        <Button variant="default" onClick={() => setOpen(true)} data-paper>
          Key in a paper week
        </Button>
      </div>
    )
  const focus = (row: number, column: number) => {
    const to = row * columns.length + column
    const [r, c] = [Math.floor(to / columns.length), to % columns.length]
    boxes.current[`${r}.${columns[c]}`]?.focus()
  }
  const onKey = (row: number, c: number, event: KeyboardEvent) => {
    const column = columns[c]!
    const moves: Record<string, [number, number]> = {
      ArrowRight: [row, c + 1],
      ArrowLeft: [row, c - 1],
      ArrowDown: [row + 1, c],
      ArrowUp: [row - 1, c],
      Enter: [row, c + 1],
    }
    const to = moves[event.key]
    if (to) {
      event.preventDefault()
      return focus(...to)
    }
    if (event.key === 'Backspace') {
      setCells((before) => ({ ...before, [`${row}.${column}`]: '' }))
      return
    }
    const value = keyed(column, event.key)
    if (value !== undefined) {
      event.preventDefault()
      setCells((before) => ({ ...before, [`${row}.${column}`]: value }))
      focus(row, c + 1)
    } else if (isOneKey(column) && event.key.length === 1 && !event.ctrlKey && !event.metaKey)
      event.preventDefault()
  }
  const now = new Date()
  const entries = [
    ...entriesOf(monday, cells, now),
    ...(signs.length > 0
      ? [{ id: newId(), day: dayAfter(monday, signRow), at: now.toISOString(), stops: signs }]
      : []),
  ]
  const dayCount = new Set(entries.map((e) => e.day)).size
  const save = async () => {
    // sent again after an answer that was lost, what has not changed is the same entry; what has is another
    const named = entries.map((entry) => {
      const { id: fresh, at: _at, ...content } = entry
      const said = JSON.stringify(content)
      const id = ids.get(said) ?? fresh
      ids.set(said, id)
      return { ...entry, id }
    })
    try {
      await send({ personId, entries: named }).unwrap()
      ids.clear()
      notifications.show({ message: `${dayCount} ${dayCount === 1 ? 'day' : 'days'} kept.` })
      setCells({})
      setSigns([])
      setMonday(dayAfter(monday, 7))
    } catch (error) {
      notifications.show({ color: 'oxide', message: failureText(error) })
    }
  }
  return (
    <section className={classes.card} aria-labelledby="paper">
      <h2 id="paper">A week from paper</h2>
      <p className={classes.soft}>
        One key a box and on to the next: d done, p partly, n not; 0 to 9, t for ten. Enter leaves a box
        empty.
      </p>
      <TextInput
        type="date"
        label="Monday of the week"
        w={180}
        value={monday}
        onChange={(event) => {
          const day = event.currentTarget.value
          if (day !== '')
            setMonday(
              dayjs(day)
                .subtract((dayjs(day).day() + 6) % 7, 'day')
                .format('YYYY-MM-DD'),
            )
        }}
      />
      <table className={classes.keys}>
        <thead>
          <tr>
            <td />
            {columns.map((column) => (
              <th key={column} scope="col">
                {heads[column]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weekdayShort.map((weekday, row) => (
            <tr key={weekday}>
              <th scope="row">
                {weekday} {dayjs(dayAfter(monday, row)).format('D MMM')}
              </th>
              {columns.map((column, c) => (
                <td key={column}>
                  <input
                    ref={(element) => {
                      boxes.current[`${row}.${column}`] = element
                    }}
                    aria-label={`${weekday}, ${heads[column]}`}
                    inputMode={column === 'training' ? 'text' : 'numeric'}
                    maxLength={4}
                    value={cells[`${row}.${column}`] ?? ''}
                    onKeyDown={(event) => onKey(row, c, event)}
                    onChange={({ target }) => {
                      if (isOneKey(column)) return
                      const digits = target.value.replace(/\D/g, '').slice(0, 3)
                      setCells((before) => ({ ...before, [`${row}.${column}`]: digits }))
                    }}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Group gap={8} align="end">
        <MultiSelect
          label="Stop signs told on paper"
          description="They pause the plan at once."
          w={420}
          data={stopSigns.map((sign) => ({ value: sign, label: stopSignText[sign] }))}
          value={signs}
          onChange={(chosen) => setSigns(chosen.filter((sign) => isStopSign(sign)))}
        />
        {signs.length > 0 && (
          <Select
            label="On"
            w={160}
            allowDeselect={false}
            data={weekdayShort.map((weekday, row) => ({
              value: String(row),
              label: `${weekday} ${dayjs(dayAfter(monday, row)).format('D MMM')}`,
            }))}
            value={String(signRow)}
            onChange={(row) => setSignRow(Number(row ?? 0))}
          />
        )}
      </Group>
      <Group gap={8}>
        <Button
          onClick={() => void save()}
          disabled={entries.length === 0}
          loading={isLoading}
          data-save-paper
        >
          Keep {dayCount} {dayCount === 1 ? 'day' : 'days'}
        </Button>
        <Button variant="default" onClick={() => setOpen(false)}>
          Close
        </Button>
      </Group>
    </section>
  )
}
