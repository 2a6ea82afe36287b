import { Button } from '@mantine/core'
import {
  copyDay,
  halvesADay as halves,
  surfaces,
  surfaceSums,
  weekKinds,
  weekSums,
  type Surface,
  type WeekBlock,
  type WeekKind,
} from '@sturvo/core/week'
import { dayText, num, groundText, weekKindText } from '@sturvo/words'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { useWeekPainting, type Cell } from './useWeekPainting'
import { firstHalf, placeOf, strip } from './weekStrip'
import classes from './WeekPainter.module.css'

const { cellPx, rowPx, rowGapPx, labelPx, headPx } = strip
const widthPx = labelPx + halves * cellPx
const heightPx = headPx + 7 * (rowPx + rowGapPx)

/** A usual week, painted: what is done on the feet, for how long, on what ground. */
export function WeekPainter() {
  const { svg, week, shown, kind, setKind, surface, setSurface, cursor, keep, hands, onKeyDown } =
    useWeekPainting()
  return (
    <div className={classes.painter}>
      <Brushes kind={kind} surface={surface} onKind={setKind} onSurface={setSurface} />
      <svg
        ref={svg}
        viewBox={`0 0 ${widthPx} ${heightPx}`}
        className={classes.week}
        role="group"
        tabIndex={0}
        aria-label={`Usual week. ${cellText(cursor, week)}. Arrow keys move, Space paints, Shift with arrows paints on, Delete rubs out.`}
        onKeyDown={onKeyDown}
        {...hands}
      >
        <Patterns />
        <Days />
        <Blocks blocks={shown} />
        <rect
          x={labelPx + placeOf(cursor.half) * cellPx}
          y={headPx + cursor.day * (rowPx + rowGapPx)}
          width={cellPx}
          height={rowPx}
          className={classes.cursor}
        />
      </svg>
      <p className={classes.sums} aria-live="polite">
        {sumsText(shown)}
      </p>
      <div className={classes.brushes}>
        <Button
          size="compact-md"
          variant="default"
          disabled={!week.some((b) => b.day === 0)}
          onClick={() => keep(copyDay(week, 0, [1, 2, 3, 4]))}
        >
          Monday for all weekdays
        </Button>
        <Button
          size="compact-md"
          variant="subtle"
          color="gray"
          disabled={week.length === 0}
          onClick={() => keep([])}
        >
          Rub out the week
        </Button>
      </div>
    </div>
  )
}

type BrushesProps = {
  kind: WeekKind | 'nothing'
  surface: Surface
  onKind: (kind: WeekKind | 'nothing') => void
  onSurface: (surface: Surface) => void
}

/** What is painted with. */
function Brushes({ kind, surface, onKind, onSurface }: BrushesProps) {
  return (
    <>
      <div className={classes.brushes} role="radiogroup" aria-label="Paint with">
        {weekKinds.map((each) => (
          <ChoiceChip key={each} isOnlyOne isOn={kind === each} onToggled={() => onKind(each)}>
            <svg viewBox="0 0 18 18" aria-hidden="true">
              <Patterns />
              <rect width="18" height="18" rx="3" className={classes.block} fill={fillOf(each)} />
            </svg>
            {weekKindText[each]}
          </ChoiceChip>
        ))}
        <ChoiceChip isOnlyOne isOn={kind === 'nothing'} onToggled={() => onKind('nothing')}>
          rub out
        </ChoiceChip>
      </div>
      <div className={classes.brushes} role="radiogroup" aria-label="On what ground">
        <span className={classes.on}>on</span>
        {surfaces.map((each) => (
          <ChoiceChip key={each} isOnlyOne isOn={surface === each} onToggled={() => onSurface(each)}>
            {groundText[each]}
          </ChoiceChip>
        ))}
      </div>
    </>
  )
}

