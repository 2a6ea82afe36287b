import { Button } from '@mantine/core'
import { Fragment, useState } from 'react'
import { useNavigate } from 'react-router'
import type { DriverChain, DriverTest } from '@sturvo/core/drivers'
import { worstRegion } from '@sturvo/core/story'
import { sides, type Side } from '@sturvo/core/side'
import { complaintText, driverText, evidenceText, linkText, measureText, pct } from '@sturvo/words'
import { focusRow } from '../goToPart'
import { MirrorRows } from '../rows/MirrorRows'
import { stepOfMeasure } from '../stepOfMeasure'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './move.module.css'

const shownAtFirst = 2

/** The deciding question: chains from a cause to the complaint, the strongest first, with what speaks for and against. */
export function DriverPanel() {
  const { references } = useVisitFrame()
  const { reading, facts } = useVisitReading()
  const [isAllShown, setAllShown] = useState(false)
  const { drivers } = reading.driving
  const complaintOf = (side: Side) => complaintText[worstRegion(facts.marks, side, references) ?? 'none']
  const most = Math.max(drivers.left.chains.length, drivers.right.chains.length)
  return (
    <MirrorRows title="what drives it">
      <div className={classes.chains} id="what-drives-it">
        {sides.map((side) => {
          const { chains, testNext } = drivers[side]
          return (
            <section key={side} aria-label={`What drives it, ${side}`}>
              {chains.length === 0 && (
                <p className={classes.soft}>
                  Nothing points to a cause on the {side} yet. Knee-to-wall, big-toe extension and the arch
                  hold tell most.
                </p>
              )}
              {chains.slice(0, isAllShown ? undefined : shownAtFirst).map((chain, i) => (
                <Chain key={chain.id} chain={chain} side={side} rank={i} complaint={complaintOf(side)} />
              ))}
              {testNext && <TestNextButton side={side} test={testNext} />}
            </section>
          )
        })}
      </div>
      {most > shownAtFirst && (
        <p className={classes.next}>
          <Button variant="subtle" size="compact-md" onClick={() => setAllShown(!isAllShown)}>
            {isAllShown ? 'Only the strongest' : `All ${most}`}
          </Button>
        </p>
      )}
    </MirrorRows>
  )
}

function Chain({
  chain,
  side,
  rank,
  complaint,
}: {
  chain: DriverChain
  side: Side
  rank: number
  complaint: string
}) {
  const { name, follows } = driverText[chain.id]
  return (
    <article className={classes.chain} data-first={rank === 0} style={{ color: 'var(--ink)' }}>
      <h3 style={{ color: `var(--${side})` }}>
        {rank + 1}. {name}
      </h3>
      <ol className={classes.links} aria-label="Chain">
        <li data-end="start">{driverText[chain.id].short}</li>
        {chain.links.map((link) => (
          <Fragment key={link}>
            <li className={classes.arrow} aria-hidden="true">
              →
            </li>
            <li>{linkText[link]}</li>
          </Fragment>
        ))}
        <li className={classes.arrow} aria-hidden="true">
          →
        </li>
        <li>{complaint}</li>
      </ol>
      <div
        className={classes.strength}
        role="meter"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(chain.strength * 100)}
        aria-label="Strength"
      >
        <span style={{ width: `${Math.round(chain.strength * 100)}%` }} />
      </div>
      <small className={classes.soft}>
        {pct(chain.strength)} strong · {pct(chain.completeness)} of its evidence measured
      </small>
      <ul className={classes.evidence}>
        {chain.for.map((e) => (
          <li key={e.from} data-sign="+">
            {evidenceText(e)}
          </li>
        ))}
        {chain.against.map((e) => (
          <li key={e.from} data-sign="−">
            {evidenceText(e)}, speaks against it
          </li>
        ))}
      </ul>
      {rank === 0 && <p style={{ marginTop: 6 }}>{follows}</p>}
    </article>
  )
}

function TestNextButton({ side, test }: { side: Side; test: DriverTest }) {
  const { visitId } = useVisitFrame()
  const navigate = useNavigate()
  const step = stepOfMeasure(test.measure)
  const go = () => {
    if (step === 'move') focusRow(test.measure, side)
    else void navigate(`/visit/${visitId}/${step}`, { state: { row: test.measure, side } })
  }
  return (
    <p>
      Test next: <strong>{measureText[test.measure].name}</strong>, it would part “
      {driverText[test.between[0]].short}” from “{driverText[test.between[1]].short}” furthest.{' '}
      <Button size="compact-sm" variant="default" onClick={go}>
        Go to the row
      </Button>
    </p>
  )
}
