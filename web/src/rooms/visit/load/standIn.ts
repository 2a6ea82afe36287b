import type { VisitFrame, ReadNow } from '../visitContext'

/** Which made-up client stands on a simulated mat for this person: always the same one, as heavy as they are. */
export function standInOf({ person, facts }: Pick<VisitFrame, 'person'> & Pick<ReadNow, 'facts'>): {
  seed: number
  bodyMassKg?: number
} {
  let hash = 7
  for (const letter of person.id) hash = (hash * 31 + letter.charCodeAt(0)) % 999_983
  return { seed: hash + 1, ...(facts.bodyMassKg !== undefined && { bodyMassKg: facts.bodyMassKg }) }
}
