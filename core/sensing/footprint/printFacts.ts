import type { Measured } from '../../groundwork/statistics'
import type { PrintKind } from './types'

/** What a print on the Mat tells the later steps. */
export type PrintFacts = {
  lengthMm: number
  toelessLengthMm: number
  ballWidthMm: number
  heelWidthMm: number
  toeWidthMm: number | undefined
  archIndex: Measured
  printKind: PrintKind
}
