import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core'
import { Menu, Tooltip } from '@mantine/core'
import dayjs from 'dayjs'
import {
  dayWishes,
  laneMinutes,
  lanes,
  nearestToCeiling,
  type DayWish,
  type Lane,
  type PlannedDay,
  type PlannedWeek,
} from '@sturvo/core/days'
import {
  checkText,
  dayStateText,
  dayWishText,
  laneText,
  num,
  tissueText,
  weekdayShort,
  weekdayText,
} from '@sturvo/words'
import classes from './Weeks.module.css'

type Spot = { lane: Lane; day: number }
const spotOf = (id: string | number): Spot => {
  const [lane, day] = String(id).split(' ') as [Lane, string]
  return { lane, day: Number(day) }
}
const idOf = ({ lane, day }: Spot) => `${lane} ${day}`

type Props = {
  week: PlannedWeek
  usual: readonly DayWish[]
  chosen: number | undefined
  onChosen: (day: number) => void
  onMoved: (lane: Lane, from: number, to: number) => void
  onWished: (day: number, wish: DayWish) => void
}

/** Arrow keys carry a knot along its own rope, from day to day. */
const alongTheRope: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const by = event.code === 'ArrowRight' ? 1 : event.code === 'ArrowLeft' ? -1 : 0
  if (by === 0 || !context.over) return undefined
  const { lane, day } = spotOf(context.over.id)
  const next = context.droppableRects.get(idOf({ lane, day: day + by }))
  const here = context.droppableRects.get(context.over.id)
  return next && here ? { ...currentCoordinates, x: currentCoordinates.x + next.left - here.left } : undefined
}

const announcements: Announcements = {
  onDragStart: ({ active }) =>
    `${laneText[spotOf(active.id).lane]} of ${weekdayText[spotOf(active.id).day]} lifted.`,
  onDragOver: ({ over }) => (over ? `Over ${weekdayText[spotOf(over.id).day]}.` : undefined),
  onDragEnd: ({ over }) => (over ? `Put on ${weekdayText[spotOf(over.id).day]}.` : 'Put back.'),
  onDragCancel: () => 'Put back.',
}

/** A week opened into its days: four ropes with knots; a knot's size is its minutes. */
export function WeekRopes({ week, usual, chosen, onChosen, onMoved, onWished }: Props) {
  const sensors = useSensors(
    // a tap opens a day; only a finger that moves drags
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: alongTheRope }),
  )
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ announcements }}
      onDragEnd={({ active, over }) => {
        if (!over) return
        const [a, b] = [spotOf(active.id), spotOf(over.id)]
        if (a.lane === b.lane && a.day !== b.day) onMoved(a.lane, a.day, b.day)
      }}
    >
      <div className={classes.ropes} role="table" aria-label={`Days of week ${week.week}`}>
        <div className={classes.heads} role="row">
          <span role="columnheader" aria-label="Rope" />
          {week.days.map((day, i) => (
            <div key={day.date} role="columnheader" className={classes.head} data-wish={day.wish}>
              <Menu position="bottom">
                <Menu.Target>
                  <button
                    type="button"
                    className={classes.dayButton}
                    // begins with what is seen on it, so that it can be called by voice
                    aria-label={`${weekdayShort[i]} ${dayjs(day.date).format('D MMM')} ${dayStateText[day.wish]}: change`}
                  >
                    <strong>{weekdayShort[i]}</strong> {dayjs(day.date).format('D MMM')}
                    <span className={classes.dayState}>
                      {day.wish === 'free' ? ' ' : dayStateText[day.wish]}
                    </span>
                  </button>
                </Menu.Target>
                <Menu.Dropdown>
                  <Menu.Label>Every {weekdayText[i]}</Menu.Label>
                  {dayWishes.map((wish) => (
                    <Menu.Item key={wish} data-day-wish={wish} onClick={() => onWished(i, wish)}>
                      {usual[i] === wish ? '• ' : ''}
                      {dayWishText[wish]}
                    </Menu.Item>
                  ))}
                </Menu.Dropdown>
              </Menu>
            </div>
          ))}
        </div>
        <Tide week={week} />
        {lanes.map((lane, row) => (
          <div key={lane} className={classes.rope} role="row" data-lane={lane}>
            <span role="rowheader" className={classes.laneName}>
              {laneText[lane]}
            </span>
            <RopeLine row={row} />
            {week.days.map((day, i) => (
              <DaySpot key={day.date} lane={lane} day={i}>
                {laneMinutes(lane, day) > 0 && (
                  <Knot
                    lane={lane}
                    day={i}
                    planned={day}
                    isChosen={lane === 'train' && chosen === i}
                    onChosen={onChosen}
                  />
                )}
              </DaySpot>
            ))}
          </div>
        ))}
        <div className={classes.rope} role="row" data-lane="checks">
          <span role="rowheader" className={classes.laneName}>
            {laneText.checks}
          </span>
          <RopeLine row={3} />
          {week.days.map((day) => (
            <div key={day.date} role="cell" className={classes.spot}>
              {day.checks.length > 0 && (
                <div className={classes.check} data-check>
                  {day.checks.map((c) => (
                    <span key={`${c.kind} ${c.about}`}>{checkText(c)}</span>
                  ))}
                </div>
              )}
            </div>
          ))}
        </div>
      </div>
    </DndContext>
  )
}

