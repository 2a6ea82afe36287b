import type { Finding } from '@sturvo/core/reading'
import type { ReferenceId, References } from '@sturvo/core/reference'
import { readingOf, type Fields, type Moved, type Practice } from '@sturvo/schema'
import { findingWords, plain } from '@sturvo/words'

type Values = Partial<Record<ReferenceId, number>>

/** Some clients' last visits, with the values in force and the wanted ones. */
export type PreviewPart = {
  now: Values
  wanted: Values
  settings: Practice['settings']
  trialUses: Practice['trialUses']
  visits: readonly {
    personId: string
    personName: string
    birthYear: number | null
    kit: readonly string[]
    visitId: string
    startedOn: string
    /** as JSON: see VisitSources */
    fieldsJson: string
  }[]
}

/**
 * Which findings a change of the table would move: each visit is read with both. A finding moves when its class, its
 * concern or its being there changes.
 */
export function movedFindings({ now, wanted, settings, trialUses, visits }: PreviewPart): Moved[] {
  return visits.flatMap((v): Moved[] => {
    const fields = JSON.parse(v.fieldsJson) as Fields
    const readWith = (references: Values) =>
      readingOf({ fields, person: v, practice: { references, settings, trialUses }, startedOn: v.startedOn })
    const [was, would] = [readWith(now), readWith(wanted)]
    const [before, after] = [was.references, would.references]
    const [old, fresh] = [byId(was.reading.findings), byId(would.reading.findings)]
    return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((id): Moved[] => {
      const [a, b] = [old.get(id), fresh.get(id)]
      if (a && b && gist(a, before) === gist(b, after)) return []
      return [
        {
          personId: v.personId,
          personName: v.personName,
          visitId: v.visitId,
          startedOn: v.startedOn,
          ...(a ? { before: plain(findingWords(a, before).sentence) } : {}),
          ...(b ? { after: plain(findingWords(b, after).sentence) } : {}),
        },
      ]
    })
  })
}

function byId(findings: readonly Finding[]): Map<string, Finding> {
  return new Map(findings.map((f) => [f.id, f]))
}

/** What a reader would notice: the sentence and how much it asks for. */
function gist(finding: Finding, references: References): string {
  return `${finding.concern} ${plain(findingWords(finding, references).sentence)}`
}
