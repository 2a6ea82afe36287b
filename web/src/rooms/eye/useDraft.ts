import { useState } from 'react'
import type { EyeAnswer, EyeQuestion } from '@sturvo/core/eye'
import type { Point } from '@sturvo/core/geometry'
import type { LandmarkId } from '@sturvo/core/photo'

/** What is about to be answered: one's number, choice or points so far. */
export type Draft = {
  number: number | undefined
  option: number | undefined
  placed: Partial<Record<LandmarkId, Point>>
  setNumber: (value: number | undefined) => void
  setOption: (option: number) => void
  setPlaced: (placed: Partial<Record<LandmarkId, Point>>) => void
  /** the whole answer; undefined while something is missing */
  answer: EyeAnswer | undefined
}

export function useDraft(question: EyeQuestion): Draft {
  const [number, setNumber] = useState<number>()
  const [option, setOption] = useState<number>()
  const [placed, setPlaced] = useState<Draft['placed']>({})
  return {
    number,
    option,
    placed,
    setNumber,
    setOption,
    setPlaced,
    answer: answerOf(question, { number, option, placed }),
  }
}

function answerOf(
  { asks }: EyeQuestion,
  { number, option, placed }: Pick<Draft, 'number' | 'option' | 'placed'>,
): EyeAnswer | undefined {
  switch (asks.ask) {
    case 'number':
      return number === undefined ? undefined : { kind: 'number', value: number }
    case 'choice':
      return option === undefined ? undefined : { kind: 'choice', option }
    case 'which':
      return option === undefined || number === undefined ? undefined : { kind: 'which', option, mm: number }
    case 'points':
      return asks.ids.every((id) => placed[id]) ? { kind: 'points', placed } : undefined
  }
}
