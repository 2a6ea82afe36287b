import type { FieldKindName } from '@sturvo/schema'
import { answerRows } from './answer'
import { dealtRows } from './dealt'
import { orthosisRows } from './orthosis'
import { eventRows } from './event'
import { markRows } from './mark'
import { measureRows } from './measure'
import { photoRows } from './photo'
import { printRows } from './print'
import { recordingRows } from './recording'
import { shoeRows } from './shoe'
import type { StoredKind } from './storedKind'

export type { StoredField, WriteStamp } from './storedKind'

/** Where each kind of field is kept; a kind without a row here does not compile. */
export const storedKinds: { readonly [K in FieldKindName]: StoredKind<K> } = {
  measure: measureRows,
  mark: markRows,
  event: eventRows,
  shoe: shoeRows,
  device: orthosisRows,
  print: printRows,
  photo: photoRows,
  recording: recordingRows,
  answer: answerRows,
  dealt: dealtRows,
}
