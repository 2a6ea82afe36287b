import { useResizeObserver } from '@mantine/hooks'
import type { KeyboardEvent } from 'react'
import type { ShoeReading } from '@sturvo/core/footwear'
import type { References } from '@sturvo/core/reference'
import { num } from '@sturvo/words'
import { outerLengthMm, ShoeSide, usualStackMm } from './ShoeSide'
import { useDrag } from '../../../parts/useDrag'
import classes from './Shelf.module.css'

export type ShelfViewProps = {
  shoes: readonly ShoeReading[]
  references: References
  chosenId: string | undefined
  onChosen: (id: string) => void
  /** hours as they are shown: the real ones, or those tried out */
  hours: Readonly<Record<string, number>>
  /** set while hours are tried out: moves hours from one shoe to its neighbour */
  onMoved?: ((from: string, to: string, hours: number) => void) | undefined
}

const usualWidthPx = 900 // before the place is measured
const gapMm = 36
const [leastScale, mostScale] = [0.42, 0.78] // screen pixels a mm
const mostHeightPx = 102 // the profile below has to stay in sight
const roomTop = 62 // below the ground line: names stand between
const roomHeight = 20
const stepH = 1

/** All shoes side by side on one ground line, to one scale; the standing room below each is its hours a week. */
export function ShelfView(props: ShelfViewProps) {
  const { shoes, references, chosenId, hours } = props
  const [ref, box] = useResizeObserver<HTMLDivElement>()
  const width = Math.max(box.width, 320) || usualWidthPx
  const lengths = shoes.map((r) => outerLengthMm(r.shoe))
  const allMm = lengths.reduce((sum, l) => sum + l + gapMm, 0)
  const tallest = Math.max(...shoes.map(heightOf), 1)
  const scale = Math.min(mostScale, mostHeightPx / tallest, Math.max(leastScale, width / Math.max(allMm, 1)))
  const drawnWidth = Math.max(width, allMm * scale)
  const slack = (drawnWidth - allMm * scale) / Math.max(1, shoes.length)
  const ground = Math.max(...shoes.map((r) => heightOf(r) * scale), 60) + 6
  let x = 0
  const places = shoes.map((reading, i) => {
    const room = (lengths[i]! + gapMm) * scale + slack
    const place = { reading, left: x + (room - lengths[i]! * scale) / 2, room, at: x }
    x += room
    return place
  })
  return (
    <div ref={ref} className={classes.shelf}>
      <svg
        width={drawnWidth}
        height={ground + roomTop + roomHeight + 12}
        viewBox={`0 0 ${drawnWidth} ${ground + roomTop + roomHeight + 12}`}
        role="group"
        aria-label="Shelf: shoes drawn to scale on one ground line, most worn first"
      >
        <path d={`M0 ${ground}H${drawnWidth}`} stroke="var(--ink)" strokeWidth="1.2" />
        {places.map(({ reading, left, at, room }) => {
          const { shoe, dropMm } = reading
          const isChosen = shoe.id === chosenId
          return (
            <g key={shoe.id} data-quiet={shoe.isRetired ?? shoe.isGhost ?? false} className={classes.stand}>
              <g
                role="button"
                tabIndex={0}
                aria-pressed={isChosen}
                aria-label={`${shoe.name}: ${describe(reading)}`}
                className={classes.shoe}
                onClick={() => props.onChosen(shoe.id)}
                onKeyDown={(event) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return
                  event.preventDefault()
                  props.onChosen(shoe.id)
                }}
              >
                <rect
                  x={at + 3}
                  y={2}
                  width={Math.max(0, room - 6)}
                  height={ground + 44}
                  rx="6"
                  className={classes.place}
                  data-chosen={isChosen}
                />
                <g transform={`translate(${left} ${ground}) scale(${scale})`}>
                  <ShoeSide shoe={shoe} references={references} lineMm={1.5 / scale} />
                </g>
              </g>
              {/* the same in words is the name of the button */}
              <g pointerEvents="none" aria-hidden>
                <StackNumbers reading={reading} left={left} ground={ground} scale={scale} />
                <text x={left} y={ground + 17} fontSize="13.5" fontWeight="700" fill="var(--ink)">
                  {shortened(shoe.name, lengths[0]! * scale)}
                </text>
                <text x={left} y={ground + 33} fontSize="12" fill="var(--soft)">
                  {[
                    shoe.isRetired
                      ? 'retired'
                      : shoe.isGhost
                        ? 'what if'
                        : `${num(hours[shoe.id] ?? 0, 0)} h`,
                    dropMm === undefined ? '' : `drop ${num(dropMm, 0)}`,
                    reading.isTallLever ? 'tall lever' : '',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </text>
              </g>
            </g>
          )
        })}
        <StandingRooms
          places={places.filter(({ reading }) => !reading.shoe.isRetired)}
          top={ground + roomTop}
          width={drawnWidth}
          hours={hours}
          onMoved={props.onMoved}
        />
      </svg>
    </div>
  )
}

function heightOf({ shoe }: ShoeReading): number {
  return (
    Math.max(shoe.stackHeelMm ?? usualStackMm.heel, shoe.stackForefootMm ?? usualStackMm.forefoot) +
    (shoe.closure === 'boot' ? 140 : 80)
  )
}

function hoursText(hours: number | undefined): string {
  return hours === undefined ? 'hours not known' : `${num(hours, 0)} h a week`
}

function describe({ shoe, dropMm }: ShoeReading): string {
  return [
    shoe.stackHeelMm === undefined || shoe.stackForefootMm === undefined
      ? 'stack not measured'
      : `${num(shoe.stackHeelMm)} mm under the heel, ${num(shoe.stackForefootMm)} under the forefoot`,
    dropMm === undefined ? '' : `drop ${num(dropMm)} mm`,
    shoe.isRetired ? 'retired' : shoe.isGhost ? 'what if' : hoursText(shoe.hoursPerWeek),
  ]
    .filter(Boolean)
    .join(', ')
}

const glyphPx = 7.4

function shortened(name: string, widthPx: number): string {
  const most = Math.max(8, Math.floor(widthPx / glyphPx))
  return name.length <= most ? name : `${name.slice(0, most - 1).trimEnd()}…`
}

function StackNumbers({
  reading,
  left,
  ground,
  scale,
}: {
  reading: ShoeReading
  left: number
  ground: number
  scale: number
}) {
  const { stackHeelMm, stackForefootMm } = reading.shoe
  if (stackHeelMm === undefined || stackForefootMm === undefined) return null
  const length = outerLengthMm(reading.shoe) * scale
  const numbers = [
    { share: 0.1, mm: stackHeelMm },
    { share: 0.57, mm: stackForefootMm },
  ]
  return (
    <g fontSize="12" fontWeight="700" fill="var(--ink)" textAnchor="middle">
      {numbers.map(({ share, mm }) => {
        // a thin sole has no room for its number: it stands above it
        const isInside = mm * scale > 16
        return (
          <text
            key={share}
            x={left + share * length}
            y={isInside ? ground - (mm * scale) / 2 + 4.5 : ground - mm * scale - 4}
          >
            {num(mm, 0)}
          </text>
        )
      })}
    </g>
  )
}

type Place = { reading: ShoeReading; left: number; room: number; at: number }

function StandingRooms({
  places,
  top,
  width,
  hours,
  onMoved,
}: {
  places: readonly Place[]
  top: number
  width: number
  hours: Readonly<Record<string, number>>
  onMoved: ShelfViewProps['onMoved']
}) {
  const all = places.reduce((sum, p) => sum + (hours[p.reading.shoe.id] ?? 0), 0)
  if (all <= 0) return null
  let x = 0
  const rooms = places.map((place) => {
    const own = ((hours[place.reading.shoe.id] ?? 0) / all) * width
    const room = { ...place, from: x, own }
    x += own
    return room
  })
  return (
    <g>
      {rooms.map(({ reading, from, own, left }, i) => (
        <g key={reading.shoe.id} pointerEvents="none">
          <path
            d={`M${left + 10} ${top - 26}C${left + 10} ${top - 8} ${from + own / 2} ${top - 18} ${from + own / 2} ${top}`}
            fill="none"
            stroke="var(--line)"
            strokeWidth="1.2"
          />
          <rect
            x={from}
            y={top}
            width={Math.max(0, own - 1)}
            height={roomHeight}
            fill={i % 2 === 0 ? 'var(--act)' : 'var(--printDeep)'}
            rx="3"
          />
          {own > 46 && (
            <text
              x={from + own / 2}
              y={top + 14.5}
              textAnchor="middle"
              fontSize="12"
              fontWeight="700"
              fill={i % 2 === 0 ? 'var(--onAct)' : 'var(--sheet)'}
            >
              {num(hours[reading.shoe.id] ?? 0, 0)} h
            </text>
          )}
        </g>
      ))}
      {onMoved &&
        rooms
          .slice(0, -1)
          .map((room, i) => (
            <HoursHandle
              key={room.reading.shoe.id}
              x={room.from + room.own}
              top={top}
              pxPerHour={width / all}
              before={room.reading}
              after={rooms[i + 1]!.reading}
              hours={hours}
              onMoved={onMoved}
            />
          ))}
    </g>
  )
}

type HandleProps = {
  x: number
  top: number
  pxPerHour: number
  before: ShoeReading
  after: ShoeReading
  hours: Readonly<Record<string, number>>
  onMoved: NonNullable<ShelfViewProps['onMoved']>
}

/** The border between two standing rooms: dragged or moved by arrows, one shoe's hours become the other's. */
function HoursHandle({ x, top, pxPerHour, before, after, hours, onMoved }: HandleProps) {
  const [a, b] = [before.shoe.id, after.shoe.id]
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: stepH, ArrowRight: -stepH }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    onMoved(a, b, by)
  }
  const hands = useDrag<{ clientX: number; moved: number }>({
    onDown: (event) => ({ clientX: event.clientX, moved: 0 }),
    onMove: ({ clientX, moved }, event) => {
      const wanted = Math.round((clientX - event.clientX) / pxPerHour)
      if (wanted !== moved) onMoved(a, b, wanted - moved)
      return { clientX, moved: wanted }
    },
  })
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Hours between ${before.shoe.name} and ${after.shoe.name}`}
      aria-valuemin={0}
      aria-valuemax={Math.round((hours[a] ?? 0) + (hours[b] ?? 0))}
      aria-valuenow={Math.round(hours[a] ?? 0)}
      aria-valuetext={`${num(hours[a] ?? 0, 0)} h ${before.shoe.name}, ${num(hours[b] ?? 0, 0)} h ${after.shoe.name}`}
      className={classes.handle}
      onKeyDown={onKeyDown}
      {...hands}
    >
      <rect x={x - 12} y={top - 8} width="24" height={roomHeight + 16} fill="transparent" />
      <rect
        x={x - 5}
        y={top - 5}
        width="10"
        height={roomHeight + 10}
        rx="5"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
    </g>
  )
}
