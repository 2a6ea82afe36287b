import { Button, Group, Select, Slider } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { mondayAfter, weeksOn } from '@sturvo/core/days'
import {
  askedIf,
  paces,
  planTransition,
  transitionEnds,
  wearOn,
  whatIfsOf,
  type Transition,
  type WhatIf,
} from '@sturvo/core/transition'
import type { TransitionReading } from '@sturvo/core/reading'
import {
  brokenText,
  endText,
  factorsSentence,
  halfWayText,
  num,
  rungText,
  surfaceText,
  toBuyText,
  toLetGoText,
  transitionSentence,
  weekdayShort,
  whatIfSentence,
  whatIfText,
} from '@sturvo/words'
import { WithOpenPlan } from '../plan/WithOpenPlan'
import { Figure } from '../shoes/MmField'
import { SideRoomHead } from '../SideRoomHead'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { CompareView } from './CompareView'
import { PaceBand } from './PaceBand'
import { ShelfProfile } from './ShelfProfile'
import { TodayView } from './TodayView'
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
  const what = asked && planTransition(askedIf(transition.input, asked), references)
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
      <p className={classes.soft}>{factorsSentence(transition)}</p>
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
        <div className={classes.hours}>
          <Figure
            label="Hours a week in them"
            isBare
            suffix=" h a week"
            max={112}
            value={facts.plan.transition.hours ?? Math.round(transition.targetMinutes / 6) / 10}
            onPut={(hours) => record({ 'answer.shoesHours': hours ?? null })}
          />
        </div>
      )}
      <Slider
        className={classes.paceSlider}
        thumbLabel={`Pace: ${facts.plan.pace}`}
        label={null}
        min={0}
        max={paces.length - 1}
        step={1}
        marks={paces.map((label, value) => ({ value, label }))}
        value={paces.indexOf(facts.plan.pace)}
        onChange={(place) => record({ 'answer.planPace': paces[place]! })}
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
        <div className={classes.hours}>
          <Figure
            label="Minutes of this week"
            suffix=" min"
            max={6720}
            decimals={0}
            value={week.minutes}
            onPut={(minutes) => onSet(week.week, minutes)}
          />
        </div>
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
  what: Transition | undefined
}) {
  const { references } = useVisitFrame()
  return (
    <section aria-labelledby="what-if" className={classes.card}>
      <h2 id="what-if">What if</h2>
      <Group gap={6}>
        {whatIfsOf(transition.input, references).map((id) => (
          <Button
            key={id}
            size="compact-sm"
            variant={asked === id ? 'filled' : 'default'}
            aria-pressed={asked === id}
            onClick={() => onAsk(asked === id ? undefined : id)}
          >
            {whatIfText[id]}
          </Button>
        ))}
      </Group>
      <p role="status" className={classes.soft} data-what={asked ?? 'none'}>
        {what
          ? `${whatIfSentence(transition, what)}${asked === 'halfWay' ? halfWayText(transition.input) : ''}`
          : 'Nothing is changed by asking: the dotted line shows it above.'}
      </p>
    </section>
  )
}

function ToBuy({ transition }: { transition: TransitionReading }) {
  const { buy, letGo, from, stackMm } = transition
  return (
    <section aria-labelledby="pace-shoes" className={classes.card}>
      <h2 id="pace-shoes">Shoes</h2>
      <dl className={classes.facts}>
        <dt>Under the heel, by hours on the feet</dt>
        <dd>
          {num(stackMm.now, 0)} mm today, {num(stackMm.end, 0)} mm at the end
          {from.isUsualKnown ? '' : ' (soles of the usual shoes are not measured: usual values)'}
        </dd>
        <dt>The shelf, today and at the end</dt>
        <dd>
          <ShelfProfile shelf={transition.shelf} />
        </dd>
        <dt>To buy</dt>
        <dd>{buy.length === 0 ? 'nothing' : buy.map(toBuyText).join('; ')}</dd>
        <dt>To let go</dt>
        <dd>{letGo.length === 0 ? 'none' : letGo.map(toLetGoText).join('; ')}</dd>
      </dl>
    </section>
  )
}
