import { useMemo, useState } from 'react'
import { createReader, type VisitFacts, type VisitReading } from '@sturvo/core/reading'
import { referenceValues, type References } from '@sturvo/core/reference'
import { kitItems } from '@sturvo/core/training'
import { factsOf, type Fields, type Person, type Practice, type VisitBackground } from '@sturvo/schema'

/** Every finding of the open visit, computed again only for the steps whose values changed. */
export function useReading(input: {
  fields: Fields
  person: Person
  practice: Practice
  startedOn: string
  /** own errors and the visit before; undefined until they have arrived */
  background?: VisitBackground | undefined
}): {
  facts: VisitFacts
  reading: VisitReading
  references: References
} {
  const { fields, person, practice, startedOn } = input
  const [reader] = useState(createReader)
  const { background } = input
  const references = useMemo(
    // whoever measured is judged with the error of their own hands
    () => referenceValues({ ...practice.references, ...background?.errors }),
    [practice.references, background?.errors],
  )
  return useMemo(() => {
    const ownedKit = kitItems.filter((item) => person.kit.includes(item))
    const facts = factsOf({
      fields,
      birthYear: person.birthYear,
      day: startedOn,
      ownedKit,
      references,
      trialUses: practice.trialUses,
      earlier: background?.earlier ?? undefined,
    })
    return { facts, references, reading: reader(facts, references, practice.settings) }
  }, [fields, person, practice, startedOn, references, reader, background?.earlier])
}
