import { gatesOf, library, type Gate, type PlanInput } from '@sturvo/core/training'
import { behindGateText, gateOpenSentence, gateSentence } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import classes from './Plan.module.css'

/** Gates of this client: what lies behind each, whether it is open, and which measurement opens it. */
export function GatesView({ input }: { input: PlanInput }) {
  const { references } = useVisitFrame()
  const gates = gatesOf(input.measured, references)
  return (
    <section aria-labelledby="gates">
      <h2 id="gates">Gates</h2>
      <p className={classes.soft}>What has to be there before harder drills begin; never the calendar.</p>
      <ul className={classes.gates}>
        {gates.map((gate) => (
          <li key={gate.id} data-gate-state={gate.id} data-open={gate.isOpen}>
            <GateDrawing isOpen={gate.isOpen} />
            <div>
              <strong>{behindGateText[gate.id]}</strong>{' '}
              <span className={classes.soft}>
                {drillsBehind(gate)} {drillsBehind(gate) === 1 ? 'drill' : 'drills'}
              </span>
              <p>{gate.isOpen ? gateOpenSentence(gate) : gateSentence(gate)}</p>
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

const drillsBehind = (gate: Gate) => library.filter((exercise) => exercise.gate === gate.id).length

/** A field gate between two posts: shut across the way, or swung open beside it. */
function GateDrawing({ isOpen }: { isOpen: boolean }) {
  // seen from the front; the open leaf stands nearly edge-on at the left post
  const right = isOpen ? 19 : 45
  const drop = isOpen ? 7 : 0
  const bars = [12, 19, 26, 33]
  return (
    <svg viewBox="0 0 56 44" width="56" height="44" aria-hidden="true" className={classes.gateDrawing}>
      <path d="M2 41H54" stroke="var(--line)" strokeWidth="1.2" />
      {[8, 48].map((x) => (
        <path key={x} d={`M${x} 41V5`} stroke="var(--ink)" strokeWidth="4" strokeLinecap="round" />
      ))}
      <g stroke={isOpen ? 'var(--act)' : 'var(--oxide)'} strokeWidth="2.2" fill="none">
        {bars.map((y) => (
          <path key={y} d={`M10 ${y}L${right} ${y + drop * (y / 40)}`} />
        ))}
        <path d={`M${right} ${12 + drop * 0.3}V${33 + drop * 0.825}`} />
        <path d={`M10 33L${right} ${12 + drop * 0.3}`} strokeWidth="1.6" />
      </g>
    </svg>
  )
}
