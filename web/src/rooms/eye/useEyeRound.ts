import { useCallback, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import {
  eyeLimit,
  eyeQuestion,
  eyeStandings,
  nextKind,
  scoreAnswer,
  type EyeAnswer,
  type EyeKindId,
  type EyeLevel,
  type EyeQuestion,
  type EyeStanding,
  type Scored,
} from '@sturvo/core/eye'
import type { References } from '@sturvo/core/reference'
import type { EyeAnswers } from '@sturvo/schema'
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
}

const seedParts = 2654435761 // spreads neighbouring numbers over the whole range (Knuth)

/** The seed of one question of a sitting. */
function seedAt(base: number, index: number): number {
  return (base + Math.imul(index + 1, seedParts)) >>> 0
}

/**
 * A sitting: question after question, each made from the seed of the sitting and its place in it. `?seed=` asks for one
 * sitting again.
 */
export function useEyeRound(input: {
  known: EyeAnswers
  chosenKind: EyeKindId | undefined
  chosenLevel: EyeLevel | undefined
  references: References
}): EyeRound {
  const { known, chosenKind, chosenLevel, references } = input
  const [search] = useSearchParams()
  const [base] = useState(() => {
    const asked = Number(search.get('seed') ?? NaN)
    return Number.isInteger(asked) && asked >= 0 ? asked : crypto.getRandomValues(new Uint32Array(1))[0]!
  })
  const standingsNow = useCallback(
    () => eyeStandings(known.answers, new Date().toISOString(), references),
    [known.answers, references],
  )
  const standings = useMemo(standingsNow, [standingsNow])
  const [index, setIndex] = useState(0)
  const [last, setLast] = useState<EyeKindId>()
  const [answered, setAnswered] = useState<{ for: EyeQuestion; answer: EyeAnswer; scored: Scored }>()
  const [send, { isError: isUnsent }] = useAnswerEyeMutation()
  // what is asked stays while it is answered, though the answer changes the standings
  const [held, setHeld] = useState<{ kind: EyeKindId; level: EyeLevel; index: number }>()
  const wanted = chosenKind ?? nextKind(standings, last)
  const current =
    held?.index === index &&
    (answered || (held.kind === wanted && (!chosenLevel || held.level === chosenLevel)))
      ? held
      : {
          kind: wanted,
          level: chosenLevel ?? standings.find((s) => s.kind === wanted)?.level ?? 1,
          index,
        }
  if (current !== held) setHeld(current)
  const question = useMemo(
    () => eyeQuestion(current.kind, current.level, seedAt(base, current.index)),
    [current.kind, current.level, current.index, base],
  )
  const limit = eyeLimit(question.kind, references)
  const isDone = answered?.for === question
  return {
    question,
    scored: isDone ? answered.scored : undefined,
    answer: isDone ? answered.answer : undefined,
    limit,
    standings,
    answered: index + (isDone ? 1 : 0),
    isUnsent,
    submit: (answer) => {
      const scored = scoreAnswer(question, answer)
      if (!scored || isDone) return
      setAnswered({ for: question, answer, scored })
      const { kind, level, seed, side } = question
      const { error, derived = null } = scored
      void send({ id: newId(), kind, level, seed, side, error, derived, at: new Date().toISOString() })
    },
    next: () => {
      setLast(question.kind)
      setAnswered(undefined)
      setIndex(index + 1)
    },
  }
}
