import { sides } from '@sturvo/core/side'
import type { GradeReading } from '@sturvo/core/deformity'
import { chancePct, gradeText, num, pct } from '@sturvo/schema/words'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useOpenVisit } from '../visitContext'
import classes from './steps.module.css'

export function GradeStep() {
  const { reading, facts } = useOpenVisit()
  const hasHeights = sides.some((side) => facts.feet[side].numbers.navicularStand !== undefined)
  return (
    <>
      <GradeBars part="arch" title="arch" />
      {hasHeights && (
        <p className={classes.strip}>
          <span className={classes.soft}>
            Arch from the heights of Look; target is the sitting height:{' '}
            {sides
              .map(
                (side) =>
                  `${side} ${reading.grades[side].archTargetMm === undefined ? 'unknown without a sitting height or a foot length' : `${num(reading.grades[side].archTargetMm)} mm`}`,
              )
              .join(', ')}
            . Words count only where there is no height.
          </span>
        </p>
      )}
      <MirrorRows title="arch, heights in mm">
        <MirrorRow measure="navicularActive" />
        <MirrorRow measure="navicularPassive" />
      </MirrorRows>
      <GradeBars part="heel" title="heel" />
      <MirrorRows title="heel, from behind">
        <MirrorRow measure="heelRest" />
        <MirrorRow measure="heelActive" />
        <MirrorRow measure="heelPassive" />
      </MirrorRows>
      <MirrorRows title="in words, without an instrument">
        <MirrorRow measure="archRestWord" />
        <MirrorRow measure="archActiveWord" />
        <MirrorRow measure="archPassiveWord" />
        <MirrorRow measure="heelRestWord" />
        <MirrorRow measure="heelActiveWord" />
        <MirrorRow measure="heelPassiveWord" />
      </MirrorRows>
    </>
  )
}

/** Chances of the four grades, left and right. */
function GradeBars({ part, title }: { part: 'arch' | 'heel'; title: string }) {
  const { reading } = useOpenVisit()
  return (
    <div className={classes.grades}>
      {sides.map((side) => (
        <GradeBar key={side} side={side} title={title} grade={reading.grades[side][part]} />
      ))}
    </div>
  )
}

function GradeBar({ side, title, grade }: { side: 'left' | 'right'; title: string; grade: GradeReading }) {
  const verdict =
    grade.testNext === 'rest'
      ? 'not tested yet'
      : grade.grade === undefined
        ? `grade ${grade.open.grades.join(' or ')}, open`
        : `grade ${grade.grade}, ${chancePct(grade.chances[grade.grade])} sure${grade.isBorderline ? ', borderline' : ''}`
  return (
    <div
      data-side={side}
      style={{ color: `var(--${side})` }}
      role="group"
      aria-label={`${side} ${title}: ${verdict}`}
    >
      <p>
        <strong>{title}</strong> <span className={classes.ink}>{verdict}</span>
      </p>
      <div className={classes.bar} aria-hidden="true">
        {grade.chances.map((chance, g) => (
          <span
            key={g}
            style={{ flexGrow: chance, opacity: 0.35 + 0.21 * g }}
            title={`grade ${g}: ${pct(chance)}`}
          />
        ))}
        {grade.open.chance > 0 && (
          <span className={classes.openShare} style={{ flexGrow: grade.open.chance }} />
        )}
      </div>
      {grade.grade !== undefined && <p className={classes.soft}>{gradeText[grade.grade]}</p>}
    </div>
  )
}
