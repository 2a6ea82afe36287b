import { Popover } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { errorKindOf, trialUseOf, usedOf, type NumberMeasureId } from '@sturvo/core/measures'
import type { Side } from '@sturvo/core/side'
import { measureText, num } from '@sturvo/words'
import { useTakenTrialsQuery } from '../../../app/errorApi'
import { useVisitFrame } from '../visitContext'
import { shownNumber, unitShown } from './measureField'
import classes from './MirrorRows.module.css'

type TrialDotsProps = { measure: NumberMeasureId; side: Side; trials: readonly number[]; note: string }
const width = 72
const edge = 6

/** Where the trials lie, the one that counts as a stroke, one error either way as a band; opened: who and when. */
export function TrialDots({ measure, side, trials, note }: TrialDotsProps) {
  const { practice, references, person } = useVisitFrame()
  const [isOpen, setOpen] = useState(false)
  const kind = errorKindOf(measure)
  const error = kind === undefined ? 0 : references[kind]
  const used = usedOf(trials, trialUseOf(measure, practice.trialUses))!.value
  const low = Math.min(...trials, used - error)
  const high = Math.max(...trials, used + error)
  const x = (value: number) => edge + ((value - low) / (high - low || 1)) * (width - 2 * edge)
  const shown = `${num(shownNumber(measure, used, person), 2)} ${unitShown(measure, person)}`
  return (
    <Popover opened={isOpen} onChange={setOpen} withArrow position="bottom" trapFocus>
      <Popover.Target>
        <button
          type="button"
          className={classes.dots}
          aria-expanded={isOpen}
          aria-label={`${measureText[measure].name}, ${side}: ${note}, ${shown}. Show the trials`}
          onClick={() => setOpen(!isOpen)}
        >
          <svg viewBox={`0 0 ${width} 16`} width={width} height={16} aria-hidden="true">
            {error > 0 && (
              <rect
                x={x(used - error)}
                width={x(used + error) - x(used - error)}
                y={4}
                height={8}
                fill="currentColor"
                opacity={0.16}
              />
            )}
            <line x1={x(used)} x2={x(used)} y1={1} y2={15} stroke="currentColor" strokeWidth={1.6} />
            {trials.map((value, i) =>
              side === 'left' ? (
                <circle key={i} cx={x(value)} cy={8} r={3} fill="currentColor" />
              ) : (
                <rect key={i} x={x(value) - 3} y={5} width={6} height={6} fill="currentColor" />
              ),
            )}
          </svg>
          <span className={classes.note}>{note}</span>
        </button>
      </Popover.Target>
      <Popover.Dropdown>{isOpen && <TakenList measure={measure} side={side} />}</Popover.Dropdown>
    </Popover>
  )
}

function TakenList({ measure, side }: { measure: NumberMeasureId; side: Side }) {
  const { visitId, person } = useVisitFrame()
  const { data, isLoading, isError } = useTakenTrialsQuery(visitId, { refetchOnMountOrArgChange: true })
  if (isError) return <p role="alert">The trials could not be read. They are kept; try again.</p>
  if (isLoading || !data) return <p role="status">Looking …</p>
  const mine = data.trials.filter((t) => t.measure === measure && t.side === side)
  if (mine.length === 0) return <p>Not saved yet: they are on their way.</p>
  return (
    <table className={classes.taken}>
      <thead>
        <tr>
          <th scope="col">Trial</th>
          <th scope="col">{unitShown(measure, person)}</th>
          <th scope="col">Who</th>
          <th scope="col">When</th>
        </tr>
      </thead>
      <tbody>
        {mine.map((t) => (
          <tr key={t.trial}>
            <td>{t.trial}</td>
            <td>{shownNumber(measure, t.value, person)}</td>
            <td>{t.by}</td>
            <td>{dayjs(t.at).format('D MMM YYYY, HH:mm')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
