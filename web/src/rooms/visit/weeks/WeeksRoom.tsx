import { Button, Group, NumberInput, SegmentedControl, Select, Switch } from '@mantine/core'
import { IconCopy, IconRestore, IconX } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { useState } from 'react'
import {
  absenceKinds,
  copyWeek,
  dayAfter,
  horizons,
  isDay,
  letGo,
  movedTo,
  weekMinutes,
  type AbsenceKind,
  type PlannedDay,
} from '@sturvo/core/days'
import type { PlanInput } from '@sturvo/core/training'
import { absenceText, conflictText, letGoText, num, stageText, weekdayText } from '@sturvo/words'
import { MovementView } from '../../../parts/MovementView'
import { usePlan } from '../plan/usePlan'
import { WithOpenPlan } from '../plan/WithOpenPlan'
import { useDrills } from '../plan/useDrills'
import { SideRoomHead } from '../SideRoomHead'
import { useRecord } from '../visitContext'
import { LongTrail } from './LongTrail'
import { useDays, type DaysNow } from './useDays'
import { WeekRopes } from './WeekRopes'
import classes from './Weeks.module.css'

/** The plan on days: the long trail of weeks, and one of them opened. */
export function WeeksRoom() {
  return <WithOpenPlan>{(input) => <OpenWeeks input={input} />}</WithOpenPlan>
}

function OpenWeeks({ input }: { input: PlanInput }) {
  const state = usePlan(input)
  const now = useDays(input, state)
  const { asked, days, wish } = now
  const [open, setOpen] = useState(1)
  const [chosen, setChosen] = useState<number>()
  const week = days.weeks[Math.min(open, days.weeks.length) - 1]!
  const { wishes } = asked
  const here = wishes.moves.filter((m) => m.week === week.week)
  const sessions = week.days.filter((d) => d.trainMin > 0)
  const step = (by: number) => {
    setOpen(Math.min(days.weeks.length, Math.max(1, week.week + by)))
    setChosen(undefined)
  }
  return (
    <div className={classes.room} data-proven={!state.isProving}>
      <SideRoomHead title="The long trail">
        <Horizon now={now} />
      </SideRoomHead>
      {state.isProving && (
        <p className={classes.soft} role="status">
          A first plan; a better one is being looked for, and the days will follow it.
        </p>
      )}
      <LongTrail
        asked={asked}
        days={days}
        open={week.week}
        onOpen={(n) => {
          setOpen(n)
          setChosen(undefined)
        }}
        today={dayjs().format('YYYY-MM-DD')}
      />
      <Conflicts now={now} week={week.week} />
      <section aria-labelledby="week-open" className={classes.openWeek}>
        <Group justify="space-between">
          <h2 id="week-open">
            Week {week.week}{' '}
            <span className={classes.soft}>
              {stageText[week.stage]} · {sessions.length} {sessions.length === 1 ? 'session' : 'sessions'},{' '}
              {num(weekMinutes(week), 0)} min in all · drag a knot along its rope
            </span>
          </h2>
          <Group gap={6}>
            <Button size="compact-sm" variant="default" disabled={week.week === 1} onClick={() => step(-1)}>
              Week before
            </Button>
            <Button
              size="compact-sm"
              variant="default"
              disabled={week.week === days.weeks.length}
              onClick={() => step(1)}
            >
              Week after
            </Button>
            <Button
              size="compact-sm"
              variant="default"
              leftSection={<IconCopy size={15} />}
              disabled={week.week === days.weeks.length}
              onClick={() => wish({ moves: copyWeek(wishes.moves, week.week, days.weeks.length) })}
            >
              Copy to later weeks
            </Button>
            <Button
              size="compact-sm"
              variant="default"
              leftSection={<IconRestore size={15} />}
              disabled={here.length === 0}
              onClick={() => wish({ moves: wishes.moves.filter((m) => m.week !== week.week) })}
            >
              Put back
            </Button>
          </Group>
        </Group>
        <WeekRopes
          week={week}
          usual={wishes.usual}
          chosen={chosen}
          onChosen={setChosen}
          onMoved={(lane, from, to) =>
            wish({ moves: movedTo(wishes.moves, { lane, week: week.week, from, to }) })
          }
          onWished={(day, kind) => wish({ usual: wishes.usual.map((k, d) => (d === day ? kind : k)) })}
        />
        {chosen !== undefined && week.days[chosen] ? (
          <Session day={week.days[chosen]} weekday={chosen} />
        ) : (
          <p className={classes.soft}>Tap a knot of the first rope to see its session.</p>
        )}
      </section>
      <Away now={now} />
    </div>
  )
}

function Horizon({ now: { asked, wish } }: { now: DaysNow }) {
  const record = useRecord()
  return (
    <Group gap={12}>
      <Switch
        label="Twice a day"
        checked={asked.wishes.isTwiceADay}
        onChange={(event) => wish({ isTwiceADay: event.currentTarget.checked })}
      />
      <NumberInput
        label="Short day, min"
        classNames={{ root: classes.inline!, input: classes.short! }}
        value={asked.wishes.shortMin}
        min={1}
        max={60}
        size="xs"
        onChange={(value) =>
          typeof value === 'number' && wish({ shortMin: Math.min(60, Math.max(1, value)) })
        }
      />
      <Select
        label="Begins"
        classNames={{ root: classes.inline!, input: classes.begins! }}
        size="xs"
        allowDeselect={false}
        value={asked.startsOn}
        data={mondaysAround(asked.startsOn)}
        onChange={(day) => day && record({ 'answer.planStart': day })}
      />
      <SegmentedControl
        size="xs"
        aria-label="Weeks shown"
        value={String(asked.weeks)}
        onChange={(value) => record({ 'answer.planHorizon': Number(value) })}
        data={horizons.map((n) => ({ value: String(n), label: `${n} weeks` }))}
      />
    </Group>
  )
}

