import { Button, Group, NumberInput, Progress } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import { simulatedPlans, simulationAsked, type Simulation } from '@sturvo/core/simulation'
import type { TransitionReading } from '@sturvo/core/reading'
import { assumptionText, num, simulatedPlanText, simulationLabel, tissueText } from '@sturvo/words'
import { simulateAway, type RunningSimulation } from '../../../workers/simulationJobs'
import { useVisitFrame } from '../visitContext'
import classes from './Pace.module.css'

type State =
  | { is: 'idle' }
  | { is: 'running'; share: number }
  | { is: 'done'; result: Simulation; of: TransitionReading }
  | { is: 'failed' }

/** Several paces under the same assumptions, on made-up clients with this client's factors. */
export function CompareView({ transition }: { transition: TransitionReading }) {
  const { references } = useVisitFrame()
  const clients = references.simulatedClients
  const [seed, setSeed] = useState(1)
  const [state, setState] = useState<State>({ is: 'idle' })
  const running = useRef<RunningSimulation>(undefined)
  useEffect(() => () => running.current?.cancel(), [])
  const start = () => {
    setState({ is: 'running', share: 0 })
    const run = simulateAway(
      simulationAsked(transition, { clients, seed }, references),
      references,
      (share) => {
        // its last word can come after the result, on a line of its own
        if (running.current === run)
          setState((before) => (before.is === 'running' ? { is: 'running', share } : before))
      },
    )
    running.current = run
    run.done.then(
      (result) => {
        if (running.current === run) setState({ is: 'done', result, of: transition })
      },
      () => {
        if (running.current === run) setState({ is: 'failed' })
      },
    )
  }
  const cancel = () => {
    running.current?.cancel()
    running.current = undefined
    setState({ is: 'idle' })
  }
  // every field of a visit reads it anew: what counts is whether the question is another one
  const isOld = state.is === 'done' && JSON.stringify(state.of.input) !== JSON.stringify(transition.input)
  return (
    <section aria-labelledby="compare" className={classes.card} data-simulation={state.is}>
      <h2 id="compare">Paces compared</h2>
      <p className={classes.label}>{simulationLabel}</p>
      <Group gap={10} align="end">
        {state.is === 'running' ? (
          <Button variant="default" onClick={cancel}>
            Cancel
          </Button>
        ) : (
          <Button variant="default" onClick={start}>
            {state.is === 'done' ? 'Compare again' : `Compare with ${num(clients, 0)} made-up clients`}
          </Button>
        )}
        <NumberInput
          label="Seed"
          w={100}
          min={1}
          max={1_000_000}
          allowDecimal={false}
          value={seed}
          disabled={state.is === 'running'}
          onChange={(value) => setSeed(Math.max(1, Math.round(Number(value)) || 1))}
        />
      </Group>
      {state.is === 'running' && (
        <Progress value={state.share * 100} mt={10} aria-label="Part that is computed" />
      )}
      {state.is === 'failed' && <p role="alert">This could not be computed. Try again.</p>}
      {isOld && <p role="status">The plan has changed since: compare again.</p>}
      {state.is === 'done' && <Outcome result={state.result} />}
    </section>
  )
}

function Outcome({ result }: { result: Simulation }) {
  const names = simulatedPlans.filter((name) => result.plans[name])
  const most = Math.max(...names.map((name) => result.plans[name]!.interval[1]), 0.01)
  const percent = (share: number) => `${num(share * 100)} %`
  const [moves] = result.sensitivity
  return (
    <>
      <table className={classes.outcome}>
        <thead>
          <tr>
            <th scope="col">Plan</th>
            <th scope="col">Overloaded in 26 weeks</th>
            <td />
            <th scope="col">Tissue that limits</th>
          </tr>
        </thead>
        <tbody>
          {names.map((name) => {
            const plan = result.plans[name]!
            return (
              <tr key={name} data-plan={name}>
                <th scope="row">{simulatedPlanText[name]}</th>
                <td>
                  {percent(plan.overloadedShare)} ({percent(plan.interval[0])} to {percent(plan.interval[1])})
                </td>
                <td className={classes.spanCell} aria-hidden="true">
                  <span
                    className={classes.span}
                    style={{
                      left: `${(100 * plan.interval[0]) / most}%`,
                      width: `${(100 * (plan.interval[1] - plan.interval[0])) / most}%`,
                    }}
                  />
                  <span className={classes.dot} style={{ left: `${(100 * plan.overloadedShare) / most}%` }} />
                </td>
                <td>{tissueText[plan.limiting]}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className={classes.soft}>
        By how many are overloaded, the plans stand in one and the same order in{' '}
        {num(result.orderHoldsShare * 100, 0)} of 100 draws of the assumptions
        {result.orderTiesShare > 0 && `; in ${num(result.orderTiesShare * 100, 0)} some of them are equal`}.
        {moves && ` What moves it most: ${assumptionText[moves.name]}.`} {num(result.clients, 0)} made-up
        clients, seed {result.seed}; the interval is that of the assumptions.
      </p>
    </>
  )
}
