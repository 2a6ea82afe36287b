import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { desc, eq } from 'drizzle-orm'
import type { CopyLine } from '@sturvo/schema'
import { auditRoot } from '../audit/chain'
import type { Database } from '../data/database'
import { auditEntry } from '../data/tables'
import { wrongWith } from '../data/troubles'
import { copyManifestSchema, manifestName } from './manifest'
import { keptCopies } from './rotation'

/** Where copies of a practice lie where nobody said otherwise. */
export const copiesBeside = (file: string) => join(dirname(resolve(file)), 'copies')

const stampPattern = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z(\.sealed)?$/

/** The name of a copy is the moment it was made; one that is sealed says so. */
export const copyNameOf = (now: Date, isSealed: boolean) =>
  `${now.toISOString().replaceAll(/[:.]/g, '-')}${isSealed ? '.sealed' : ''}`

function madeAtOf(name: string): string | undefined {
  const parts = stampPattern.exec(name)
  return parts ? `${parts[1]}T${parts[2]}:${parts[3]}:${parts[4]}.${parts[5]}Z` : undefined
}

/**
 * Whether a copy in a folder is of this practice: two that lie in one folder share none. A sealed one, and one of before
 * copies said whose they are, tells nothing and counts as everybody's.
 * @param own the first line of its audit; '' or left out where it has none, and everything counts
 */
function isOf(own: string | undefined, path: string): boolean {
  if (own === undefined || own === '' || !statSync(path).isDirectory()) return true
  const { practice = '' } = manifestIn(path) ?? {}
  return practice === '' || practice === own
}

/** Every copy of a practice in a folder that is whole by its name, the newest first. @param own whose, see isOf */
export function copiesIn(folder: string, now: Date, own?: string): CopyLine[] {
  if (!existsSync(folder)) return []
  const dated = readdirSync(folder).flatMap((name) => {
    const madeAt = madeAtOf(name)
    return madeAt === undefined || !isOf(own, join(folder, name)) ? [] : [{ name, madeAt }]
  })
  const kept = keptCopies(dated, now)
  return dated
    .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
    .map((copy) => ({
      ...copy,
      bytes: bytesOf(join(folder, copy.name)),
      keptAs: kept.get(copy.name) ?? 'going',
    }))
}

/** As the manifest says; a folder is not gone through for a list. */
function bytesOf(path: string): number {
  const stats = statSync(path)
  if (!stats.isDirectory()) return stats.size
  return manifestIn(path)?.files.reduce((sum, { bytes }) => sum + bytes, 0) ?? 0
}

function manifestIn(path: string) {
  try {
    return copyManifestSchema.parse(JSON.parse(readFileSync(join(path, manifestName), 'utf8')))
  } catch {
    return undefined
  }
}

/** Takes away what rotation does not keep, and what a copy left that never ended. @returns names that went */
export async function rotate(folder: string, now: Date, own?: string): Promise<string[]> {
  if (!existsSync(folder)) return []
  const names = readdirSync(folder)
  const dated = names.flatMap((name) => {
    const madeAt = madeAtOf(name)
    return madeAt === undefined || !isOf(own, join(folder, name)) ? [] : [{ name, madeAt }]
  })
  const kept = keptCopies(dated, now)
  const going = dated.map(({ name }) => name).filter((name) => !kept.has(name))
  const broken = names.filter((name) => /^\..*\.making$|\.making$/.test(name))
  for (const name of [...going, ...broken]) await rm(join(folder, name), { recursive: true, force: true })
  return going
}

/**
 * Whether the audit still holds the last line that a copy knew: whoever cuts lines off its end, or writes it anew,
 * leaves the copies behind. Copies from before the practice was restored tell nothing.
 */
export async function headMissing({ db }: Database, folder: string): Promise<string | undefined> {
  const [restored] = await db
    .select({ at: auditEntry.at })
    .from(auditEntry)
    .where(eq(auditEntry.action, 'restored'))
    .orderBy(desc(auditEntry.number))
    .limit(1)
  for (const { name, madeAt } of copiesIn(folder, new Date(), await auditRoot(db))) {
    if (restored && madeAt <= restored.at) continue
    const head = manifestIn(join(folder, name))?.audit
    if (!head || head.number === 0) continue
    const [line] = await db
      .select({ hash: auditEntry.hash })
      .from(auditEntry)
      .where(eq(auditEntry.number, head.number))
    if (line?.hash !== head.hash) return `audit, line ${head.number}: the copy ${name} knows another one`
  }
  return undefined
}

/** The newest copy in a folder whose file of this path is as it should be; sealed ones keep their secret. */
export async function goodCopyIn(folder: string, path: string, own?: string): Promise<string | undefined> {
  for (const { name } of copiesIn(folder, new Date(), own)) {
    const copy = join(folder, name)
    if (statSync(copy).isDirectory() && (await wrongWith(copy, path)) === undefined) return join(copy, path)
  }
  return undefined
}
