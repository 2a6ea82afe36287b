import { type z } from 'zod'
import { firstSentence } from '../firstSentence'
import { DoorError, throughTheDoor, tooDeepText } from '../door'
import type { Fields } from '../visit'
import { fieldKinds, type AtOf, type FieldKindName, type ParsedPath, type ValueOf } from './fieldKinds'
import type { FieldKind } from './fieldKind'

/**
 * A visit is a set of fields, each with a path of its own, so that two people can work on one visit and undo is a
 * list of before and after. Paths: measure.ID.SIDE.TRIAL, mark.ID, event.ID, shoe.ID, device.ID, print.SIDE,
 * photo.VIEW.SIDE, recording.ID, dealt.CAUTION, answer.KEY.
 */
export type FieldPath = string

/** A kind by a name known only when it runs; its own places fit its own descriptor. */
function kindNamed(name: string): FieldKind<object, unknown> | undefined {
  return Object.hasOwn(fieldKinds, name)
    ? (fieldKinds[name as FieldKindName] as unknown as FieldKind<object, unknown>)
    : undefined
}

/** What a path points to, or undefined where it points to nothing. */
export function parsePath(path: FieldPath): ParsedPath | undefined {
  const [kind = '', ...rest] = path.split('.')
  const at = kindNamed(kind)?.at(rest)
  return at && ({ kind, ...at } as ParsedPath)
}

/** The path of a field. */
export function pathOf<K extends FieldKindName>(kind: K, at: AtOf<K>): FieldPath {
  return `${kind}.${kindNamed(kind)!.rest(at)}`
}

/** The contract of one field's value, without null; null takes a value away. */
export function fieldSchemaOf(parsed: ParsedPath): z.ZodType {
  return kindNamed(parsed.kind)!.schema(parsed)
}

export type FieldOf<K extends FieldKindName> = { path: FieldPath; at: AtOf<K>; value: ValueOf<K> }

/**
 * The fields of one kind that hold a value, ordered by path. What stands in a visit was checked when it came in and
 * when it was read from the file, so its type is the contract's.
 */
export function fieldsOfKind<K extends FieldKindName>(fields: Fields, kind: K): FieldOf<K>[] {
  const found: FieldOf<K>[] = []
  for (const path of Object.keys(fields).sort()) {
    const value = fields[path]
    if (!path.startsWith(`${kind}.`) || value === null || value === undefined) continue
    const at = kindNamed(kind)!.at(path.split('.').slice(1))
    if (at) found.push({ path, at: at as AtOf<K>, value: value as ValueOf<K> })
  }
  return found
}

/** The value of one field; undefined where none stands. */
export function fieldAt<K extends FieldKindName>(
  fields: Fields,
  kind: K,
  at: AtOf<K>,
): ValueOf<K> | undefined {
  return (fields[pathOf(kind, at)] as ValueOf<K> | null | undefined) ?? undefined
}

export type FieldProblem = { path: string; message: string; code: 'unknownField' | 'badValue' | 'tooDeep' }

/** Checks one change. @returns the value to keep (null takes it away), or what is wrong with it */
export function checkChange(change: {
  path: string
  value: unknown
}): { ok: true; value: unknown } | { ok: false; problem: FieldProblem } {
  try {
    return checkCleanChange({ path: change.path, value: throughTheDoor(change.value) })
  } catch (error) {
    if (!(error instanceof DoorError)) throw error
    return { ok: false, problem: { path: change.path, code: 'tooDeep', message: tooDeepText } }
  }
}

/** The same for a value that came through the door already, such as the body of a request. */
export function checkCleanChange(change: {
  path: string
  value: unknown
}): { ok: true; value: unknown } | { ok: false; problem: FieldProblem } {
  const parsed = parsePath(change.path)
  if (!parsed)
    return {
      ok: false,
      problem: {
        path: change.path,
        code: 'unknownField',
        message: 'There is no such field in a visit. Nothing was changed.',
      },
    }
  if (change.value === null) return { ok: true, value: null }
  const result = fieldSchemaOf(parsed).safeParse(change.value)
  if (result.success) return { ok: true, value: result.data }
  return { ok: false, problem: { path: change.path, code: 'badValue', message: firstSentence(result.error) } }
}
