import { useEffect, useState } from 'react'
import { steps, type Step } from '@sturvo/core/reading'
import { bySide } from '@sturvo/core/side'
import { marksOf, printOf, stepsFilled } from '@sturvo/schema'
import { newId } from '../../app/newId'
import { useAppDispatch, useAppSelector } from '../../app/store'
import { footShapeOf } from '@sturvo/core/drawing'
import { layersChosen, layerToggled, selectLayers } from '../../mat/matSlice'
import { MatView } from '../../mat/MatView'
import { PartBoundary } from '../../parts/PartBoundary'
import { ClashDialog } from './ClashDialog'
import { KeysHelp } from './KeysHelp'
import { usePrintHandles } from './print/usePrintHandles'
import { ReadingPanel } from './ReadingPanel'
import { GradeStep } from './steps/GradeStep'
import { HandoverStep } from './steps/HandoverStep'
import { LoadStep } from './steps/LoadStep'
import { LookStep } from './steps/LookStep'
import { MoveStep } from './steps/MoveStep'
import { PlanStep } from './steps/PlanStep'
import { ShoesStep } from './steps/ShoesStep'
import { StoryStep } from './steps/StoryStep'
import { layersOfStep, stepName } from './stepText'
import { Trail } from './Trail'
import { useVisitKeys } from './useVisitKeys'
import { useOpenVisit } from './visitContext'
import classes from './VisitLayout.module.css'

const stepViews: Record<Step, () => React.JSX.Element> = {
  story: StoryStep,
  look: LookStep,
  load: LoadStep,
  move: MoveStep,
  grade: GradeStep,
  shoes: ShoesStep,
  plan: PlanStep,
  handover: HandoverStep,
}
const withMat: readonly Step[] = ['story', 'look', 'load', 'move', 'grade', 'shoes']

/** Trail above, Mat and rows beside the Reading. */
export function VisitLayout({ step }: { step: Step }) {
  const { visitId, fields, reading } = useOpenVisit()
  const dispatch = useAppDispatch()
  const [isHelpOpen, setHelpOpen] = useState(false)
  useEffect(() => {
    dispatch(layersChosen(layersOfStep[step]))
  }, [dispatch, step])
  useVisitKeys({ visitId, step, onHelp: () => setHelpOpen(true) })
  const StepView = stepViews[step]
  const hasMat = withMat.includes(step)
  const next = steps[steps.indexOf(step) + 1]
  return (
    <div className={classes.visit}>
      <h1 className="unseen">Visit, {stepName[step]}</h1>
      <Trail visitId={visitId} present={step} filled={stepsFilled(fields)} cautions={reading.cautions} />
      <div className={classes.board} data-mat={hasMat}>
        {hasMat && (
          <div className={classes.mat}>
            <VisitMat step={step} />
          </div>
        )}
        <section className={classes.rows} aria-label={stepName[step]} key={step}>
          <PartBoundary name={stepName[step]}>
            <StepView />
          </PartBoundary>
        </section>
        <ReadingPanel step={step} next={next} />
      </div>
      <ClashDialog />
      <KeysHelp isOpen={isHelpOpen} onClosed={() => setHelpOpen(false)} />
    </div>
  )
}

function VisitMat({ step }: { step: Step }) {
  const { facts, fields, reading, practice, references, record } = useOpenVisit()
  const dispatch = useAppDispatch()
  const layers = useAppSelector(selectLayers)
  const onHandleMoved = usePrintHandles()
  const shapes = bySide((side) =>
    footShapeOf({
      side,
      foot: facts.feet[side],
      print: facts.prints[side],
      ballWidthMm: reading.look[side].ballWidthMm,
    }),
  )
  const isStory = step === 'story'
  return (
    <MatView
      shapes={shapes}
      feet={facts.feet}
      prints={bySide((side) => printOf(fields, side))}
      marks={marksOf(fields)}
      reading={reading}
      tripodPoints={practice.settings.tripodPoints}
      navicularErrorMm={references.semNavicular}
      layers={layers}
      onLayerToggled={(layer) => dispatch(layerToggled(layer))}
      onMarked={isStory ? (mark) => record({ [`mark.${newId()}`]: mark }) : undefined}
      onMarkTakenAway={isStory ? (id) => record({ [`mark.${id}`]: null }) : undefined}
      onHandleMoved={step === 'look' ? onHandleMoved : undefined}
    />
  )
}
