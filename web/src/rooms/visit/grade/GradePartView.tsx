import { rowsOfPart, type GradePart, type PartGrade } from '@sturvo/core/deformity'
import type { MeasureId } from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import {
  chancesText,
  effectLines,
  gradeText,
  gradeVerdict,
  partName,
  partTerm,
  pct,
  remarkText,
  settlesSentence,
} from '@sturvo/words'
import { Fold } from '../rows/Fold'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitReading } from '../visitContext'
import { HandGuide } from './HandGuide'
import { GradeStrip } from '../../../parts/GradeStrip'
import classes from './grade.module.css'
import stepClasses from '../steps/steps.module.css'

/** One deformity, both feet: strip, grade with its chances, what it changes, its rows, and how hands hold it. */
export function GradePartView({ part, numbers }: { part: GradePart; numbers: readonly MeasureId[] }) {
  const { reading } = useVisitReading()
  const { words } = rowsOfPart[part]
  const wordRows = [words.rest, words.active, words.passive].filter((id) => id !== undefined)
  const [left, right] = sides.map((side) => reading.grades[side][part])
  const isSame = left!.leans === right!.leans
  return (
    <section className={classes.part} id={`grade-${part}`} aria-label={`Grade of the ${partName(part)}`}>
      <h2>
        {partName(part).charAt(0).toUpperCase() + partName(part).slice(1)}
        <small>{isSame ? partTerm(left!) : `left ${partTerm(left!)}, right ${partTerm(right!)}`}</small>
      </h2>
      <div className={classes.sides}>
        {sides.map((side) => (
          <GradeOfSide key={side} side={side} grade={reading.grades[side][part]} />
        ))}
      </div>
      <MirrorRows title={`${partName(part)}, in ${left!.unit === 'mm' ? 'mm' : 'degrees'}`}>
        {numbers.map((measure) => (
          <MirrorRow key={measure} measure={measure} />
        ))}
      </MirrorRows>
      <Fold title={`${partName(part)}, in words`} measures={wordRows}>
        <MirrorRows title="in words, without an instrument">
          {[...new Set(wordRows)].map((measure) => (
            <MirrorRow key={measure} measure={measure} />
          ))}
        </MirrorRows>
      </Fold>
      <HandGuide part={part} />
    </section>
  )
}

function GradeOfSide({ side, grade }: { side: Side; grade: PartGrade }) {
  const { reading } = useVisitReading()
  const verdict = gradeVerdict(grade)
  const effects = reading.grades[side].effects[grade.part]
  const settles = settlesSentence(grade.settles)
  return (
    <div
      className={classes.side}
      data-side={side}
      style={{ color: `var(--${side})` }}
      role="group"
      aria-label={`${side} ${partName(grade.part)}: ${verdict}`}
    >
      <GradeStrip side={side} grade={grade} />
      <p className={classes.verdict}>
        <strong style={{ color: `var(--${side})` }}>{side === 'left' ? '● left' : '■ right'}</strong>{' '}
        {verdict}
        {grade.grade === undefined ? '' : `: ${gradeText[grade.grade]}`}
      </p>
      <div className={stepClasses.bar} aria-hidden="true">
        {grade.chances.map((chance, g) => (
          <span
            key={g}
            style={{ flexGrow: chance, opacity: 0.35 + 0.21 * g }}
            title={`grade ${g}: ${pct(chance)}`}
          />
        ))}
        {grade.open.chance > 0 && (
          <span className={stepClasses.openShare} style={{ flexGrow: grade.open.chance }} />
        )}
      </div>
      {grade.testNext !== 'rest' && <p className={classes.soft}>{chancesText(grade)}</p>}
      {grade.remarks.map((remark) => (
        <p
          key={remark}
          className={
            remark === 'passiveWorse' || remark === 'activeBelowRest' ? classes.remark : classes.soft
          }
          data-remark={remark}
        >
          {remarkText[remark]}
        </p>
      ))}
      {settles && <p className={classes.settles}>{settles}</p>}
      {effects && (
        <ul className={classes.effects}>
          {effectLines(effects, grade.part).map(({ words, isReferral }) => (
            <li key={words} data-refer={isReferral || undefined}>
              {words}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