/** The empty strips of the seven days, with the hours over them. */
function Days() {
  return (
    <>
      {hourMarks.map((hour) => (
        <text
          key={hour}
          x={labelPx + placeOf((hour * 2) % halves) * cellPx}
          y={headPx - 5}
          className={classes.small}
        >
          {hour % 24}
        </text>
      ))}
      {dayText.map((day, i) => {
        const y = headPx + i * (rowPx + rowGapPx)
        return (
          <g key={day}>
            <text x={labelPx - 8} y={y + rowPx * 0.7} textAnchor="end" className={classes.day}>
              {day}
            </text>
            <rect x={labelPx} y={y} width={halves * cellPx} height={rowPx} rx="3" className={classes.strip} />
            {hourMarks.map((hour) => (
              <path
                key={hour}
                d={`M${labelPx + placeOf((hour * 2) % halves) * cellPx} ${y}v${rowPx}`}
                className={classes.tick}
              />
            ))}
          </g>
        )
      })}
    </>
  )
}

/** What is painted on them. */
function Blocks({ blocks }: { blocks: readonly WeekBlock[] }) {
  return (
    <>
      {blocks.flatMap((block, i) =>
        parts(block).map(([from, to]) => (
          <rect
            key={`${i}.${from}`}
            x={labelPx + from * cellPx + 0.5}
            y={headPx + block.day * (rowPx + rowGapPx) + 1}
            width={(to - from) * cellPx - 1}
            height={rowPx - 2}
            rx="3"
            className={classes.block}
            data-surface={block.surface}
            fill={fillOf(block.kind)}
          >
            <title>{`${dayText[block.day]} ${clock(block.from)} to ${clock(block.to)}: ${weekKindText[block.kind]}, ${groundText[block.surface]}`}</title>
          </rect>
        )),
      )}
    </>
  )
}

const hourMarks = [4, 8, 12, 16, 20, 24]

/** A block as stretches of the strip; one over four in the morning is shown in two parts. */
function parts({ from, to }: WeekBlock): [number, number][] {
  if (from >= firstHalf || to <= firstHalf) return [[placeOf(from), placeOf(to - 1) + 1]]
  return [
    [placeOf(from), halves],
    [0, to - firstHalf],
  ]
}

function clock(half: number): string {
  return `${Math.floor(half / 2) % 24}:${half % 2 === 0 ? '00' : '30'}`
}

function cellText({ day, half }: Cell, week: readonly WeekBlock[]): string {
  const block = week.find((b) => b.day === day && b.from <= half && b.to > half)
  return `${dayText[day]} ${clock(half)}, ${block ? `${weekKindText[block.kind]} on ${groundText[block.surface]}` : 'nothing'}`
}

function sumsText(week: readonly WeekBlock[]): string {
  if (week.length === 0) return 'Drag over the days to paint a usual week.'
  const kinds = weekSums(week)
  const grounds = surfaceSums(week)
  const list = <K extends string>(sums: Record<K, number>, names: Record<K, string>, order: readonly K[]) =>
    order
      .filter((k) => sums[k] > 0)
      .map((k) => `${names[k]} ${num(sums[k])} h`)
      .join(' · ')
  return `A week: ${list(kinds, weekKindText, weekKinds)}. On ${list(grounds, groundText, surfaces)}.`
}

function fillOf(kind: WeekKind): string {
  return `url(#week-${kind})`
}

/** One hue; what is done shows by depth and by pattern, never by colour alone. */
function Patterns() {
  return (
    <defs>
      <pattern id="week-standing" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.pale} />
      </pattern>
      <pattern id="week-walking" width="8" height="6" patternUnits="userSpaceOnUse">
        <rect width="8" height="6" className={classes.pale} />
        <path d="M1 2h3M5 5h3" className={classes.stroke} />
      </pattern>
      <pattern id="week-running" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.deep} />
      </pattern>
      <pattern id="week-training" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" className={classes.pale} />
        <path d="M0 5L5 0" className={classes.stroke} />
      </pattern>
      <pattern id="week-barefoot" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" className={classes.bare} />
        <circle cx="3" cy="3" r="1.2" className={classes.dot} />
      </pattern>
    </defs>
  )
}
