import { dexterityMeasures } from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import { measureText, measureWords } from '@sturvo/words'
import { ChoiceRow } from '../../../parts/ChoiceRow'
import { MirrorRows } from '../rows/MirrorRows'
import { pathOf, trialsOf } from '../rows/measureField'
import rowClasses from '../rows/MirrorRows.module.css'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import classes from './move.module.css'

type Task = (typeof dexterityMeasures)[number]
const levels = [0, 1, 2] as const
const levelWord = ['cannot', 'partly', 'clean'] as const

/** Which toes are up in each task: big toe to little toe, in drawing units. */
const raised: Record<Task, readonly number[]> = {
  dexterityBigUp: [16, 0, 0, 0, 0],
  dexterityOthersUp: [0, 13, 13, 12, 11],
  dexteritySpread: [0, 0, 0, 0, 0],
  dexterityOneByOne: [16, 12, 8, 4, 0],
  dexterityDome: [0, 0, 0, 0, 0],
}

/** Five tasks of the toes, 0 to 2 each, with what the toes do drawn in the middle. */
export function DexterityRows() {
  const { references } = useVisitFrame()
  const fields = useVisitFields()
  const sums = sides.map((side) => {
    const scored = dexterityMeasures
      .map((id) => trialsOf(fields, id, side)[0])
      .filter((v) => typeof v === 'number')
    return scored.length === dexterityMeasures.length ? scored.reduce((a, b) => a + b, 0) : undefined
  })
  return (
    <MirrorRows
      title={`dexterity${sums.some((s) => s !== undefined) ? `: ${sums.map((s) => (s === undefined ? '–' : `${s} of 10`)).join(' left, ')} right` : ''}`}
    >
      {dexterityMeasures.map((task) => (
        <div key={task} className={rowClasses.row} data-row={task}>
          <Levels task={task} side="left" />
          <div className={rowClasses.name} title={measureWords(task, references).help}>
            {measureText[task].name}
            <TaskDrawing task={task} />
          </div>
          <Levels task={task} side="right" />
        </div>
      ))}
    </MirrorRows>
  )
}

function Levels({ task, side }: { task: Task; side: Side }) {
  const fields = useVisitFields()
  const record = useRecord()
  const value = trialsOf(fields, task, side)[0]
  return (
    <ChoiceRow
      className={classes.dots}
      side={side}
      name={`${measureText[task].name}, ${side}`}
      choices={levels.map((level) => ({
        value: level,
        title: levelWord[level],
        content: (
          <>
            {level} <span className="unseen">{levelWord[level]}</span>
          </>
        ),
      }))}
      value={value}
      onSet={(level) => record({ [pathOf(task, side, 1)]: level })}
    />
  )
}

/** Toes from the front: big toe on the right as on a left foot seen by its owner's practitioner. */
function TaskDrawing({ task }: { task: Task }) {
  const isSpread = task === 'dexteritySpread'
  const isDome = task === 'dexterityDome'
  const widths = [15, 10, 9.5, 9, 9]
  const gap = isSpread ? 7 : 2
  const placed: { x: number; width: number; up: number }[] = []
  let x = isSpread ? 110 : 100
  widths.forEach((width, i) => {
    x -= width
    placed.push({ x, width, up: raised[task][i]! })
    x -= gap
  })
  return (
    <svg
      width="130"
      height="38"
      viewBox="10 0 110 36"
      aria-hidden="true"
      style={{ display: 'block', margin: '0 auto' }}
    >
      <path d="M10 33H120" stroke="var(--line)" strokeWidth="1.5" />
      {isDome && <path d="M34 30C48 8 80 6 96 28" fill="none" stroke="var(--act)" strokeWidth="2" />}
      {placed.map((toe, i) => (
        <g key={i}>
          <rect
            x={toe.x}
            y={33 - toe.up - toe.width * 0.95}
            width={toe.width}
            height={toe.width * 0.95}
            rx={toe.width * 0.45}
            fill="var(--skin)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path
            d={`M${toe.x + toe.width * 0.3} ${33 - toe.up - toe.width * 0.72}h${toe.width * 0.4}`}
            stroke="var(--soft)"
            strokeWidth="1.2"
          />
          {toe.up > 0 && (
            <path
              d={`M${toe.x + toe.width / 2} 32V${35 - toe.up}`}
              stroke="var(--act)"
              strokeWidth="1.4"
              strokeDasharray="2 2"
            />
          )}
        </g>
      ))}
    </svg>
  )
}
