import type { FitReading } from '@sturvo/core/fit'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { sides, type BySide } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Fit.module.css'
import { overhangRows, roomRows, spacedRow, type FitRow } from './fitRows'

/** The fit of both feet in numbers, with how far they may be off. */
export function FitTable({ on }: { on: ShoeOnFeet }) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const { fits, spaced } = on
  const overhang = overhangRows(fits, references)
  const error = Math.max(...sides.map((side) => fits[side]?.errorMm ?? 0))
  return (
    <>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">where the foot is wider than the shoe</th>
            <th scope="col" data-side="left">
              ● left
            </th>
            <th scope="col" data-side="right">
              right ■
            </th>
          </tr>
        </thead>
        <tbody>
          {overhang.length === 0 && <Row row={{ name: 'nowhere', of: () => 'inside' }} fits={fits} />}
          {[...overhang, ...roomRows(references)].map((row) => (
            <Row key={row.name} row={row} fits={fits} />
          ))}
          {sides.some((side) => spaced[side]) && <Row row={spacedRow(references)} fits={spaced} />}
        </tbody>
      </table>
      <p className={classes.soft}>
        {num(references.upperStretchMm, 0)} mm stretch allowed, heel backs {num(references.fitGapMm, 0)} mm
        apart · ± {num(error)} mm: feet{' '}
        {sides.every((side) => reading.shoes.feet[side]?.from === 'traced')
          ? 'traced'
          : 'drawn from their widths'}
        , inside {on.insole?.from === 'numbers' ? 'drawn from its measures' : 'traced'}
      </p>
    </>
  )
}

function Row({ row, fits }: { row: FitRow; fits: BySide<FitReading | undefined> }) {
  return (
    <tr>
      <th scope="row">{row.name}</th>
      {sides.map((side) => {
        const fit = fits[side]
        return (
          <td key={side} data-out={fit && row.isOut?.(fit)}>
            {fit ? row.of(fit) : '–'}
          </td>
        )
      })}
    </tr>
  )
}
