import { Button, Group, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { exerciseOf, type PlanInput, type TrainingPlan } from '@sturvo/core/training'
import { num } from '@sturvo/words'
import classes from './Plan.module.css'
import { usePlan } from './usePlan'

const others = {
  shorter: '10 minutes',
  longer: '20 minutes',
  school: 'the other school',
  bandless: 'no band',
} as const
type Other = keyof typeof others

/** The same question with one thing other. */
export function changedInput(input: PlanInput, other: Other): PlanInput {
  switch (other) {
    case 'shorter':
      return { ...input, minutesPerSession: 10 }
    case 'longer':
      return { ...input, minutesPerSession: 20 }
    case 'school':
      return {
        ...input,
        settings: {
          ...input.settings,
          plantarFascia: input.settings.plantarFascia === 'strengthen' ? 'lengthen' : 'strengthen',
        },
      }
    case 'bandless':
      return { ...input, kit: input.kit.filter((item) => item !== 'band' && item !== 'loopBand') }
  }
}

/** This plan beside the one it would be if one thing were other: what is gained, what is lost. */
export function ComparePlans({ input, plan }: { input: PlanInput; plan: TrainingPlan }) {
  const [other, setOther] = useState<Other>()
  return (
    <section aria-labelledby="compare">
      <h2 id="compare">Compare</h2>
      {other === undefined ? (
        <Group gap={8}>
          <span>What if it were</span>
          {(Object.keys(others) as Other[]).map((each) => (
            <Button key={each} size="compact-sm" variant="default" onClick={() => setOther(each)}>
              {others[each]}
            </Button>
          ))}
        </Group>
      ) : (
        <>
          <Group gap={8}>
            <SegmentedControl
              size="xs"
              aria-label="Compared with"
              data={(Object.keys(others) as Other[]).map((value) => ({ value, label: others[value] }))}
              value={other}
              onChange={setOther}
            />
            <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setOther(undefined)}>
              Close
            </Button>
          </Group>
          <Beside plan={plan} input={changedInput(input, other)} name={others[other]} />
        </>
      )}
    </section>
  )
}

function Beside({ plan, input, name }: { plan: TrainingPlan; input: PlanInput; name: string }) {
  const { plan: changed, isProving } = usePlan(input)
  const idsOf = (p: TrainingPlan) =>
    new Set(p.phases.flatMap((phase) => phase.picks.map((pick) => pick.exercise.id)))
  const [now, then] = [idsOf(plan), idsOf(changed)]
  const names = (list: string[]) =>
    list.length > 0 ? list.map((id) => exerciseOf(id)!.name).join(', ') : 'nothing'
  const share = (p: TrainingPlan) => (p.proof ? p.proof.objective : undefined)
  const [a, b] = [share(plan), share(changed)]
  return (
    <table className={classes.compare} aria-busy={isProving}>
      <tbody>
        <tr>
          <th scope="row">Gained with {name}</th>
          <td>{names([...then].filter((id) => !now.has(id)))}</td>
        </tr>
        <tr>
          <th scope="row">Lost</th>
          <td>{names([...now].filter((id) => !then.has(id)))}</td>
        </tr>
        <tr>
          <th scope="row">Needs filled</th>
          <td>
            {a === undefined || b === undefined || a <= 0
              ? 'being worked out …'
              : `${num((100 * b) / a, 0)} % of what this plan fills`}
          </td>
        </tr>
      </tbody>
    </table>
  )
}
