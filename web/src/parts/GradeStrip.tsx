import type { PartGrade } from '@sturvo/core/deformity'
import { gradeAxis } from '@sturvo/core/drawing'
import type { Side } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import classes from './GradeStrip.module.css'

const endText = { rest: 'rest', active: 'alone', passive: 'by hand' } as const
const ends = ['rest', 'active', 'passive'] as const
const y = { line: 34, above: 13, below: 59 }
const stripWidth = 240
const edge = 14
const glyph = 6 // width of a letter of the labels

export type StripGrade = Pick<PartGrade, 'target' | 'tolerance' | 'direction' | 'marks' | 'unit'>

/** How far it comes back: from rest to the target, with what the client and what hands reach, each with its error. */
export function GradeStrip({ side, grade }: { side: Side; grade: StripGrade }) {
  const { target, tolerance, marks, unit } = grade
  if (target === undefined || !marks.rest)
    return <p className={classes.noStrip}>{target === undefined ? 'No target yet' : 'Rest not measured'}</p>
  const axis = gradeAxis({ ...grade, target }, [edge, stripWidth - edge])
  const said = ends.flatMap((end) => {
    const mark = marks[end]
    return mark ? [`${endText[end]} ${num(mark.value)} ${unit}, ±${num(mark.error)}`] : []
  })
  const band = [axis.x(target - tolerance), axis.x(target + tolerance)].sort((a, b) => a - b)
  const restX = axis.x(marks.rest.value)
  const targetX = axis.x(target)
  const labelY = labelRows(
    ends.flatMap((end) => {
      const mark = marks[end]
      return mark ? [{ end, value: mark.value, x: clampLabel(axis.x(mark.value)) }] : []
    }),
  )
  return (
    <svg
      className={classes.strip}
      viewBox={`0 0 ${stripWidth} 72`}
      role="img"
      aria-label={`${side}: ${said.join('; ')}; target ${num(target)} ${unit}`}
    >
      <rect
        className={classes.band}
        x={band[0]}
        width={band[1]! - band[0]!}
        y={y.line - 10}
        height={20}
        rx={3}
      />
      <line className={classes.target} x1={targetX} x2={targetX} y1={y.line - 14} y2={y.line + 14} />
      <line
        className={classes.way}
        x1={Math.min(restX, targetX)}
        x2={Math.max(restX, targetX)}
        y1={y.line}
        y2={y.line}
      />
      {ends.map((end) => {
        const mark = marks[end]
        if (!mark) return null
        const x = axis.x(mark.value)
        const reach = Math.max(3, mark.error * axis.perUnit)
        return (
          <g key={end} data-end={end} className={classes.mark}>
            <line x1={x - reach} x2={x + reach} y1={y.line} y2={y.line} className={classes.error} />
            <Mark side={side} x={x} isOpen={end !== 'rest'} isRing={end === 'passive'} />
            <text x={clampLabel(x)} y={labelY[end]} textAnchor="middle">
              {labelOf(end, mark.value)}
            </text>
          </g>
        )
      })}
      <text x={clampLabel(targetX)} y={y.below + 12} textAnchor="middle" className={classes.targetText}>
        target {num(target)} {unit}
      </text>
    </svg>
  )
}

type End = (typeof ends)[number]

function labelOf(end: End, value: number): string {
  return `${endText[end]} ${num(value)}`
}

/** Labels stand above the line; one that would cover another stands below it. */
function labelRows(labels: readonly { end: End; value: number; x: number }[]): Partial<Record<End, number>> {
  const rows: Partial<Record<End, number>> = {}
  const above: { from: number; to: number }[] = []
  for (const { end, value, x } of labels) {
    const half = (labelOf(end, value).length * glyph) / 2
    const isFree = above.every((other) => x + half < other.from || x - half > other.to)
    if (isFree) above.push({ from: x - half, to: x + half })
    rows[end] = isFree ? y.above : y.below
  }
  return rows
}

function clampLabel(x: number): number {
  return Math.min(stripWidth - 32, Math.max(30, x))
}

/** Round for left, square for right: filled at rest, open for the client, ringed twice for hands. */
function Mark({ side, x, isOpen, isRing }: { side: Side; x: number; isOpen: boolean; isRing: boolean }) {
  const fill = isOpen ? 'var(--sheet)' : 'currentColor'
  const at = (r: number) =>
    side === 'left' ? (
      <circle cx={x} cy={y.line} r={r} fill={fill} />
    ) : (
      <rect x={x - r} y={y.line - r} width={r * 2} height={r * 2} fill={fill} />
    )
  return (
    <g stroke="currentColor" strokeWidth={2}>
      {at(6)}
      {isRing && at(2.4)}
    </g>
  )
}
