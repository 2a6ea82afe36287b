import { ActionIcon, Tooltip } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { IconZoomIn, IconZoomOut } from '@tabler/icons-react'
import { useEffect, useEffectEvent, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import {
  checksOnCalendar,
  stagesOnCalendar,
  weekMinutes,
  weeksOn,
  type DaysInput,
  type DaysPlan,
} from '@sturvo/core/days'
import { svgPath } from '@sturvo/core/drawing'
import { checkText, num, stageText } from '@sturvo/words'
import { walkingPrint } from '../../../parts/walkingPrint'
import classes from './Weeks.module.css'

// small as they are, prints need few points: they are drawn anew with every step of the zoom
const finestMm = 1.5
const halfLengthMm = 126
const prints = (['left', 'right'] as const).map((side) => ({ side, path: walkingPrint(side, finestMm) }))

const usualWide = 1000 // until the page knows how wide it is
const high = 190
const middle = 104
const fewestShown = 4
const stepIn = 0.6
const wave = (share: number) => Math.sin(share * Math.PI * 2.2) * 15

type Props = {
  asked: Pick<DaysInput, 'startsOn'>
  days: DaysPlan
  /** 1 and up */
  open: number | undefined
  onOpen: (week: number) => void
  /** day of today, for the mark */
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
  // asked again with every wheel: the listener stays the same, and may keep the page from scrolling along
  const wheeled = useEffectEvent((event: WheelEvent) => {
    const isZoom = event.ctrlKey || event.metaKey
    if (!isZoom && Math.abs(event.deltaX) <= Math.abs(event.deltaY)) return
    event.preventDefault()
    const box = svg.current!.getBoundingClientRect()
    if (isZoom) zoom(Math.exp(event.deltaY / 400), (event.clientX - box.left) / box.width)
    else setView({ shown, from: from + (event.deltaX / box.width) * shown })
  })
  useEffect(() => {
    const trail = svg.current!
    const listener = (event: WheelEvent) => wheeled(event)
    trail.addEventListener('wheel', listener, { passive: false })
    return () => trail.removeEventListener('wheel', listener)
  }, [])
  const zoomIn = () => zoom(stepIn, open ? (open - 0.5 - from) / shown : 0)
  const zoomOut = () => zoom(1 / stepIn)
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === '+' || event.key === '=') zoomIn()
    else if (event.key === '-') zoomOut()
    else return
    event.preventDefault()
  }
  const most = Math.max(1, ...days.weeks.map(weekMinutes))
  /** where so many weeks from the beginning lie, px */
  const x = (weeksOn: number) => (weeksOn - from) * step
  const todayWeek = weeksOn(asked.startsOn, today)
  return (
    <div className={classes.trail} ref={ref}>
      <svg
        ref={svg}
        viewBox={`0 0 ${wide} ${high}`}
        data-shown={shown}
        className={classes.trailSvg}
        onKeyDown={onKeyDown}
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
        {stagesOnCalendar(days.weeks).map(({ stage, fromWeek, toWeek }) => (
          <g key={fromWeek}>
            <path d={`M${x(fromWeek - 1) + 4} 34H${x(toWeek) - 6}`} className={classes.landing} />
            <At x={Math.max(x(fromWeek - 1) + 5, Math.min(5, x(toWeek) - 70))} y={26}>
              <text className={classes.landingName}>{stageText[stage]}</text>
            </At>
          </g>
        ))}
        {checksOnCalendar(days.weeks)
          .filter(({ check }) => check.kind === 'gate')
          .map(({ week, check }, i) => (
            <g key={`${check.about} ${week}`} data-gate-bar={check.about}>
              <At x={x(week)} y={0}>
                <path d="M0 48V158M-7 66H7M-7 103H7M-7 140H7" className={classes.gateBar} />
                <text y={172 + (i % 2) * 15} className={classes.gateName} textAnchor="middle">
                  {checkText(check)}
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
          const size = 0.1 + 0.12 * Math.sqrt(weekMinutes(week) / most)
          const y = middle + wave((week.week - 0.5) / weeks) + (side === 'left' ? -17 : 17)
          const label = `Week ${week.week}, ${stageText[week.stage]}: ${num(weekMinutes(week), 0)} min`
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
                  transform={`scale(${size.toFixed(3)}) translate(${-halfLengthMm} 0)`}
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
        <Tooltip label="Fewer weeks, larger: + or Ctrl and the wheel">
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label="Zoom in"
            disabled={shown <= fewestShown}
            onClick={zoomIn}
          >
            <IconZoomIn size={18} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="More weeks: − or Ctrl and the wheel">
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label="Zoom out"
            disabled={shown >= weeks}
            onClick={zoomOut}
          >
            <IconZoomOut size={18} />
          </ActionIcon>
        </Tooltip>
      </div>
    </div>
  )
}

function At({ x, y, children }: { x: number; y: number; children: ReactNode }) {
  return <g transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}>{children}</g>
}
