import { referenceValues, type References } from '@sturvo/core/reference'
import { defaultSettings, practiceSchema, type Practice } from '@sturvo/schema'
import type { Database } from '../data/database'
import { max } from 'drizzle-orm'
import { practice, referenceVersion } from '../data/tables'

type PracticeRow = typeof practice.$inferSelect

/** The one practice of this database; a new file gets an empty one. */
export async function practiceRow(database: Database): Promise<PracticeRow> {
  const [row] = await database.db.select().from(practice).limit(1)
  return row ?? database.write(() => createPractice(database))
}

async function createPractice(database: Database): Promise<PracticeRow> {
  const stamp = new Date().toISOString()
  const row: PracticeRow = {
    id: 'practice',
    name: 'New practice',
    place: '',
    settings: { ...defaultSettings },
    references: {},
    trialUses: {},
    isDemo: false,
    version: 1,
    created: stamp,
    changed: stamp,
  }
  await database.db.insert(practice).values(row).onConflictDoNothing()
  const [kept] = await database.db.select().from(practice).limit(1)
  return kept ?? row
}

/** Number of the reference values in force; 0 as they ship. */
export async function referencesVersion(database: Database): Promise<number> {
  const [row] = await database.db.select({ number: max(referenceVersion.number) }).from(referenceVersion)
  return row?.number ?? 0
}

export async function practiceAnswer(database: Database, row: PracticeRow): Promise<Practice> {
  return practiceSchema.parse({
    name: row.name,
    place: row.place,
    settings: { ...defaultSettings, ...row.settings },
    references: row.references,
    trialUses: row.trialUses,
    referencesVersion: await referencesVersion(database),
    version: row.version,
  })
}

/** The reference values in force, without anybody's own errors. */
export async function practiceReferences(database: Database): Promise<References> {
  return referenceValues((await practiceAnswer(database, await practiceRow(database))).references)
}
