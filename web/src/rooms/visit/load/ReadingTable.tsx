import type { PressureReading } from '@sturvo/core/pressure'
import type { References } from '@sturvo/core/reference'
import { missingSentence, num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'

type Foot = NonNullable<PressureReading['left']>
const rows: readonly {
  name: string
  unit: string
  help: string
  of: (f: Foot) => number | undefined
  digits: number
}[] = [
  {
    name: 'share of both',
    unit: '%',
    help: 'Load on this foot over the load of both',
    of: (f) => f.share && f.share * 100,
    digits: 0,
  },
  { name: 'load', unit: 'N', help: 'Mean over the recording', of: (f) => f.loadN, digits: 0 },
  { name: 'heel', unit: '%', help: 'Share of the three points', of: (f) => f.tripod.h * 100, digits: 0 },
  {
    name: 'big-toe ball',
    unit: '%',
    help: 'Share of the three points',
    of: (f) => f.tripod.m1 * 100,
    digits: 0,
  },
  {
    name: 'little-toe ball',
    unit: '%',
    help: 'Share of the three points',
    of: (f) => f.tripod.m5 * 100,
    digits: 0,
  },
  {
    name: 'sway path',
    unit: 'mm',
    help: 'Way of the load centre, filtered at 10 Hz',
    of: (f) => f.cop?.pathMm,
    digits: 0,
  },
  { name: 'sway speed', unit: 'mm/s', help: 'Path over time', of: (f) => f.cop?.meanVelocityMmS, digits: 1 },
  {
    name: 'sway area',
    unit: 'mm²',
    help: '95 % prediction ellipse',
    of: (f) => f.cop?.ellipse95Mm2,
    digits: 0,
  },
  { name: 'peak', unit: 'kPa', help: 'Most on one cell at any moment', of: (f) => f.peakKpa, digits: 0 },
  {
    name: 'arch index',
    unit: '',
    help: 'From the touched cells; coarser than from a print',
    of: (f) => f.archIndex,
    digits: 2,
  },
  {
    name: 'lost at',
    unit: 's',
    help: 'The load moves inward and stays there',
    of: (f) => f.loss?.atS,
    digits: 1,
  },
  {
    name: 'lost at depth',
    unit: '%',
    help: 'Where the depth of the squat was marked',
    of: (f) => f.loss?.depthPct,
    digits: 0,
  },
]

/** What was measured on a recording, left and right, and what could not be. */
export function ReadingTable({
  reading,
  references,
  isMadeUp,
}: {
  reading: PressureReading
  references: References
  isMadeUp: boolean
}) {
  const { left, right, steps, gaps, deadCells } = reading
  const isWalk = reading.meta.task === 'walk'
  const shown = rows.filter(
    (row) => (left && row.of(left) !== undefined) || (right && row.of(right) !== undefined),
  )
  const cell = (foot: Foot | undefined, { of, digits, unit }: (typeof rows)[number]) => {
    const value = foot && of(foot)
    return value === undefined ? '–' : `${num(value, digits)}${unit ? ` ${unit}` : ''}`
  }
  const said = [
    ...reading.missing.map(missingSentence),
    ...(gaps.length > 0
      ? [
          `${gaps.length} ${gaps.length === 1 ? 'gap' : 'gaps'}, ${num(
            gaps.reduce((s, g) => s + g.toS - g.fromS, 0),
            2,
          )} s in all, left out.`,
        ]
      : []),
    ...(deadCells.length > 0
      ? [
          `${deadCells.length} dead ${deadCells.length === 1 ? 'cell' : 'cells'} filled from the neighbours (row ${deadCells[0]!.row + 1}, column ${deadCells[0]!.col + 1}${deadCells.length > 1 ? ' …' : ''}).`,
        ]
      : []),
  ]
  return (
    <section aria-label="Measured">
      <table className={room.table}>
        <thead>
          <tr>
            <th>{num(reading.durationS)} s</th>
            <td style={{ color: 'var(--left)' }}>● left</td>
            <td style={{ color: 'var(--right)' }}>■ right</td>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.name}>
              <th scope="row" title={row.help}>
                {row.name}
              </th>
              <td>{cell(left, row)}</td>
              <td>{cell(right, row)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {isWalk && steps.length > 0 && (
        <table className={room.table}>
          <thead>
            <tr>
              <th>step</th>
              <td>stance</td>
              <td title="Excursion index: how far outside the line through its ends the load runs">
                excursion
              </td>
              <td title="When the load is furthest in, of stance">furthest in</td>
              <td title="Under which toes the load leaves">leaves over</td>
            </tr>
          </thead>
          <tbody>
            {steps.map((step, i) => (
              <tr key={step.startS}>
                <th style={{ color: `var(--${step.side})` }}>
                  {step.side === 'left' ? '●' : '■'} {i + 1}
                </th>
                <td>{num(step.stanceS, 2)} s</td>
                <td>{step.copExcursionPct === undefined ? '–' : `${num(step.copExcursionPct, 0)} %`}</td>
                <td>{step.peakMedialAtPct === undefined ? '–' : `${num(step.peakMedialAtPct, 0)} %`}</td>
                <td>{step.isPartial ? '–' : step.pushOff === 'bigToe' ? 'big toe' : 'others'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {said.map((sentence) => (
        <p key={sentence} className={room.small}>
          {sentence}
        </p>
      ))}
      <p className={room.small}>
        {isMadeUp ? 'Recorded with a made-up client on a simulated mat. ' : ''}
        Shares are sure to about {num(references.semTripodShare * 100, 0)} points.
      </p>
    </section>
  )
}
