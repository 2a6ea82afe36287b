import type { ErrorKindId } from '@sturvo/core/measures'
import { referenceTable } from '@sturvo/core/reference'

export function unitOf(kind: ErrorKindId): string {
  return referenceTable[kind].unit
}
