import { useElementSize } from '@mantine/hooks'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { tissues } from '@sturvo/core/training'
import type { TransitionWeek } from '@sturvo/core/transition'
import type { TransitionReading } from '@sturvo/core/reading'
import { num, rungText, surfaceText, activityText, tissueText } from '@sturvo/words'
import { useDrag } from '../../../parts/useDrag'
import { useVisitFrame } from '../visitContext'
import classes from './Pace.module.css'

const usualWide = 1000
const high = 300
const shore = 246 // where the band stands
const top = 34
const doseHigh = 92
const left = 46
const smallStep = 5
const largeStep = 15

type Props = {
  /** weeks from the beginning of the plan to today; undefined before it */
  today: number | undefined
  transition: TransitionReading
  /** the same way under another condition */
  what: readonly TransitionWeek[] | undefined
  open: number
  onOpen: (week: number) => void
  edited: readonly number[]
  onSet: (week: number, minutes: number) => void
}

/**
 * Minutes in the new shoes over the weeks, rising out of a shore whose steps are the harder grounds; each week's edge is
 * dragged by hand or by keys. Below it the dose of each tissue as a thin line under its ceiling.
 */
export function PaceBand({ today, transition, what, open, onOpen, edited, onSet }: Props) {
  const { references } = useVisitFrame()
  const { weeks, targetMinutes, startMinutes } = transition
  const { ref, width } = useElementSize()
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<{ week: number; minutes: number }>()
  const wide = width || usualWide
  const step = (wide - left - 8) / Math.max(weeks.length, what?.length ?? 0)
  // on the mat everybody is barefoot: these minutes lie on top of those in the shoes
  const bareMin = transition.to.end === 'barefootTraining' ? 0 : transition.input.trainingMinAWeek
  const most =
    Math.max(targetMinutes, ...weeks.map((w) => w.minutes), held?.minutes ?? 0, 60) * 1.06 + bareMin
  const x = (week: number) => left + (week - 1) * step
  // the shore rises with every ground and activity that has opened
  const rise = weeks.map((_, i) => weeks.slice(0, i + 1).filter((w) => w.opens).length)
  const ground = (i: number) => shore - 5 * (rise[Math.min(i, rise.length - 1)] ?? 0)
  const scale = (shore - 5 * Math.max(0, ...rise) - top) / most
  const y = (minutes: number, i: number) => ground(i) - minutes * scale
  const shown = weeks.map((w) => (held?.week === w.week ? held.minutes : w.minutes))
  const outline = shown
    .map((minutes, i) => `L${x(i + 1)} ${y(minutes, i)}L${x(i + 2)} ${y(minutes, i)}`)
    .join('')
  const shoreLine = weeks.map((_, i) => `L${x(i + 1)} ${ground(i)}L${x(i + 2)} ${ground(i)}`).join('')
  const minutesAt = (event: PointerEvent, i: number) => {
    const box = svg.current!.getBoundingClientRect()
    const at = ((event.clientY - box.top) / box.height) * high
    return Math.max(0, Math.round((ground(i) - at) / scale))
  }
  const handlers = useDrag<{ week: TransitionWeek; place: number; minutes: number }, SVGGElement>({
    onDown: (event) => {
      const place = Number(event.currentTarget.dataset.edge) - 1
      const week = weeks[place]
      if (!week) return undefined
      onOpen(week.week)
      return { week, place, minutes: week.minutes }
    },
    onMove: (now, event) => {
      const minutes = minutesAt(event, now.place)
      setHeld({ week: now.week.week, minutes })
      return { ...now, minutes }
    },
    onUp: ({ week, minutes }) => {
      setHeld(undefined)
      // a tap opens the week and moves nothing
      if (Math.abs(minutes - week.minutes) * scale > 2) onSet(week.week, minutes)
    },
    onCancel: () => setHeld(undefined),
  })
  const onKeyDown = (event: KeyboardEvent, week: TransitionWeek) => {
    const by = { ArrowUp: smallStep, ArrowDown: -smallStep, PageUp: largeStep, PageDown: -largeStep }[
      event.key
    ]
    if (by !== undefined) onSet(week.week, Math.max(0, week.minutes + by))
    else if (event.key === 'ArrowRight') focusWeek(svg.current, week.week + 1)
    else if (event.key === 'ArrowLeft') focusWeek(svg.current, week.week - 1)
    else return
    event.preventDefault()
  }
  return (
    <div ref={ref} className={classes.band}>
      <svg
        ref={svg}
        viewBox={`0 0 ${wide} ${high}`}
        className={classes.bandSvg}
        role="group"
        aria-label={`Minutes a week in the new shoes, from ${startMinutes} to ${targetMinutes}, in ${weeks.length} weeks`}
      >
        <line
          x1={left}
          x2={wide - 8}
          y1={y(targetMinutes, weeks.length)}
          y2={y(targetMinutes, weeks.length)}
          className={classes.target}
        />
        <text
          x={wide - 10}
          y={y(targetMinutes + bareMin, weeks.length) - 21}
          textAnchor="end"
          className={classes.targetName}
        >
          target {num(targetMinutes / 60)} h a week
        </text>
        <path
          d={`M${x(1)} ${ground(0)}${outline}${weeks
            .map((_, i) => weeks.length - 1 - i)
            .map((i) => `L${x(i + 2)} ${ground(i)}L${x(i + 1)} ${ground(i)}`)
            .join('')}Z`}
          className={classes.water}
        />
        {bareMin > 0 && (
          <g data-barefoot>
            {weeks.map((w, i) => (
              <rect
                key={w.week}
                x={x(w.week)}
                width={step}
                y={y(shown[i]! + bareMin, i)}
                height={bareMin * scale}
                className={classes.bare}
              />
            ))}
            <title>{`Barefoot in training: ${num(bareMin, 0)} min a week`}</title>
          </g>
        )}
        {weeks.map((w, i) => (
          <g key={w.week}>
            {w.isLighter && (
              <rect
                x={x(w.week)}
                width={step}
                y={y(shown[i]!, i)}
                height={Math.max(0, shown[i]! * scale)}
                className={classes.lighter}
              />
            )}
            {w.runMinutes > 0 && (
              <rect
                x={x(w.week) + 1}
                width={Math.max(1, step - 2)}
                y={ground(i) - w.runMinutes * scale}
                height={w.runMinutes * scale}
                className={classes.run}
              />
            )}
          </g>
        ))}
        <path d={`M${x(1)} ${ground(0)}${shoreLine}`} className={classes.shore} />
        {what && (
          <path
            d={`M${what.map((w, i) => `${x(w.week)} ${y(w.minutes, i)}L${x(w.week + 1)} ${y(w.minutes, i)}`).join('L')}`}
            className={classes.what}
            data-what-line
          />
        )}
        {weeks
          .filter((w) => w.opens)
          .map((w, n) => (
            <g key={w.week}>
              <line
                x1={x(w.week)}
                x2={x(w.week)}
                y1={ground(w.week - 1)}
                y2={shore + 12 + 14 * (n % 2)}
                className={classes.rung}
              />
              <text x={x(w.week) + 4} y={shore + 20 + 14 * (n % 2)} className={classes.rungName}>
                {w.opens!.ladder === 'surface' ? surfaceText[w.opens!.to] : activityText[w.opens!.to]}
              </text>
              <title>{rungText(w.opens!, references.rungOpensDays)}</title>
            </g>
          ))}
        {weeks.map((w, i) => (
          <g
            key={w.week}
            role="slider"
            tabIndex={w.week === open ? 0 : -1}
            data-edge={w.week}
            aria-label={`Week ${w.week}${w.isLighter ? ', lighter' : ''}`}
            aria-valuenow={shown[i]}
            aria-valuemin={0}
            aria-valuemax={Math.round(most)}
            aria-valuetext={`${shown[i]!} minutes`}
            aria-orientation="vertical"
            className={classes.edge}
            data-open={w.week === open}
            data-edited={edited.includes(w.week)}
            onFocus={() => onOpen(w.week)}
            onKeyDown={(event) => onKeyDown(event, w)}
            {...handlers}
          >
            <rect x={x(w.week)} width={step} y={top} height={shore - top} className={classes.catch} />
            <line
              x1={x(w.week) + step * 0.14}
              x2={x(w.week) + step * 0.86}
              y1={y(shown[i]!, i)}
              y2={y(shown[i]!, i)}
              className={classes.edgeLine}
            />
            {(weeks.length <= 20 || w.week === open || w.week % 4 === 1) && (
              <text x={x(w.week) + step / 2} y={y(shown[i]! + bareMin, i) - 6} className={classes.minutes}>
                {shown[i]!}
              </text>
            )}
            <text x={x(w.week) + step / 2} y={high - 6} className={classes.weekNumber}>
              {w.week}
            </text>
          </g>
        ))}
        {today !== undefined && today < weeks.length && (
          <g data-today-mark>
            <line x1={x(today + 1)} x2={x(today + 1)} y1={top - 6} y2={shore} className={classes.todayLine} />
            <text x={x(today + 1) + 4} y={top - 8} className={classes.rungName}>
              today
            </text>
          </g>
        )}
        <text x={4} y={top + 8} className={classes.axis}>
          min a
        </text>
        <text x={4} y={top + 22} className={classes.axis}>
          week
        </text>
        <text x={4} y={high - 6} className={classes.axis}>
          week
        </text>
      </svg>
      <p className={classes.legend} data-band-legend>
        <span>
          <i data-kind="shoe" /> in the new shoes
        </span>
        {bareMin > 0 && (
          <span>
            <i data-kind="bare" /> barefoot in training, {num(bareMin, 0)} min a week
          </span>
        )}
        {weeks.some((w) => w.runMinutes > 0) && (
          <span>
            <i data-kind="run" /> running in them
          </span>
        )}
      </p>
      <Doses weeks={weeks} wide={wide} x={x} step={step} />
    </div>
  )
}