/** A rope hangs a little between its ends. */
function RopeLine({ row }: { row: number }) {
  const sag = [5, 7, 4, 6][row] ?? 5
  return (
    <svg className={classes.ropeLine} viewBox="0 0 700 20" preserveAspectRatio="none" aria-hidden="true">
      <path d={`M0 8C150 ${8 + sag} 260 ${7 - sag / 3} 400 ${9 + sag / 2}S620 ${12 - sag} 700 8`} />
    </svg>
  )
}

function DaySpot({ lane, day, children }: Spot & { children: React.ReactNode }) {
  const { setNodeRef, isOver, active } = useDroppable({ id: idOf({ lane, day }) })
  const isMine = active !== null && spotOf(active.id).lane === lane
  return (
    <div
      ref={setNodeRef}
      role="cell"
      className={classes.spot}
      data-over={isOver && isMine}
      data-spot={idOf({ lane, day })}
    >
      {children}
    </div>
  )
}

const smallestKnot = 26
const largestKnot = 52
const largestMin = 120
const knotSize = (minutes: number) =>
  smallestKnot + (largestKnot - smallestKnot) * Math.sqrt(Math.min(1, minutes / largestMin))

function Knot({
  lane,
  day,
  planned,
  isChosen,
  onChosen,
}: Spot & { planned: PlannedDay; isChosen: boolean; onChosen: (day: number) => void }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: idOf({ lane, day }),
  })
  const minutes = laneMinutes(lane, planned)
  const size = knotSize(minutes)
  const isMoved = planned.movedHere.includes(lane)
  const parts = lane === 'train' && planned.parts.length > 1 ? ', morning and evening' : ''
  const label = `${laneText[lane]}, ${weekdayText[day]}: ${num(minutes, 0)} min${parts}${isMoved ? ', put here by hand' : ''}`
  return (
    <Tooltip
      label={isMoved ? 'Put here by hand; drag it back to let it go' : 'Drag along the rope to another day'}
      disabled={isDragging}
    >
      <button
        type="button"
        ref={setNodeRef}
        {...listeners}
        {...attributes}
        aria-label={label}
        aria-pressed={isChosen}
        className={classes.knot}
        data-lane={lane}
        data-knot={idOf({ lane, day })}
        data-moved={isMoved}
        style={{
          width: size,
          height: size,
          transform: transform ? `translate(${transform.x}px, 0)` : undefined,
          zIndex: isDragging ? 5 : undefined,
        }}
        onClick={() => lane === 'train' && onChosen(day)}
      >
        {num(minutes, 0)}
        {parts !== '' && <span className={classes.twice}>½+½</span>}
      </button>
    </Tooltip>
  )
}

const tideHigh = 54

/** Load of each day as a tide under the ceiling of the tissue that is nearest to it. */
function Tide({ week }: { week: PlannedWeek }) {
  const { tissue: nearest, loads } = nearestToCeiling(week)
  const most = Math.max(...loads)
  const y = (share: number) => tideHigh - share * (tideHigh - 12)
  const at = (i: number) => `${i * 100 + 50} ${y(loads[i]!)}`
  const crest = loads.map((_, i) => `${i === 0 ? `M0 ${y(loads[0]!)}L` : 'L'}${at(i)}`).join('')
  return (
    <div className={classes.tide} role="row">
      <span role="rowheader" className={classes.laneName}>
        load
      </span>
      <div role="cell" className={classes.tideCell}>
        <svg
          viewBox={`0 0 700 ${tideHigh}`}
          preserveAspectRatio="none"
          role="img"
          aria-label={`Load of the ${tissueText[nearest]}: at most ${num(most * 100, 0)} % of a day's ceiling`}
        >
          <path d={`${crest}L700 ${y(loads[6]!)}V${tideHigh}H0Z`} className={classes.water} />
          <path d="M0 12H700" className={classes.ceiling} />
        </svg>
        <span className={classes.ceilingName}>
          ceiling of the {tissueText[nearest]}; this week at most {num(most * 100, 0)} %
        </span>
      </div>
    </div>
  )
}
