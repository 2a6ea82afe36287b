import { useMemo, useState } from 'react'
import {
  eyeLimit,
  eyeQuestion,
  eyeStandings,
  nextKind,
  scoreAnswer,
  sittingSeed,
  type EyeAnswer,
  type EyeKindId,
  type EyeLevel,
  type EyeQuestion,
  type EyeStanding,
  type Scored,
} from '@sturvo/core/eye'
import type { References } from '@sturvo/core/reference'
import type { EyeAnswers, EyeAnswer as KeptAnswer } from '@sturvo/schema'
import { useAnswerEyeMutation } from '../../app/errorApi'
import { newId } from '../../app/newId'

export type EyeRound = {
  question: EyeQuestion
  scored: Scored | undefined
  /** what was answered, once it was */
  answer: EyeAnswer | undefined
  limit: number
  standings: EyeStanding[]
  answered: number
  submit: (answer: EyeAnswer) => void
  next: () => void
  isUnsent: boolean
  /** the last answer once more; kept once, however often it is sent */
  sendAgain: () => void
}

/**
 * A sitting: question after question, each made from the seed of the sitting and its place in it. What is asked stays
 * until one goes on, though each answer changes how the kinds stand.
 */
export function useEyeRound(input: {
  known: EyeAnswers
  chosenKind: EyeKindId | undefined
  chosenLevel: EyeLevel | undefined
  base: number
  references: References
}): EyeRound {
  const { known, chosenKind, chosenLevel, base, references } = input
  const standings = useMemo(
    () => eyeStandings(known.answers, new Date().toISOString(), references),
    [known.answers, references],
  )
  const questionAt = (index: number, last?: EyeKindId) => {
    const kind = chosenKind ?? nextKind(standings, last)
    const level = chosenLevel ?? standings.find((s) => s.kind === kind)?.level ?? 1
    return { index, question: eyeQuestion(kind, level, sittingSeed(base, index)) }
  }
  const [{ index, question }, setAt] = useState(() => questionAt(0))
  const [done, setDone] = useState<{ answer: EyeAnswer; scored: Scored; kept: KeptAnswer }>()
  const [send, { isError: isUnsent }] = useAnswerEyeMutation()
  return {
    question,
    scored: done?.scored,
    answer: done?.answer,
    limit: eyeLimit(question.kind, references),
    standings,
    answered: index + (done ? 1 : 0),
    isUnsent,
    submit: (answer) => {
      const scored = scoreAnswer(question, answer)
      if (!scored || done) return
      const { kind, level, seed, side } = question
      const { error, derived = null } = scored
      const kept = { id: newId(), kind, level, seed, side, error, derived, at: new Date().toISOString() }
      setDone({ answer, scored, kept })
      void send(kept)
    },
    sendAgain: () => done && void send(done.kept),
    next: () => {
      setAt(questionAt(index + 1, question.kind))
      setDone(undefined)
    },
  }
}