const focusWeek = (svg: SVGSVGElement | null, week: number) =>
  svg?.querySelector<SVGGElement>(`[data-edge="${week}"]`)?.focus()

/** Dose of each tissue against its ceiling, training's share included; 1 is the usual week. */
function Doses({
  weeks,
  wide,
  x,
  step,
}: {
  weeks: readonly TransitionWeek[]
  wide: number
  x: (week: number) => number
  step: number
}) {
  const most = Math.max(...weeks.flatMap((w) => tissues.map((t) => Math.max(w.dose[t], w.ceiling[t]))))
  const y = (dose: number) => 12 + (doseHigh - 30) * (1 - (dose - 1) / Math.max(0.05, most - 1))
  const line = (of: (w: TransitionWeek) => number) =>
    `M${weeks.map((w) => `${x(w.week)} ${y(of(w))}L${x(w.week) + step} ${y(of(w))}`).join('L')}`
  const last = weeks.at(-1)!
  const names = tissues.map((t) => ({ t, dose: last.dose[t] })).sort((a, b) => b.dose - a.dose)
  const [nearest] = names
  return (
    <figure className={classes.doses}>
      <svg
        viewBox={`0 0 ${wide} ${doseHigh}`}
        className={classes.doseSvg}
        role="img"
        aria-label={`Dose of the tissues against the usual week; the nearest to its ceiling at the end is the ${tissueText[nearest!.t]}, ${num(nearest!.dose, 2)} of ${num(last.ceiling[nearest!.t], 2)}`}
      >
        <path d={line((w) => w.ceiling.archMuscle)} className={classes.ceiling} />
        {tissues.map((t) => (
          <path key={t} d={line((w) => w.dose[t])} className={classes.dose} data-tissue={t} />
        ))}
        <text x={4} y={y(1) + 4} className={classes.axis}>
          usual
        </text>
        <text x={4} y={y(last.ceiling.archMuscle) - 4 > 10 ? 20 : 12} className={classes.axis}>
          dose
        </text>
      </svg>
      <figcaption className={classes.legend}>
        {tissues.map((t) => (
          <span key={t}>
            <i data-tissue={t} /> {tissueText[t]} {num(last.dose[t], 2)}
          </span>
        ))}
        <span>
          <i data-tissue="ceiling" /> ceiling {num(last.ceiling.archMuscle, 2)} (the usual week is 1)
        </span>
      </figcaption>
    </figure>
  )
}
