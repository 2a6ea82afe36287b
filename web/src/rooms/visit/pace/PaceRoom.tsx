import { Button, Group, NumberInput, SegmentedControl, Select } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { mondayAfter, weeksOn } from '@sturvo/core/days'
import { planTransition, paces, transitionEnds, wearOn } from '@sturvo/core/transition'
import type { TransitionReading } from '@sturvo/core/reading'
import {
  brokenText,
  endText,
  factorText,
  num,
  rungText,
  surfaceText,
  transitionSentence,
  weekdayShort,
} from '@sturvo/words'
import { WithOpenPlan } from '../plan/WithOpenPlan'
import { SideRoomHead } from '../SideRoomHead'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { CompareView } from './CompareView'
import { PaceBand } from './PaceBand'
import { TodayView } from './TodayView'
import { whatIfs, type WhatIf } from './whatIf'
import classes from './Pace.module.css'

/** The change of shoes over the weeks: where from, where to, how fast, and what would happen if. */
export function PaceRoom() {
  const { reading } = useVisitReading()
  return (
    <WithOpenPlan>
      {() => (reading.transition ? <OpenPace transition={reading.transition} /> : <NothingKnown />)}
    </WithOpenPlan>
  )
}

function NothingKnown() {
  const { visitId } = useVisitFrame()
  return (
    <div className={classes.room}>
      <SideRoomHead title="Pace">{null}</SideRoomHead>
      <p>
        How long the client stands and walks in a week is not known yet.{' '}
        <Link to={`/visit/${visitId}/story`}>Paint the week in Story</Link>, and the way into other shoes is
        planned here.
      </p>
    </div>
  )
}

function OpenPace({ transition }: { transition: TransitionReading }) {
  const { references, startedOn } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const [asked, setAsked] = useState<WhatIf>()
  const [open, setOpen] = useState(1)
  const { edits } = facts.plan.transition
  const what = asked && planTransition(whatIfs[asked].change(transition.input), references)
  const week = transition.weeks[Math.min(open, transition.weeks.length) - 1]
  const set = (at: number, minutes: number | undefined) =>
    record({
      'answer.shoesEdits': [
        ...edits.filter((e) => e.week !== at),
        ...(minutes === undefined ? [] : [{ week: at, minutes }]),
      ].sort((a, b) => a.week - b.week),
    })
  return (
    <div className={classes.room}>
      <SideRoomHead title="Pace">
        <Wishes transition={transition} />
      </SideRoomHead>
      <p className={classes.lead} data-sentence>
        {transitionSentence(transition)}
      </p>
      {transition.factors.length > 0 && (
        <p className={classes.soft}>
          Slower because: {transition.factors.map((f) => factorText[f]).join(', ')}.
        </p>
      )}
      {transition.weeks.length > 0 && (
        <>
          <PaceBand
            today={weeksOn(facts.plan.startsOn ?? mondayAfter(startedOn), dayjs().format('YYYY-MM-DD'))}
            transition={transition}
            what={what?.weeks}
            open={open}
            onOpen={setOpen}
            edited={edits.map((e) => e.week)}
            onSet={set}
          />
          <p className={classes.soft}>
            Drag a week’s edge, or take it with the arrow keys (5 min) and the page keys (15 min); the weeks
            after it follow the rules.
          </p>
          {transition.broken.map((broken) => (
            <div key={broken.week} role="alert" className={classes.broken} data-broken={broken.week}>
              {brokenText(broken)}{' '}
              <Button size="compact-sm" variant="default" onClick={() => set(broken.week, broken.nearestMin)}>
                Set to {num(broken.nearestMin, 0)} min
              </Button>
            </div>
          ))}
          <div className={classes.columns}>
            {week && (
              <WeekView
                transition={transition}
                week={week}
                isEdited={edits.some((e) => e.week === week.week)}
                onSet={set}
              />
            )}
            <WhatIfView asked={asked} onAsk={setAsked} transition={transition} what={what} />
          </div>
        </>
      )}
      <div className={classes.columns}>
        <TodayView transition={transition} />
        <ToBuy transition={transition} />
      </div>
      {transition.weeks.length > 0 && <CompareView transition={transition} />}
    </div>
  )
}

function Wishes({ transition }: { transition: TransitionReading }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { to, proposed, allowed } = transition
  return (
    <Group gap={10}>
      <Select
        aria-label="Where to"
        w={320}
        value={to.end}
        data={transitionEnds.map((end) => ({
          value: end,
          label: `${endText[end]}${end === proposed ? ' (proposed)' : ''}`,
          disabled: !allowed.includes(end),
        }))}
        onChange={(value) => value && record({ 'answer.shoesEnd': value })}
        allowDeselect={false}
      />
      {to.end !== 'fits' && (
        <NumberInput
          aria-label="Hours a week in them"
          w={130}
          suffix=" h a week"
          min={0}
          max={112}
          decimalScale={1}
          value={Math.round(transition.targetMinutes / 6) / 10}
          onBlur={(event) => {
            const hours = Number.parseFloat(event.currentTarget.value)
            if (Number.isFinite(hours) && Math.abs(hours * 60 - transition.targetMinutes) > 3)
              record({ 'answer.shoesHours': Math.min(112, Math.max(0, hours)) })
          }}
        />
      )}
      <SegmentedControl
        aria-label="Pace"
        value={facts.plan.pace}
        data={[...paces]}
        onChange={(pace) => record({ 'answer.planPace': pace })}
      />
    </Group>
  )
}

