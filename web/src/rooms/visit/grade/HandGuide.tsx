import { gradeGuide } from '@sturvo/core/drawing'
import type { GradePart } from '@sturvo/core/deformity'
import { guideOf, isWithin, partName, settingText } from '@sturvo/words'
import { FigureStrokes } from '../../../parts/FigureStrokes'
import { Fold } from '../rows/Fold'
import { useVisitFrame } from '../visitContext'
import classes from './grade.module.css'

/** How to ask for the correction and how to help it by hand; hands only within the licence of the practice. */
export function HandGuide({ part }: { part: GradePart }) {
  const { practice } = useVisitFrame()
  const { licence } = practice.settings
  const { active, passive } = guideOf(part)
  const isShown = isWithin(licence, passive.from)
  const figure = gradeGuide(passive.figure)
  return (
    <Fold title={`${partName(part)}, how to ask and how to hold`} measures={[]}>
      {isShown ? (
        <div className={classes.guide}>
          <svg viewBox="0 0 200 150" role="img" aria-label={figure.title}>
            <title>{figure.title}</title>
            <FigureStrokes strokes={figure.strokes} isFilled />
          </svg>
          <dl>
            <dt>Ask</dt>
            <dd>{active}</dd>
            <dt>Hold</dt>
            <dd>{passive.hold}</dd>
            <dt>Watch</dt>
            <dd>{passive.watch}</dd>
            <dt>Stop</dt>
            <dd>{passive.stop}</dd>
          </dl>
        </div>
      ) : (
        <p className={classes.outside}>
          Ask: {active} Correcting it by hand lies outside the licence set for this practice (
          {settingText.licence.choices[licence].toLowerCase()}); leave it open, or ask somebody who may.
        </p>
      )}
    </Fold>
  )
}
