import { recordingSchema } from '../recording'
import { answerKind } from './answer'
import { dealtKind } from './dealt'
import { orthosisKind } from './orthosis'
import { eventKind } from './event'
import { listed, type FieldKind } from './fieldKind'
import { markKind } from './mark'
import { measureKind } from './measure'
import { photoKind, printKind } from './ofSide'
import { shoeKind } from './shoe'

/** Every kind of field of a visit; a new kind is one line here, one file beside it and one on the server. */
export const fieldKinds = {
  measure: measureKind,
  mark: markKind,
  event: eventKind,
  shoe: shoeKind,
  device: orthosisKind,
  print: printKind,
  photo: photoKind,
  recording: listed(recordingSchema),
  answer: answerKind,
  dealt: dealtKind,
}
export type FieldKindName = keyof typeof fieldKinds
export const fieldKindNames = Object.keys(fieldKinds) as FieldKindName[]

type Described<K extends FieldKindName> = (typeof fieldKinds)[K]
/** Where a path of a kind points. */
export type AtOf<K extends FieldKindName> = Described<K> extends FieldKind<infer At, infer _> ? At : never
/** The value a field of a kind holds. */
export type ValueOf<K extends FieldKindName> =
  Described<K> extends FieldKind<infer _, infer Value> ? Value : never

export type ParsedPath = { [K in FieldKindName]: { kind: K } & AtOf<K> }[FieldKindName]
