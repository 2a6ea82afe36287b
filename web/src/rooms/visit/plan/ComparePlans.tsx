import { Button, Group, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import {
  comparePlans,
  otherWishes,
  withOther,
  type OtherWish,
  type PlanInput,
  type TrainingPlan,
} from '@sturvo/core/training'
import { pct } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import classes from './Plan.module.css'
import { useDrills } from './useDrills'
import { usePlan } from './usePlan'

/** This plan beside the one it would be if one thing were other: what is gained, what is lost. */
export function ComparePlans({ input, plan }: { input: PlanInput; plan: TrainingPlan }) {
  const { references: r } = useVisitFrame()
  const [other, setOther] = useState<OtherWish>()
  const names: Record<OtherWish, string> = {
    shorter: `${r.compareShortMin} minutes`,
    longer: `${r.compareLongMin} minutes`,
    school: 'the other school',
    bandless: 'no band',
  }
  return (
    <section aria-labelledby="compare">
      <h2 id="compare">Compare</h2>
      {other === undefined ? (
        <Group gap={8}>
          <span>What if it were</span>
          {otherWishes.map((each) => (
            <Button key={each} size="compact-sm" variant="default" onClick={() => setOther(each)}>
              {names[each]}
            </Button>
          ))}
        </Group>
      ) : (
        <>
          <Group gap={8}>
            <SegmentedControl
              size="xs"
              aria-label="Compared with"
              data={otherWishes.map((value) => ({ value, label: names[value] }))}
              value={other}
              onChange={setOther}
            />
            <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setOther(undefined)}>
              Close
            </Button>
          </Group>
          <Beside plan={plan} input={withOther(input, other)} name={names[other]} />
        </>
      )}
    </section>
  )
}

function Beside({ plan, input, name }: { plan: TrainingPlan; input: PlanInput; name: string }) {
  const { plan: changed, isProving } = usePlan(input)
  const { gained, lost, filled } = comparePlans(plan, changed)
  const { nameOf } = useDrills()
  const names = (ids: readonly string[]) => (ids.length > 0 ? ids.map(nameOf).join(', ') : 'nothing')
  return (
    <table className={classes.compare} aria-busy={isProving} data-compared={!isProving}>
      <tbody>
        <tr>
          <th scope="row">Gained with {name}</th>
          <td>{names(gained)}</td>
        </tr>
        <tr>
          <th scope="row">Lost</th>
          <td>{names(lost)}</td>
        </tr>
        <tr>
          <th scope="row">Filled of what is short</th>
          <td>
            {pct(filled[1])} instead of {pct(filled[0])}
            {isProving && ', a first plan still'}
          </td>
        </tr>
      </tbody>
    </table>
  )
}