/** One week opened: its days, and the minutes by hand. */
function WeekView({
  transition,
  week,
  isEdited,
  onSet,
}: {
  transition: TransitionReading
  week: TransitionReading['weeks'][number]
  isEdited: boolean
  onSet: (week: number, minutes: number | undefined) => void
}) {
  const { references } = useVisitFrame()
  const usualRun = Math.max(0, transition.from.minutes.run - week.runMinutes)
  return (
    <section aria-labelledby="pace-week" className={classes.card} data-week={week.week}>
      <h2 id="pace-week">
        Week {week.week}
        {week.isLighter ? ', lighter' : ''}
      </h2>
      <p>
        {num(week.minutes, 0)} min on {week.wearingDays} days, at most {num(week.longestBoutMin, 0)} min in
        one go, {surfaceText[week.surface]}.
      </p>
      {transition.from.minutes.run > 0 && (
        <p>
          Running: {num(week.runMinutes, 0)} min in the new shoes
          {week.runMinutes > 0 ? ', walk and run by turns' : ''}, {num(usualRun, 0)} min in the usual ones.
        </p>
      )}
      <p className={classes.soft}>
        Dose of 7 days against 28: {num(week.ratio, 2)} (a weak sign; what it can foretell is disputed).
      </p>
      {week.opens && (
        <p className={classes.opens}>Opens: {rungText(week.opens, references.rungOpensDays)}.</p>
      )}
      <ul className={classes.days} aria-label="Wearing days">
        {week.dayMinutes.map((minutes, i) => (
          <li key={i}>
            <span>{weekdayShort[wearOn(week)[i] ?? 0]}</span>
            <strong>{minutes}</strong> min
          </li>
        ))}
      </ul>
      <Group gap={8} align="end">
        <NumberInput
          key={`${week.week}-${week.minutes}`}
          label="Minutes of this week"
          w={150}
          min={0}
          max={6720}
          step={5}
          allowDecimal={false}
          defaultValue={week.minutes}
          onBlur={(event) => {
            const minutes = Number.parseInt(event.currentTarget.value, 10)
            if (Number.isInteger(minutes) && minutes !== week.minutes) onSet(week.week, minutes)
          }}
        />
        {isEdited && (
          <Button variant="default" onClick={() => onSet(week.week, undefined)}>
            As the rules give it
          </Button>
        )}
      </Group>
    </section>
  )
}

function WhatIfView({
  asked,
  onAsk,
  transition,
  what,
}: {
  asked: WhatIf | undefined
  onAsk: (asked: WhatIf | undefined) => void
  transition: TransitionReading
  what: ReturnType<typeof planTransition> | undefined
}) {
  return (
    <section aria-labelledby="what-if" className={classes.card}>
      <h2 id="what-if">What if</h2>
      <Group gap={6}>
        {(Object.keys(whatIfs) as WhatIf[]).map((id) => (
          <Button
            key={id}
            size="compact-sm"
            variant={asked === id ? 'filled' : 'default'}
            aria-pressed={asked === id}
            onClick={() => onAsk(asked === id ? undefined : id)}
          >
            {whatIfs[id].name}
          </Button>
        ))}
      </Group>
      <p role="status" className={classes.soft} data-what={asked ?? 'none'}>
        {what ? whatText(transition, what) : 'Nothing is changed by asking: the dotted line shows it above.'}
      </p>
    </section>
  )
}

function whatText(
  { reachedWeek }: { reachedWeek: number | undefined },
  what: {
    reachedWeek: number | undefined
    weeks: readonly unknown[]
    smaller: { targetMinutes: number } | undefined
  },
): string {
  if (what.reachedWeek === undefined)
    return `The target would not be reached in ${what.weeks.length} weeks${what.smaller ? `; ${num(what.smaller.targetMinutes / 60)} h a week would be` : ''}.`
  const later = reachedWeek === undefined ? 0 : what.reachedWeek - reachedWeek
  return later === 0
    ? `Reached in week ${what.reachedWeek}, as before.`
    : `Reached in week ${what.reachedWeek}: ${Math.abs(later)} weeks ${later > 0 ? 'later' : 'earlier'}.`
}

function ToBuy({ transition }: { transition: TransitionReading }) {
  const { buy, letGo, from, to, targetMinutes } = transition
  const onFeet = from.minutes.stand + from.minutes.walk + from.minutes.train
  const share = (minutes: number) => (onFeet > 0 ? minutes / onFeet : 0)
  const mean = (minutes: number) =>
    from.usual.stackMm * (1 - share(minutes)) + to.sole.stackMm * share(minutes)
  return (
    <section aria-labelledby="pace-shoes" className={classes.card}>
      <h2 id="pace-shoes">Shoes</h2>
      <dl className={classes.facts}>
        <dt>Under the heel, by hours on the feet</dt>
        <dd>
          {num(mean(from.newMinutes), 0)} mm today, {num(mean(targetMinutes), 0)} mm at the end
          {from.isUsualKnown ? '' : ' (soles of the usual shoes are not measured: usual values)'}
        </dd>
        <dt>To buy</dt>
        <dd>
          {buy.length === 0
            ? 'nothing'
            : buy
                .map(
                  ({ week, sole }) =>
                    `by week ${week}: stack up to ${num(sole.stackMm, 0)} mm, drop up to ${num(sole.dropMm, 0)} mm, bend stiffness up to ${num(sole.bend, 0)} of 5`,
                )
                .join('; ')}
        </dd>
        <dt>To let go</dt>
        <dd>
          {letGo.length === 0
            ? 'none'
            : letGo
                .map(({ name, week }) => `${name}${week === undefined ? '' : `, by week ${week}`}`)
                .join('; ')}
        </dd>
      </dl>
    </section>
  )
}
