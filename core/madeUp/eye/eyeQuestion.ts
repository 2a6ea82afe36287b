import * as clips from './clipQuestions'
import type { EyeKindId, EyeLevel } from './eyeKinds'
import type { EyeQuestion } from './question'
import * as scenes from './sceneQuestions'

const makers: Record<EyeKindId, (made: { kind: EyeKindId; level: EyeLevel; seed: number }) => EyeQuestion> = {
  ...scenes,
  ...clips,
}

/**
 * One practice question with its truth. The same kind, level and seed give the same question for ever.
 * @param seed any whole number from 0 to 2³² − 1
 * @source the feet of the generator, never a measured one: the truth is what they were drawn from
 */
export function eyeQuestion(kind: EyeKindId, level: EyeLevel, seed: number): EyeQuestion {
  return makers[kind]({ kind, level, seed })
}
