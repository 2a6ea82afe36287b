import { parsePath, type FieldKindName, type ParsedPath } from '@sturvo/schema'
import { cautionText } from './cautionText'
import { measureText } from './measureText'

type At<K extends FieldKindName> = Extract<ParsedPath, { kind: K }>

/** What each kind of field is called, for people; a kind without a name does not compile. */
const fieldNames: { readonly [K in FieldKindName]: (at: At<K>) => string } = {
  measure: (at) => `${measureText[at.measure].name}, ${at.side}`,
  mark: () => 'sore spot',
  event: () => 'event of the history',
  shoe: () => 'shoe',
  device: () => 'insert or brace',
  print: (at) => `footprint, ${at.side}`,
  photo: (at) => `photo, ${at.side}`,
  recording: () => 'recording of the mat',
  answer: (at) => at.key,
  dealt: (at) => `dealt with: ${cautionText[at.caution].name}`,
}

/** What a field is called, for people. */
export function fieldName(path: string): string {
  const parsed = parsePath(path)
  if (!parsed) return path
  const nameOf = fieldNames[parsed.kind] as (at: ParsedPath) => string
  return nameOf(parsed)
}
