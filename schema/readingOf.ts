import { read, type VisitFacts, type VisitReading } from '@sturvo/core/reading'
import { referenceValues, type References } from '@sturvo/core/reference'
import { kitItems } from '@sturvo/core/training'
import { answerOf, factsOf } from './factsOf'
import type { Practice } from './settings'
import type { Fields } from './visit'
import type { VisitBackground } from './repeatability'

/** A visit with everything it says, and the table it was read with. */
export type VisitRead = {
  /** in force: the practice's values, and the own errors of who measured */
  references: References
  facts: VisitFacts
  reading: VisitReading
  /** the practice's settings, and what this plan has otherwise */
  settings: Practice['settings']
}

/**
 * The one way from what is stored of a visit to what it says: the page on the screen, the papers, the letter and the
 * command line all come through here, so that they cannot differ.
 * @param background own errors and the visit before; undefined until they have arrived
 */
export function readingOf(input: {
  fields: Fields
  person: { birthYear: number | null; kit: readonly string[] }
  practice: Pick<Practice, 'references' | 'settings' | 'trialUses'> & Partial<Pick<Practice, 'drills'>>
  /** day of the visit, YYYY-MM-DD */
  startedOn: string
  background?: VisitBackground | undefined
  /** drills of the plan in force that work */
  inForce?: readonly string[] | undefined
}): VisitRead {
  const { fields, person, practice, startedOn, background } = input
  const references = tableFor(practice, background)
  const facts = factsOf({
    fields,
    birthYear: person.birthYear,
    day: startedOn,
    ownedKit: kitItems.filter((item) => person.kit.includes(item)),
    references,
    trialUses: practice.trialUses,
    earlier: background?.earlier ?? undefined,
    carried: background?.carried,
    inForce: input.inForce,
  })
  // a plan may be made by other settings than the practice's, and says so
  const settings = { ...practice.settings, ...answerOf(fields, 'planSettings') }
  return { references, facts, reading: read(facts, references, settings, practice.drills), settings }
}

// the same table stays the same object while nothing of it changed: what is remembered of a shoe hangs on it
const tables = new WeakMap<object, WeakMap<object, References>>()
const noErrors = {}

/** Whoever measured is judged with the error of their own hands. */
function tableFor(
  practice: Pick<Practice, 'references'>,
  background: VisitBackground | undefined,
): References {
  const errors = background?.errors ?? noErrors
  let ofPractice = tables.get(practice.references)
  if (!ofPractice) tables.set(practice.references, (ofPractice = new WeakMap()))
  let table = ofPractice.get(errors)
  if (!table) ofPractice.set(errors, (table = referenceValues({ ...practice.references, ...errors })))
  return table
}
