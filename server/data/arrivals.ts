import { and, eq, inArray, isNotNull, lte } from 'drizzle-orm'
import { removeRecord } from '../privacy/deleteRecord'
import type { Database, Db } from './databaseTypes'
import { noteFiles, settleFiles } from './fileErrands'
import { arrival, person } from './tables'

const atOnce = 500

/** Clients who are not to be seen: they are still coming, or going. In the transaction that makes them so. */
export async function hideClients(
  tx: Db,
  { id, people, now }: { id: string; people: readonly string[]; now: Date },
): Promise<void> {
  const stamp = now.toISOString()
  await tx.insert(arrival).values({ id, people: [...people], created: stamp })
  await showAs(tx, people, stamp)
}

/** All of them are there. */
export async function showClients(
  tx: Db,
  { id, people }: { id: string; people: readonly string[] },
): Promise<void> {
  await showAs(tx, people, null)
  await tx.delete(arrival).where(eq(arrival.id, id))
}

async function showAs(tx: Db, people: readonly string[], deletedOn: string | null): Promise<void> {
  for (let i = 0; i < people.length; i += atOnce)
    await tx
      .update(person)
      .set({ deletedOn })
      .where(inArray(person.id, people.slice(i, i + atOnce)))
}

/** Whether somebody of these is on their way. */
export async function isOnTheWay(db: Db, people: readonly string[]): Promise<boolean> {
  for (let i = 0; i < people.length; i += atOnce) {
    const part = people.slice(i, i + atOnce)
    if ((await db.$count(person, and(inArray(person.id, part), isNotNull(person.deletedOn)))) > 0) return true
  }
  return false
}

/**
 * Takes away those who did not arrive, one client at a time, so that whoever saves something has their turn between.
 * @param which one of them, or all that began before a moment
 */
export async function takeBack(
  database: Database,
  now: Date,
  which: { id: string } | { before: Date } = { before: now },
): Promise<void> {
  const left = await database.db
    .select()
    .from(arrival)
    .where('id' in which ? eq(arrival.id, which.id) : lte(arrival.created, which.before.toISOString()))
  for (const one of left) {
    const files: string[] = []
    for (const personId of one.people)
      files.push(
        ...(await database.write(async (tx) => {
          // whoever is seen is nobody's to take away
          if (!(await isOnTheWay(tx, [personId]))) return []
          const { files: free } = await removeRecord(tx, personId)
          await noteFiles(tx, free, now)
          return free
        })),
      )
    await database.write((tx) => tx.delete(arrival).where(eq(arrival.id, one.id)))
    await settleFiles(database, files)
  }
}
