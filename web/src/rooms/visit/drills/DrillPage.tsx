import { IconLock } from '@tabler/icons-react'
import { movementFigure } from '@sturvo/core/movement'
import { basisOf, gatesOf, type Exercise } from '@sturvo/core/training'
import {
  behindGateText,
  capacityText,
  gateOpenSentence,
  gateSentence,
  kitText,
  stageText,
  startDoseText,
} from '@sturvo/words'
import { FrameView } from '../../../parts/MovementView'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Drills.module.css'

const largePx = 560
const pairPx = 400

/** One drill large: every picture of its movement, the slip beside it, and what to say. */
export function DrillPage({ exercise: e }: { exercise: Exercise }) {
  const figure = movementFigure(basisOf(e))
  const width = figure.frames.length === 1 ? largePx : pairPx
  return (
    <>
      <h2 id="drill-open">
        {e.name} <span className={classes.soft}>“{e.client}”</span>
      </h2>
      <div className={classes.frames}>
        {figure.frames.map((frame, i) => (
          <FrameView
            key={i}
            frame={frame}
            width={width}
            label={i === 0 ? figure.title : `${figure.title}, then`}
          />
        ))}
        {figure.wrong && (
          <figure className={classes.wrong}>
            <FrameView frame={figure.wrong} width={210} label={`Not so: ${e.slip}`} />
            <figcaption>not so: {e.slip}</figcaption>
          </figure>
        )}
      </div>
      <p className={classes.cue}>{e.cue}</p>
      {!figure.wrong && <p className={classes.soft}>Watch: {e.slip}</p>}
      <dl className={classes.facts}>
        <dt>Trains</dt>
        <dd>{e.targets.map(([c, w]) => `${capacityText[c]} ${Math.round(w * 100)} %`).join(', ')}</dd>
        <dt>From phase</dt>
        <dd>
          {stageText[e.stage]} to {stageText[e.until]}
        </dd>
        <dt>Starts with</dt>
        <dd>
          {startDoseText(e)}, {e.position}
          {e.sides === 'each' ? ', one side after the other' : ''}
        </dd>
        <dt>Easier</dt>
        <dd>{e.easier}</dd>
        <dt>Harder</dt>
        <dd>{e.harder}</dd>
        <dt>Kit</dt>
        <dd>{e.kit.length === 0 ? 'none' : e.kit.map((k) => kitText[k]).join(', ')}</dd>
        <dt>From where</dt>
        <dd>{e.note}</dd>
        {e.gate && (
          <>
            <dt>Gate</dt>
            <dd>
              <GateLine id={e.gate} />
            </dd>
          </>
        )}
      </dl>
    </>
  )
}

function GateLine({ id }: { id: NonNullable<Exercise['gate']> }) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const gate = reading.planInput && gatesOf(reading.planInput.measured, references).find((g) => g.id === id)
  if (!gate) return <>{behindGateText[id]}</>
  return (
    <>
      <IconLock size={14} aria-hidden="true" /> {gate.isOpen ? gateOpenSentence(gate) : gateSentence(gate)}
    </>
  )
}
