import { postureFigure, type PostureItem } from '@sturvo/core/drawing'
import { postureMeasures } from '@sturvo/core/measures'
import { postureScore } from '@sturvo/core/posture'
import { sides, type Side } from '@sturvo/core/side'
import { changeError, judgeChange } from '@sturvo/core/statistics'
import { changeSentence, measureText, measureWords, num, postureText, signed } from '@sturvo/words'
import { ChoiceRow } from '../../../parts/ChoiceRow'
import { FigureStrokes } from '../../../parts/FigureStrokes'
import { MirrorRows } from '../rows/MirrorRows'
import { pathOf, trialsOf } from '../rows/measureField'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './move.module.css'

const values = [-2, -1, 0, 1, 2] as const
/** The part of each drawing that is looked at. */
const boxOf: Record<PostureItem, string> = {
  postureTalus: '58 30 84 116',
  postureCurves: '56 34 84 110',
  postureHeel: '56 34 84 110',
  postureBulge: '66 48 84 96',
  postureArch: '4 40 192 106',
  postureForefoot: '40 34 120 110',
}

/** Six things to look at in relaxed stance, each as five small drawings; the sum with its place and the difference. */
export function PosturePanel() {
  const { references } = useVisitFrame()
  const { facts } = useVisitReading()
  const scores = sides.map((side) => postureScore(facts.feet[side], references))
  const [left, right] = scores
  const change =
    left &&
    right &&
    judgeChange({ value: left.sum }, { value: right.sum }, changeError('semPosture', references))
  return (
    <MirrorRows title="posture score, relaxed stance">
      {postureMeasures.map((item) => (
        <div key={item} className={classes.posture} data-row={item}>
          <Choices item={item} side="left" />
          <div className={classes.what} title={measureWords(item, references).help}>
            {measureText[item].name}
            <small>{measureWords(item, references).note}</small>
          </div>
          <Choices item={item} side="right" />
        </div>
      ))}
      <div className={classes.sum} aria-live="polite">
        {sides.map((side, i) => {
          const score = scores[i]
          const scored = postureMeasures.filter((id) => facts.feet[side].numbers[id] !== undefined).length
          return (
            <p key={side} style={{ gridColumn: side === 'left' ? 1 : 3, gridRow: 1 }}>
              {score ? (
                <>
                  <strong style={{ color: `var(--${side})` }}>{signed(score.sum)}</strong>{' '}
                  {postureText[score.kind]}, z {num(score.z)}
                </>
              ) : (
                <span className={classes.soft}>
                  {scored === 0 ? 'not scored' : `${scored} of 6 scored; the sum needs all six`}
                </span>
              )}
            </p>
          )
        })}
        <p style={{ gridColumn: 2, gridRow: 1 }} className={classes.soft}>
          {change === undefined ? '−12 to +12' : `left and right differ by ${changeSentence(change, '', 0)}`}
        </p>
      </div>
    </MirrorRows>
  )
}

function Choices({ item, side }: { item: PostureItem; side: Side }) {
  const fields = useVisitFields()
  const record = useRecord()
  const value = trialsOf(fields, item, side)[0]
  // mirrored like the feet: rolled in lies towards the middle of the screen
  const order = side === 'left' ? values : [...values].reverse()
  return (
    <ChoiceRow
      className={classes.choices}
      side={side}
      name={`${measureText[item].name}, ${side}`}
      choices={order.map((v) => ({
        value: v,
        label: signed(v),
        content: (
          <>
            <PostureDrawing item={item} value={v} />
            {signed(v)}
          </>
        ),
      }))}
      value={value}
      onSet={(v) => record({ [pathOf(item, side, 1)]: v })}
    />
  )
}

function PostureDrawing({ item, value }: { item: PostureItem; value: number }) {
  return (
    <svg viewBox={boxOf[item]} width="100%" height="58" aria-hidden="true">
      <FigureStrokes strokes={postureFigure(item, value)} thicker={1.6} isFilled />
    </svg>
  )
}
