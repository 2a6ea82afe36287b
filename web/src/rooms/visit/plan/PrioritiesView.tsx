import { ActionIcon, Button, Tooltip } from '@mantine/core'
import { IconArrowDown, IconArrowUp } from '@tabler/icons-react'
import { Fragment, useState } from 'react'
import { Link } from 'react-router'
import type { Side } from '@sturvo/core/side'
import { inOrderOfWeight, type Capacity, type Priority, type Surer } from '@sturvo/core/training'
import { becauseText, capacityText, num, testOfFact } from '@sturvo/words'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Plan.module.css'

const tapePx = 150
const ticks = [0, 0.25, 0.5, 0.75, 1]
const tapeEnd = 42 // room for the number at the end of the tape
const whyText: Record<Priority['because'][number], string> = {
  goal: 'goal',
  pain: 'pain',
  driver: 'driver',
  raised: 'raised by you',
  lowered: 'lowered by you',
  setting: 'setting',
}

/** What is short on each foot, most telling first: two tapes drawn out from the middle, left to the left. */
export function PrioritiesView() {
  const { reading, facts } = useVisitReading()
  const [isAll, setAll] = useState(false)
  const { rows } = reading.priorities
  const { counted, rest } = inOrderOfWeight(reading.priorities)
  return (
    <section aria-labelledby="priorities">
      <h2 id="priorities">Priorities</h2>
      {counted.length === 0 ? (
        <p>Nothing that was measured is short.</p>
      ) : (
        <p className={classes.soft}>
          How short each foot is, left to the left; a tape pulled out whole is clearly short. Tap a name for
          its evidence.
        </p>
      )}
      <ul className={classes.priorities}>
        {(isAll ? [...counted, ...rest] : counted).map((capacity) => (
          <PriorityRow
            key={capacity}
            row={rows[capacity]}
            isRaised={facts.plan.raised.includes(capacity)}
            isLowered={facts.plan.lowered.includes(capacity)}
          />
        ))}
      </ul>
      <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setAll(!isAll)}>
        {isAll ? 'Only what counts' : `The other ${rest.length}, nothing short`}
      </Button>
    </section>
  )
}

type RowProps = { row: Priority; isRaised: boolean; isLowered: boolean }

function PriorityRow({ row, isRaised, isLowered }: RowProps) {
  const { capacity, deficit, because } = row
  const { reading } = useVisitReading()
  const [isOpen, setOpen] = useState(false)
  const name = capacityText[capacity]
  const { evidence } = reading.priorities.deficits[capacity]
  return (
    <li data-priority={capacity}>
      <div className={classes.priority}>
        <Tape side="left" share={deficit.left} />
        <button
          type="button"
          className={classes.capacity}
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          <strong>{name}</strong>
          <span className="unseen">
            {`: left ${num(deficit.left * 100, 0)} %, right ${num(deficit.right * 100, 0)} % short`}
          </span>
          <small>{because.map((why) => whyText[why]).join(' · ')}</small>
        </button>
        <Tape side="right" share={deficit.right} />
        <Weigh capacity={capacity} isRaised={isRaised} isLowered={isLowered} />
      </div>
      {isOpen && (
        <div className={classes.evidence}>
          <p>
            {evidence.length > 0
              ? `From: ${becauseText(evidence, 8)}.`
              : 'Nothing measured says it is short.'}
          </p>
          <SurerLine tests={reading.surer[capacity]} />
        </div>
      )}
    </li>
  )
}

const shownTests = 4

/** Tests that were not done and bear on one need, each a way to where it is done. */
function SurerLine({ tests }: { tests: readonly Surer[] }) {
  const { visitId } = useVisitFrame()
  if (tests.length === 0) return <p>Every test that bears on it was done.</p>
  return (
    <p data-surer>
      Would make it surer:{' '}
      {tests.slice(0, shownTests).map(({ fact, sides }, i) => (
        <Fragment key={fact}>
          {i > 0 && ', '}
          <Link to={`/visit/${visitId}/${testOfFact[fact].step}`}>{testOfFact[fact].name}</Link>
          {sides.length === 1 && ` ${sides[0]}`}
        </Fragment>
      ))}
      .
    </p>
  )
}

/** Raise or lower one need for this plan; again takes it back, and Ctrl Z does too. */
function Weigh({
  capacity,
  isRaised,
  isLowered,
}: {
  capacity: Capacity
  isRaised: boolean
  isLowered: boolean
}) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { raised, lowered } = facts.plan
  const without = (list: readonly Capacity[]) => list.filter((c) => c !== capacity)
  const put = (isUp: boolean) => {
    const up = isUp && !isRaised ? [...without(raised), capacity] : without(raised)
    const down = !isUp && !isLowered ? [...without(lowered), capacity] : without(lowered)
    record({ 'answer.planRaised': up, 'answer.planLowered': down })
  }
  const name = capacityText[capacity]
  return (
    <span className={classes.weigh}>
      <Tooltip label={isRaised ? 'As measured again' : 'Counts more in this plan'}>
        <ActionIcon
          variant={isRaised ? 'filled' : 'subtle'}
          color={isRaised ? undefined : 'gray'}
          aria-pressed={isRaised}
          aria-label={`Raise ${name}`}
          onClick={() => put(true)}
        >
          <IconArrowUp size={16} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={isLowered ? 'As measured again' : 'Counts less in this plan'}>
        <ActionIcon
          variant={isLowered ? 'filled' : 'subtle'}
          color={isLowered ? undefined : 'gray'}
          aria-pressed={isLowered}
          aria-label={`Lower ${name}`}
          onClick={() => put(false)}
        >
          <IconArrowDown size={16} />
        </ActionIcon>
      </Tooltip>
    </span>
  )
}

/** How short one side is, as a tape pulled out of its case in the middle. */
function Tape({ side, share }: { side: Side; share: number }) {
  const at = (part: number) => (side === 'left' ? tapePx * (1 - part) : tapePx * part) + tapeEnd
  const [from, to] = [at(0), at(share)]
  return (
    <svg
      viewBox={`0 0 ${tapePx + 2 * tapeEnd} 26`}
      className={classes.tape}
      aria-hidden="true"
      data-side={side}
    >
      <path d={`M${at(0)} 18H${at(1)}`} stroke="var(--line)" strokeWidth="1" />
      {share > 0 && (
        <>
          <rect
            x={Math.min(from, to)}
            y="7"
            width={Math.abs(to - from)}
            height="11"
            fill={`var(--${side})`}
            fillOpacity="0.22"
          />
          <path d={`M${from} 7H${to}V21`} fill="none" stroke={`var(--${side})`} strokeWidth="2.2" />
        </>
      )}
      <text
        x={at(1) + (side === 'left' ? -4 : 4)}
        y="17"
        textAnchor={side === 'left' ? 'end' : 'start'}
        className={classes.share}
      >
        {share > 0 ? `${num(share * 100, 0)} %` : ''}
      </text>
      {ticks
        .filter((tick) => tick <= share || tick === 1 || tick === 0)
        .map((tick) => (
          <path
            key={tick}
            d={`M${at(tick)} 18v${tick % 0.5 === 0 ? -7 : -4}`}
            stroke={tick <= share ? `var(--${side})` : 'var(--line)'}
            strokeWidth="1"
          />
        ))}
    </svg>
  )
}
