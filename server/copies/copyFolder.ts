import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { asc, eq, inArray } from 'drizzle-orm'
import type { CopyLine } from '@sturvo/schema'
import { auditRoot } from '../audit/chain'
import type { Database } from '../data/database'
import { auditEntry } from '../data/tables'
import { wrongWith } from '../data/troubles'
import { copyManifestSchema, manifestName } from './manifest'
import { keptCopies } from './rotation'

/** Where copies of a practice lie where nobody said otherwise. */
export const copiesBeside = (file: string) => join(dirname(resolve(file)), 'copies')

const stampPattern = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z(?:\.([0-9a-f]{12}))?(\.sealed)?$/
const markLength = 12
/** what was begun longer ago never ends; a younger one may be another practice's, just being made */
const makingMs = 86_400_000

/**
 * The name of a copy is the moment it was made; one that is sealed says so, and whose it is: nobody can look inside.
 * @param own the first line of the practice's audit
 */
export const copyNameOf = (now: Date, sealedBy?: { own: string }) => {
  const stamp = now.toISOString().replaceAll(/[:.]/g, '-')
  if (!sealedBy) return stamp
  return `${stamp}${sealedBy.own === '' ? '' : `.${sealedBy.own.slice(0, markLength)}`}.sealed`
}

type Found = { name: string; madeAt: string; whose: 'own' | 'unsaid' }

/**
 * The copies in a folder that are of this practice, or do not say whose they are: those of before copies said so. What
 * is another practice's is not seen.
 * @param own the first line of its audit; left out, everything in the folder is its own
 */
function found(folder: string, own: string | undefined): Found[] {
  if (!existsSync(folder)) return []
  return readdirSync(folder).flatMap((name) => {
    const parts = stampPattern.exec(name)
    if (!parts) return []
    const madeAt = `${parts[1]}T${parts[2]}:${parts[3]}:${parts[4]}.${parts[5]}Z`
    if (own === undefined) return [{ name, madeAt, whose: 'own' }]
    const path = join(folder, name)
    const said = statSync(path).isDirectory() ? (manifestIn(path)?.practice ?? '') : (parts[6] ?? '')
    const isOwn = said.slice(0, markLength) === own.slice(0, markLength)
    if (!isOwn && said !== '') return []
    return [{ name, madeAt, whose: isOwn ? 'own' : 'unsaid' }]
  })
}

const keptOf = (copies: readonly Found[], now: Date) =>
  keptCopies(
    copies.filter(({ whose }) => whose === 'own'),
    now,
  )

/** Every copy of a practice in a folder that is whole by its name, the newest first. @param own whose, see found */
export function copiesIn(folder: string, now: Date, own?: string): CopyLine[] {
  const copies = found(folder, own)
  const kept = keptOf(copies, now)
  return copies
    .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
    .map(({ name, madeAt, whose }) => ({
      name,
      madeAt,
      bytes: bytesOf(join(folder, name)),
      keptAs: whose === 'own' ? (kept.get(name) ?? 'going') : 'unsaid',
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

/**
 * Takes away what rotation does not keep, and what a copy left that never ended. What does not say whose it is stays: it
 * may be the only copy of another practice.
 * @returns names that went
 */
export async function rotate(folder: string, now: Date, own?: string): Promise<string[]> {
  if (!existsSync(folder)) return []
  const copies = found(folder, own)
  const kept = keptOf(copies, now)
  const going = copies.filter(({ name, whose }) => whose === 'own' && !kept.has(name)).map(({ name }) => name)
  const broken = readdirSync(folder).filter(
    (name) => name.endsWith('.making') && statSync(join(folder, name)).mtimeMs < now.getTime() - makingMs,
  )
  for (const name of [...going, ...broken]) await rm(join(folder, name), { recursive: true, force: true })
  return going
}

/**
 * Whether the audit still holds the last line that each copy knew: whoever cuts lines off its end, or writes it anew,
 * leaves the copies behind. A practice that was restored lacks what came after the copy it was restored from, and no
 * line before that: a line of restoring that somebody wrote by hand excuses nothing older.
 * @returns broken: what cannot be; excused: copies that know lines which restoring may have cost
 */
export async function headsMissing(
  { db }: Database,
  folder: string,
): Promise<{ broken: string | undefined; excused: string[] }> {
  const lines = await db
    .select({ at: auditEntry.at, number: auditEntry.number, action: auditEntry.action })
    .from(auditEntry)
    .where(inArray(auditEntry.action, ['restored', 'deleted']))
    .orderBy(asc(auditEntry.number))
  const restored = lines.filter(({ action }) => action === 'restored')
  const excused: string[] = []
  for (const { name, madeAt } of copiesIn(folder, new Date(), await auditRoot(db))) {
    const head = manifestIn(join(folder, name))?.audit
    if (!head || head.number === 0) continue
    const [line] = await db
      .select({ hash: auditEntry.hash })
      .from(auditEntry)
      .where(eq(auditEntry.number, head.number))
    if (line?.hash === head.hash) continue
    // its way and this one parted at the first restoring after it; what is deleted again there is written just before
    const parting = restored.find(({ at }) => at >= madeAt)
    const first = parting && lines.find(({ at }) => at === parting.at)
    if (!first || head.number < first.number)
      return { broken: `audit, line ${head.number}: the copy ${name} knows another one`, excused }
    excused.push(name)
  }
  return { broken: undefined, excused }
}

/** The newest copy in a folder whose file of this path is as it should be; sealed ones keep their secret. */
export async function goodCopyIn(folder: string, path: string, own?: string): Promise<string | undefined> {
  for (const { name } of copiesIn(folder, new Date(), own)) {
    const copy = join(folder, name)
    if (statSync(copy).isDirectory() && (await wrongWith(copy, path)) === undefined) return join(copy, path)
  }
  return undefined
}