function mondaysAround(day: string): { value: string; label: string }[] {
  return [-2, -1, 0, 1, 2, 3, 4].map((weeks) => {
    const value = dayAfter(day, weeks * 7)
    return { value, label: dayjs(value).format('D MMM YYYY') }
  })
}

/** What the wishes of weeks leave no room for, the open week's first; each way out is a button. */
function Conflicts({ now: { asked, days, wish }, week }: { now: DaysNow; week: number }) {
  const [first] = [...days.conflicts].sort((a, b) => Number(b.week === week) - Number(a.week === week))
  if (!first) return null
  const others = new Set(days.conflicts.map((c) => c.week)).size - 1
  return (
    <div role="alert" className={classes.conflict} data-conflict={first.what}>
      <p>
        {conflictText(first)}{' '}
        {others > 0 && (
          <span className={classes.soft}>
            {others} other {others === 1 ? 'week is' : 'weeks are'} like it.
          </span>
        )}
      </p>
      <Group gap={6}>
        {first.alternatives.map((way) => (
          <Button
            key={letGoText(way)}
            size="compact-sm"
            variant="default"
            data-let-go={way.wish}
            onClick={() => wish(letGo(asked.wishes, way))}
          >
            {letGoText(way)}
          </Button>
        ))}
        {first.alternatives.length === 0 && (
          <span className={classes.soft}>No single wish makes room for it; the nearest is planned.</span>
        )}
      </Group>
    </div>
  )
}

/** The drills of one day, in their order. */
function Session({ day, weekday }: { day: PlannedDay; weekday: number }) {
  const names = day.parts.length > 1 ? ['Morning', 'Evening'] : ['']
  const { nameOf, figureOf } = useDrills()
  return (
    <div className={classes.session} data-session={weekday}>
      <h3>
        {weekdayText[weekday]}, {dayjs(day.date).format('D MMMM')}{' '}
        <span className={classes.soft}>{num(day.trainMin)} min</span>
      </h3>
      {day.parts.length === 0 && <p className={classes.soft}>No session on this day.</p>}
      {day.parts.map((part, p) => (
        <ul key={p} aria-label={names[p] || 'Session'}>
          {names[p] !== '' && <li className={classes.partName}>{names[p]}</li>}
          {part.map((d) => (
            <li key={d.id} data-drill={d.id}>
              <MovementView id={figureOf(d.id)} width={96} />
              <span>
                <strong>{nameOf(d.id)}</strong>
                <br />
                {num(d.minutes)} min{d.isHeavy ? ' · heavy' : ''}
                {d.isNew ? ' · new this week' : ''}
                {d.standsFor ? ` · until the gate opens, for ${nameOf(d.standsFor)}` : ''}
              </span>
            </li>
          ))}
        </ul>
      ))}
    </div>
  )
}

/** Journeys, holidays, illness: days on which the plan steps back. */
function Away({ now: { asked, wish } }: { now: DaysNow }) {
  const [kind, setKind] = useState<AbsenceKind>('travel')
  const [from, setFrom] = useState('')
  const [to, setTo] = useState('')
  const { absences } = asked.wishes
  const until = to === '' ? from : to
  const isReady = isDay(from) && isDay(until) && from <= until
  return (
    <section aria-labelledby="away" className={classes.away}>
      <h2 id="away">Days away</h2>
      <Group gap={8} align="end">
        <SegmentedControl
          size="sm"
          aria-label="Kind of days away"
          value={kind}
          onChange={(value) => setKind(absenceKinds.find((k) => k === value) ?? 'travel')}
          data={absenceKinds.map((value) => ({ value, label: absenceText[value] }))}
        />
        <label className={classes.day}>
          from <input type="date" value={from} onChange={(e) => setFrom(e.currentTarget.value)} />
        </label>
        <label className={classes.day}>
          to <input type="date" value={to} onChange={(e) => setTo(e.currentTarget.value)} />
        </label>
        <Button
          variant="default"
          disabled={!isReady}
          onClick={() => {
            wish({ absences: [...absences, { from, to: until, kind }] })
            setFrom('')
            setTo('')
          }}
        >
          Add
        </Button>
        {from !== '' && until < from && <span role="alert">The last day lies before the first.</span>}
      </Group>
      <ul>
        {absences.map((a, i) => (
          <li key={`${a.from} ${a.kind}`} data-absence={a.kind}>
            {absenceText[a.kind]}: {dayjs(a.from).format('D MMM')} to {dayjs(a.to).format('D MMM YYYY')}{' '}
            <Button
              size="compact-xs"
              variant="subtle"
              color="gray"
              leftSection={<IconX size={13} />}
              onClick={() => wish({ absences: absences.filter((_, j) => j !== i) })}
            >
              Take away
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
