import dayjs from 'dayjs'
import { useMemo } from 'react'
import { measureIds } from '@sturvo/core/measures'
import type { References } from '@sturvo/core/reference'
import { agreement } from '@sturvo/core/repeatability'
import { mdc95 } from '@sturvo/core/statistics'
import type { OwnErrors, TrialPairs } from '@sturvo/schema'
import { errorKindText, measureText, num, signed, withUnit } from '@sturvo/words'
import { useTrialPairsQuery } from '../../app/errorApi'
import { LoadedPart } from '../../parts/LoadedPart'
import type { Chosen } from './chosen'
import classes from './ErrorsRoom.module.css'
import { unitOf } from './unitOf'
import { PointPlot, type PlotPoint } from './PointPlot'

type PairPlotsProps = {
  chosen: Chosen
  errors: OwnErrors
  references: References
  nameOf: (id: string) => string
}

/** The pairs behind one row: difference against mean, and difference over time. */
export function PairPlots(props: PairPlotsProps) {
  const pairs = useTrialPairsQuery(props.chosen)
  const { kind, account, second } = props.chosen
  return (
    <section aria-label="Pairs" className={classes.plots}>
      <h2>
        {errorKindText[kind].name}: {props.nameOf(account)}
        {second === undefined ? '' : ` and ${props.nameOf(second)}`}
      </h2>
      <LoadedPart query={pairs}>{(data) => <Plots pairs={data.pairs} {...props} />}</LoadedPart>
    </section>
  )
}

function Plots({ pairs, chosen, errors, references }: PairPlotsProps & TrialPairs) {
  const unit = unitOf(chosen.kind)
  const agreed = useMemo(() => agreement(pairs), [pairs])
  const row = errors.rows.find((r) => r.kind === chosen.kind && r.accountId === chosen.account)
  const points = useMemo(
    () =>
      pairs.map((p): PlotPoint => {
        const measure = measureIds.find((id) => id === p.measure)
        const name = measure ? measureText[measure].name : p.measure
        return {
          side: p.side,
          mean: (p.first + p.second) / 2,
          difference: p.second - p.first,
          at: dayjs(p.on).valueOf(),
          words: `${p.personName}, ${dayjs(p.on).format('D MMM YYYY')}, ${name}, ${p.side}: ${num(p.first)} and ${num(p.second)}${withUnit(unit)}`,
        }
      }),
    [pairs, unit],
  )
  if (!agreed)
    return (
      <p className={classes.soft}>
        {pairs.length === 0 ? 'No pairs of this kind.' : 'One pair: two make a picture.'}
      </p>
    )
  const mdc = mdc95(row?.inForce ?? references[chosen.kind], references)
  const first = chosen.second === undefined ? 'Second less first trial' : 'Second less first of us'
  return (
    <>
      <p className={classes.soft}>
        {agreed.pairs} pairs. {first}: mean {signed(agreed.bias, 2)}
        {withUnit(unit)} ({agreed.isBiased ? 'a real shift' : 'no real shift'}), 95 % between{' '}
        {signed(agreed.lower, 1)} and {signed(agreed.upper, 1)}
        {withUnit(unit)}.
      </p>
      <div className={classes.pair}>
        <PointPlot
          title="Agreement: difference against mean (Bland–Altman)"
          points={points}
          xOf={(p) => p.mean}
          xTitle={`mean of the two, ${unit}`}
          yTitle={`difference, ${unit}`}
          lines={[
            { at: agreed.bias, name: 'mean difference', isDashed: false },
            { at: agreed.lower, name: '95 % limit', isDashed: true },
            { at: agreed.upper, name: '95 % limit', isDashed: true },
          ]}
        />
        <PointPlot
          title="Repeats over time, with the change that counts as real"
          points={points}
          xOf={(p) => p.at}
          xTitle="day of the visit"
          yTitle={`difference, ${unit}`}
          isTime
          lines={[
            { at: 0, name: 'no difference', isDashed: false },
            { at: -mdc, name: 'MDC95', isDashed: true },
            { at: mdc, name: 'MDC95', isDashed: true },
          ]}
        />
      </div>
    </>
  )
}
