import { referenceValues, type References } from '@sturvo/core/reference'
import { defaultSettings, practiceSchema, type Practice } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { max } from 'drizzle-orm'
import { practice, referenceVersion } from '../data/tables'

type PracticeRow = typeof practice.$inferSelect

/** The one practice of this database; a new file gets an empty one. */
export async function practiceRow(database: Database): Promise<PracticeRow> {
  const [row] = await database.db.select().from(practice).limit(1)
  return row ?? database.write(createPractice)
}

async function createPractice(tx: Db): Promise<PracticeRow> {
  const stamp = new Date().toISOString()
  const row: PracticeRow = {
    id: 'practice',
    name: 'New practice',
    place: '',
    settings: { ...defaultSettings },
    references: {},
    trialUses: {},
    drills: [],
    phone: '',
    emergency: '',
    factorRule: 'choice',
    retentionYears: null,
    consentText: '',
    isDemo: false,
    version: 1,
    created: stamp,
    changed: stamp,
  }
  await tx.insert(practice).values(row).onConflictDoNothing()
  const [kept] = await tx.select().from(practice).limit(1)
  return kept ?? row
}

/** Number of the reference values in force; 0 as they ship. */
export async function referencesVersion(db: Db): Promise<number> {
  const [row] = await db.select({ number: max(referenceVersion.number) }).from(referenceVersion)
  return row?.number ?? 0
}

export async function practiceAnswer(db: Db, row: PracticeRow): Promise<Practice> {
  return practiceSchema.parse({
    name: row.name,
    place: row.place,
    settings: { ...defaultSettings, ...row.settings },
    references: row.references,
    trialUses: row.trialUses,
    drills: row.drills,
    phone: row.phone,
    emergency: row.emergency,
    factorRule: row.factorRule,
    retentionYears: row.retentionYears,
    consentText: row.consentText,
    referencesVersion: await referencesVersion(db),
    version: row.version,
  })
}

/** The reference values in force, without anybody's own errors. */
export async function practiceReferences(database: Database): Promise<References> {
  return referenceValues((await practiceAnswer(database.db, await practiceRow(database))).references)
}
