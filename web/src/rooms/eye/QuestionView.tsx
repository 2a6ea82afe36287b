import type { EyeAnswer, EyeQuestion, Scored } from '@sturvo/core/eye'
import { eyeText } from '@sturvo/words'
import { GradeStrip } from '../../parts/GradeStrip'
import { PartBoundary } from '../../parts/PartBoundary'
import classes from './EyeRoom.module.css'
import { PressureClipView } from './PressureClipView'
import { PhotoView } from './PhotoView'
import { SceneView } from './SceneView'
import { SquatPlayer } from './SquatPlayer'
import type { Draft } from './useDraft'

type QuestionViewProps = {
  question: EyeQuestion
  draft: Draft
  scored: Scored | undefined
  answer: EyeAnswer | undefined
}

/** What is looked at; after the answer the truth lies over it. */
export function QuestionView(props: QuestionViewProps) {
  return (
    <div className={classes.view}>
      <PartBoundary name={eyeText[props.question.kind].name}>
        <Shown {...props} />
      </PartBoundary>
    </div>
  )
}

function Shown({ question, draft, scored, answer }: QuestionViewProps) {
  const label = `${eyeText[question.kind].name}, ${question.side} foot`
  const said = answer?.kind === 'number' ? answer.value : draft.number
  switch (question.shown) {
    case 'scene': {
      const { lineAt, asks, scene, truthLines } = question
      const lineFor = (value: number | undefined) =>
        lineAt && value !== undefined ? { lineAt, value } : undefined
      return (
        <SceneView
          scene={scene}
          label={label}
          answer={lineFor(said)}
          truth={scored && asks.ask === 'number' ? lineFor(asks.truth) : undefined}
          truthLines={scored ? truthLines : undefined}
        />
      )
    }
    case 'mat':
      return (
        <PressureClipView
          clip={question.clip}
          label={label}
          truthLeg={scored ? (['h', 'm1', 'm5'] as const)[question.asks.truth] : undefined}
        />
      )
    case 'squat':
      return (
        <SquatPlayer
          clip={question.clip}
          tone={question.tone}
          depthPct={said}
          truthPct={scored ? question.asks.truth : undefined}
          label={label}
          onHeld={draft.setNumber}
        />
      )
    case 'strip':
      return (
        <div className={classes.strip} style={{ color: `var(--${question.side})` }}>
          <GradeStrip side={question.side} grade={question.strip} />
        </div>
      )
    case 'photo':
      return (
        <PhotoView
          image={question.image}
          asks={question.asks}
          placed={draft.placed}
          scored={scored}
          onPlaced={draft.setPlaced}
        />
      )
  }
}
