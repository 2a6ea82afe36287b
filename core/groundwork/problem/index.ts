import type { Side } from '../side'

/**
 * Why a measure could not be taken: a code and the facts. The sentence for people is made at the edge
 * (schema's problem words), so that form, API, worker and command line all say the same.
 */
export type Problem =
  | { code: 'emptyImage'; path: string; widthPx: number; heightPx: number }
  | { code: 'imageTooSmall'; path: string; widthPx: number; heightPx: number; neededPx: number }
  | { code: 'imageTooLarge'; path: string; megapixels: number; limitMegapixels: number }
  | { code: 'unreadableImage'; path: string }
  | { code: 'scaleMissing'; path: string }
  | { code: 'scaleImpossible'; path: string; mmPerPx: number; low: number; high: number }
  | { code: 'noContact'; path: string }
  | { code: 'notAFoot'; path: string }
  | { code: 'blankSheet'; path: string; contrast: number }
  | { code: 'tooManyPrints'; path: string; found: number; expected: number }
  | { code: 'axisTooShort'; path: string; lengthMm: number; neededMm: number }
  | { code: 'badCorners'; path: string }
  | { code: 'sheetUnsure'; path: string }
  | { code: 'collinearPoints'; path: string }
  | { code: 'noLoad'; path: string; side: Side }
  | { code: 'negativeLoad'; path: string; side: Side }
  | { code: 'noFootOnMat'; path: string }
  | { code: 'tooFewFrames'; path: string; frames: number; neededFrames: number }
  | {
      code: 'badHeader'
      path: string
      key: string
      reason: 'missing' | 'doubled' | 'badValue' | 'tooMany' | 'tooLong'
      line?: number
      value?: string
    }
  | { code: 'badColumns'; path: string; line: number; found: number; expected: number }
  | {
      code: 'badNumber'
      path: string
      line: number
      column: number
      reason: 'notANumber' | 'negative' | 'tooHigh'
      limit?: number
      unit?: string
    }
  | { code: 'timeNotRising'; path: string; line: number }
  | { code: 'noFrames'; path: string }
  | { code: 'tooManyFrames'; path: string; limit: number }
  | { code: 'tooManyCells'; path: string; key: string; cells: number; limit: number }
  | { code: 'truncatedFile'; path: string }
  | {
      code: 'badOutline'
      path: string
      reason: 'unreadable' | 'noPath' | 'severalPaths' | 'points' | 'open' | 'crossing' | 'unit' | 'side'
      lengthMm?: number
    }
  | { code: 'cancelled'; path: string }

export type Outcome<T> = { ok: true; value: T } | { ok: false; problem: Problem }

/** Thrown deep inside the core by a function that cannot answer; public entries turn it into an Outcome. */
export class MeasureError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.code)
    this.name = 'MeasureError'
  }
}

/** Runs a computation; a MeasureError becomes a Problem, any other throw is a defect and travels on. */
export function outcomeOf<T>(compute: () => T): Outcome<T> {
  try {
    return { ok: true, value: compute() }
  } catch (error) {
    if (error instanceof MeasureError) return { ok: false, problem: error.problem }
    throw error
  }
}
