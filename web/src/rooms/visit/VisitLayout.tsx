import { Suspense, useEffect, useState, type ComponentType } from 'react'
import { useNavigate } from 'react-router'
import { steps, type Step } from '@sturvo/core/reading'
import { bySide } from '@sturvo/core/side'
import { marksOf, photoOf, printOf, stepsFilled } from '@sturvo/schema'
import { useAppDispatch, useAppSelector } from '../../app/store'
import { footShapeOf } from '@sturvo/core/footShape'
import {
  layersChosen,
  layerToggled,
  overlayToggled,
  selectIsOverlaid,
  selectLayers,
} from '../../mat/matSlice'
import { MatView } from '../../mat/MatView'
import { PartBoundary } from '../../parts/PartBoundary'
import { ClashDialog } from './ClashDialog'
import { ClientView } from './ClientView'
import { goToPart } from './goToPart'
import { KeysHelp } from './KeysHelp'
import { UnreadableFields } from './UnreadableFields'
import { usePrintHandles } from './print/usePrintHandles'
import { ReadingPanel } from './ReadingPanel'
import { selectPage } from './shoes/shoesSlice'
import { StoryStep } from './steps/StoryStep'
import {
  GradeStep,
  HandoverStep,
  LoadStep,
  LookStep,
  loadOtherSteps,
  MoveStep,
  PlanStep,
  ShoesDrawing,
  ShoesStep,
} from './steps/otherSteps'
import { PainMap } from './story/PainMap'
import { layersOfStep, stepName } from './stepText'
import { Trail } from './Trail'
import { useVisitKeys } from './useVisitKeys'
import { useVisitFields, useVisitFrame, useVisitReading } from './visitContext'
import classes from './VisitLayout.module.css'

const stepViews: Record<Step, ComponentType> = {
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
  const { visitId } = useVisitFrame()
  const fields = useVisitFields()
  const { reading } = useVisitReading()
  const dispatch = useAppDispatch()
  const [isHelpOpen, setHelpOpen] = useState(false)
  useEffect(() => {
    dispatch(layersChosen(layersOfStep[step]))
  }, [dispatch, step])
  useEffect(loadOtherSteps, [])
  const [isClientShown, setClientShown] = useState(false)
  const page = useAppSelector(selectPage)
  useVisitKeys({
    visitId,
    step,
    onHelp: () => setHelpOpen(true),
    onClientShown: () => setClientShown(true),
  })
  const StepView = stepViews[step]
  const hasMat = withMat.includes(step)
  const next = steps[steps.indexOf(step) + 1]
  return (
    <div className={classes.visit}>
      <h1 className="unseen">Visit, {stepName[step]}</h1>
      <Trail visitId={visitId} present={step} filled={stepsFilled(fields)} cautions={reading.cautions} />
      <UnreadableFields />
      <div
        className={classes.board}
        data-mat={hasMat}
        data-tall={step === 'shoes' && (page === 'fit' || page === 'ground')}
        data-shelf={step === 'shoes' && (page === 'shoe' || page === 'devices')}
      >
        {hasMat && (
          <div className={classes.mat}>
            {step === 'story' ? (
              <PainMap />
            ) : step === 'shoes' ? (
              <PartBoundary name="shelf">
                <Suspense fallback={null}>
                  <ShoesDrawing />
                </Suspense>
              </PartBoundary>
            ) : (
              <VisitMat step={step} onClientShown={() => setClientShown(true)} />
            )}
          </div>
        )}
        <section className={classes.rows} aria-label={stepName[step]} key={step}>
          <PartBoundary name={stepName[step]}>
            <Suspense fallback={<p className={classes.opening}>Opening …</p>}>
              <StepView />
            </Suspense>
          </PartBoundary>
        </section>
        <ReadingPanel step={step} next={next} />
      </div>
      {isClientShown && <ClientView onClosed={() => setClientShown(false)} />}
      <ClashDialog />
      <KeysHelp isOpen={isHelpOpen} onClosed={() => setHelpOpen(false)} />
    </div>
  )
}

function VisitMat({ step, onClientShown }: { step: Step; onClientShown: () => void }) {
  const { visitId, practice, references } = useVisitFrame()
  const fields = useVisitFields()
  const { facts, reading } = useVisitReading()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const layers = useAppSelector(selectLayers)
  const isOverlaid = useAppSelector(selectIsOverlaid)
  const onHandleMoved = usePrintHandles()
  const shapes = bySide((side) =>
    footShapeOf({
      side,
      foot: facts.feet[side],
      print: facts.prints[side],
      ballWidthMm: reading.look[side].ballWidthMm,
    }),
  )
  return (
    <MatView
      shapes={shapes}
      traced={bySide((side) => photoOf(fields, 'top', side)?.outlineFootMm)}
      feet={facts.feet}
      prints={bySide((side) => printOf(fields, side))}
      marks={marksOf(fields)}
      reading={reading}
      tripodPoints={practice.settings.tripodPoints}
      references={references}
      layers={layers}
      isOverlaid={isOverlaid}
      onOverlayToggled={() => dispatch(overlayToggled())}
      onClientShown={onClientShown}
      onPartTapped={(side, region) => goToPart({ visitId, step, side, region, navigate })}
      onLayerToggled={(layer) => dispatch(layerToggled(layer))}
      onHandleMoved={step === 'look' ? onHandleMoved : undefined}
    />
  )
}
