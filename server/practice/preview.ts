import { desc, eq, isNull } from 'drizzle-orm'
import { read, type Finding } from '@sturvo/core/reading'
import { referenceValues, type ReferenceId } from '@sturvo/core/reference'
import { kitItems } from '@sturvo/core/training'
import { factsOf, type Moved, type ReferencePreview } from '@sturvo/schema'
import { findingWords, plain } from '@sturvo/schema/words'
import type { Database } from '../data/database'
import { person, visit } from '../data/tables'
import { fieldsOfVisits } from '../visits/fieldRows'
import { practiceAnswer, practiceRow } from './queries'

type Values = Partial<Record<ReferenceId, number>>

/**
 * Which findings of which clients a change of the table would move: the last visit of each is read with the values in
 * force and with the wanted ones. A finding moves when its class, its concern or its being there changes.
 */
export async function previewReferences(
  database: Database,
  now: Values,
  wanted: Values,
): Promise<ReferencePreview> {
  const { settings, trialUses } = await practiceAnswer(database, await practiceRow(database))
  const rows = await database.db
    .select({ visit, person })
    .from(visit)
    .innerJoin(person, eq(visit.personId, person.id))
    .where(isNull(person.deletedOn))
    .orderBy(desc(visit.startedOn))
  const last = [...new Map([...rows].reverse().map((row) => [row.person.id, row])).values()]
  const fields = await fieldsOfVisits(
    database,
    last.map((row) => row.visit.id),
  )
  const [before, after] = [referenceValues(now), referenceValues(wanted)]
  const moved = last.flatMap(({ visit: v, person: p }): Moved[] => {
    const findings = (references: typeof before) =>
      read(
        factsOf({
          fields: fields.get(v.id) ?? {},
          birthYear: p.birthYear,
          day: v.startedOn,
          ownedKit: kitItems.filter((item) => p.kit.includes(item)),
          references,
          trialUses,
        }),
        references,
        settings,
      ).findings
    const [old, fresh] = [byId(findings(before)), byId(findings(after))]
    return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((id): Moved[] => {
      const [a, b] = [old.get(id), fresh.get(id)]
      if (a && b && gist(a, before) === gist(b, after)) return []
      return [
        {
          personId: p.id,
          personName: p.name,
          visitId: v.id,
          startedOn: v.startedOn,
          ...(a ? { before: plain(findingWords(a, before).sentence) } : {}),
          ...(b ? { after: plain(findingWords(b, after).sentence) } : {}),
        },
      ]
    })
  })
  return { moved, visitsRead: last.length }
}

function byId(findings: readonly Finding[]): Map<string, Finding> {
  return new Map(findings.map((f) => [f.id, f]))
}

/** What a reader would notice: the sentence and how much it asks for. */
function gist(finding: Finding, references: ReturnType<typeof referenceValues>): string {
  return `${finding.concern} ${plain(findingWords(finding, references).sentence)}`
}
