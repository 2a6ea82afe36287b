import { ActionIcon, Tooltip } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { IconZoomIn, IconZoomOut } from '@tabler/icons-react'
import { useRef, useState, type WheelEvent } from 'react'
import type { DaysInput, DaysPlan, PlannedWeek } from '@sturvo/core/days'
import { svgPath } from '@sturvo/core/drawing'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import { simplify } from '@sturvo/core/geometry'
import type { GateId } from '@sturvo/core/training'
import { behindGateText, num, stageText } from '@sturvo/words'
import classes from './Weeks.module.css'

const finestMm = 1.5
// a footprint lying on its side, walking to the right: toes right, left foot above
const prints = (['left', 'right'] as const).map((side) => {
  const drawn = footOutline({ ...neutralFoot, side })
  const sign = side === 'left' ? 1 : -1
  // small as it is, a print needs few points: it is drawn anew with every step of the zoom
  const outline = simplify(drawn.outlineFootMm, finestMm)
  return { side, path: svgPath(outline.map((p) => ({ x: p.y - 126, y: p.x * sign }))) }
})

const usualWide = 1000 // until the page knows how wide it is
const high = 190
const middle = 104
const fewestShown = 4
const wave = (share: number) => Math.sin(share * Math.PI * 2.2) * 15

export const minutesOf = ({ days }: PlannedWeek): number =>
  days.reduce((sum, d) => sum + d.trainMin + d.spacersMin + (d.shoes?.minutes ?? 0), 0)

type Props = {
  asked: DaysInput
  days: DaysPlan
  /** 1 and up */
  open: number | undefined
  onOpen: (week: number) => void
  /** day of today, for the mark; left out on paper */
  today: string
}

/** The weeks of a plan as the steps of a trail: left, right, left; a print is as large as its week has minutes. */
export function LongTrail({ asked, days, open, onOpen, today }: Props) {
  const weeks = days.weeks.length
  const [view, setView] = useState({ from: 0, shown: weeks })
  const shown = Math.min(view.shown, weeks)
  const from = Math.max(0, Math.min(view.from, weeks - shown))
  const { ref, width } = useElementSize()
  const wide = width || usualWide
  const svg = useRef<SVGSVGElement>(null)
  const step = wide / shown
  const zoom = (by: number, at = 0.5) => {
    const next = Math.min(weeks, Math.max(fewestShown, shown * by))
    setView({ shown: next, from: from + (shown - next) * at })
  }
  const onWheel = (event: WheelEvent) => {
    const box = svg.current!.getBoundingClientRect()
    if (Math.abs(event.deltaX) > Math.abs(event.deltaY))
      setView({ shown, from: from + (event.deltaX / box.width) * shown })
    else zoom(Math.exp(event.deltaY / 400), (event.clientX - box.left) / box.width)
  }
  const most = Math.max(1, ...days.weeks.map(minutesOf))
  /** where so many weeks from the beginning lie, px */
  const x = (weeksOn: number) => (weeksOn - from) * step
  const todayWeek = weekAt(asked.startsOn, today)
  return (
    <div className={classes.trail} ref={ref}>
      <svg
        ref={svg}
        viewBox={`0 0 ${wide} ${high}`}
        data-shown={shown}
        className={classes.trailSvg}
        onWheel={onWheel}
        role="group"
        aria-label={`${weeks} weeks, each a step`}
        data-trail
      >
        <path
          d={svgPath(
            Array.from({ length: 49 }, (_, i) => ({ x: x((i / 48) * weeks), y: middle + wave(i / 48) })),
            false,
          )}
          className={classes.path}
        />
        {landings(asked, days).map(({ stage, fromWeek, toWeek }) => (
          <g key={stage}>
            <path d={`M${x(fromWeek - 1) + 4} 34H${x(toWeek) - 6}`} className={classes.landing} />
            <At x={Math.max(x(fromWeek - 1) + 5, Math.min(5, x(toWeek) - 70))} y={26}>
              <text className={classes.landingName}>{stageText[stage]}</text>
            </At>
          </g>
        ))}
        {asked.checks
          .filter((c) => c.kind === 'gate')
          .map((check, i) => (
            <g key={`${check.about} ${check.week}`} data-gate-bar={check.about}>
              <At x={x(check.week)} y={0}>
                <path d="M0 48V158M-7 66H7M-7 103H7M-7 140H7" className={classes.gateBar} />
                <text y={172 + (i % 2) * 15} className={classes.gateName} textAnchor="middle">
                  {`gate: ${behindGateText[check.about as GateId].toLowerCase()}`}
                </text>
              </At>
            </g>
          ))}
        {todayWeek !== undefined && todayWeek <= weeks && (
          <g data-today>
            <At x={x(todayWeek)} y={0}>
              <path d="M0 44V160" className={classes.today} />
              <text y={56} x={5} className={classes.todayName}>
                today
              </text>
            </At>
          </g>
        )}
        {days.weeks.map((week) => {
          const { side, path } = prints[(week.week - 1) % 2]!
          const size = 0.1 + 0.12 * Math.sqrt(minutesOf(week) / most)
          const y = middle + wave((week.week - 0.5) / weeks) + (side === 'left' ? -17 : 17)
          const label = `Week ${week.week}, ${stageText[week.stage]}: ${num(minutesOf(week), 0)} min`
          return (
            <g
              key={week.week}
              role="button"
              tabIndex={0}
              aria-label={label}
              aria-pressed={open === week.week}
              data-week={week.week}
              className={classes.week}
              onClick={() => onOpen(week.week)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') {
                  event.preventDefault()
                  onOpen(week.week)
                }
              }}
            >
              <title>{label}</title>
              <At x={x(week.week - 0.5)} y={y}>
                <path
                  d={path}
                  transform={`scale(${size.toFixed(3)})`}
                  strokeWidth={(open === week.week ? 3 : 2) / size}
                  className={classes.print}
                  data-side={side}
                  data-open={open === week.week}
                />
                {/* a finger needs more than a print */}
                <rect x={-step / 2} y={-40} width={step} height={80} fill="none" pointerEvents="all" />
                <text y={side === 'left' ? -24 : 34} className={classes.weekNumber} textAnchor="middle">
                  {week.week}
                </text>
              </At>
            </g>
          )
        })}
      </svg>
      <div className={classes.zoom}>
        <Tooltip label="Fewer weeks, larger (+)">
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label="Zoom in"
            disabled={shown <= fewestShown}
            onClick={() => zoom(0.6, open ? (open - 0.5 - from) / shown : 0)}
          >
            <IconZoomIn size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="All weeks (−)">
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label="Zoom out"
            disabled={shown >= weeks}
            onClick={() => zoom(1 / 0.6)}
          >
            <IconZoomOut size={18} />
          </ActionIcon>
        </Tooltip>
      </div>
    </div>
  )
}

function At({ x, y, children }: { x: number; y: number; children: React.ReactNode }) {
  return <g transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}>{children}</g>
}

function landings(asked: DaysInput, days: DaysPlan) {
  const last = days.weeks.length
  return asked.phases
    .filter((p) => p.fromWeek <= last)
    .map(({ stage, fromWeek, weeks }, i, list) => ({
      stage,
      fromWeek,
      // the last phase goes on
      toWeek: i === list.length - 1 ? last : Math.min(last, fromWeek + weeks - 1),
    }))
}

/** Where a day lies, in weeks from the beginning; undefined before it. */
export function weekAt(startsOn: string, day: string): number | undefined {
  const days = (Date.parse(day) - Date.parse(startsOn)) / 86_400_000
  return days < 0 ? undefined : days / 7
}
