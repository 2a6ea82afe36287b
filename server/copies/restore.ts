import { existsSync, lstatSync, readdirSync, statSync } from 'node:fs'
import { copyFile, link, mkdir, open, rename, rm } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { firstBreak } from '../audit/chain'
import { openDatabase } from '../data/database'
import { FileFault } from '../data/fileFault'
import { lockFile } from '../data/fileLock'
import { removeFree } from '../privacy/unsharedFiles'
import { sweepRestoring } from '../data/sweep'
import { troubles } from '../data/troubles'
import { CopyFault } from './copyFault'
import { carryOver, type CarriedOver } from './carryOver'
import { sha256Of } from '../data/sha256'
import { databaseName, type CopyManifest } from './manifest'
import { openCopy, type OpenedCopy } from './openCopy'
import { verifyCopy } from './verifyCopy'
import { workFolder } from './workFolder'

/**
 * Puts a copy in the place of a practice. The copy is looked through first, all of it; a practice that is there is only
 * replaced where that was asked for, and then kept under another name.
 * @returns where the former practice lies now, undefined where there was none
 * @throws CopyFault, FileFault in one sentence; the practice is then as it was
 */
export async function restoreCopy(input: {
  from: string
  file: string
  mayReplace: boolean
  passphrase?: string | undefined
  now: Date
}): Promise<{ kept: string | undefined; madeAt: string | undefined; carried: CarriedOver }> {
  const file = resolve(input.file)
  const isThere = existsSync(file) && statSync(file).size > 0
  if (isThere && !input.mayReplace)
    throw new CopyFault(
      `${file} is there already. Nothing was changed: name another file, or say --replace (the one that is there is kept beside it).`,
    )
  const copy = await openCopy(input.from, input.passphrase, file)
  try {
    const manifest = copy.isReplica ? undefined : await verifyCopy(copy.folder)
    if (copy.isReplica) await tryOpen(copy.folder, file)
    await mkdir(dirname(file), { recursive: true, mode: 0o700 })
    // a practice that is open is nobody's to take away
    const lock = await lockFile(file)
    try {
      const arriving = `${file}.restoring`
      await copyFile(join(copy.folder, databaseName), arriving)
      await layInFiles(copy, manifest, dirname(file))
      const { carried, free } = await madeReady(arriving, isThere ? file : undefined, input.now)
      await synced(arriving)
      const kept = isThere ? await keptBeside(file, input.now) : undefined
      for (const end of ['-wal', '-shm']) await rm(file + end, { force: true })
      // one step: killed before it there is the former practice, after it the new one, never none
      await rename(arriving, file)
      await synced(dirname(file))
      await removeFree(file, free)
      return { kept, madeAt: manifest?.madeAt, carried }
    } finally {
      await sweepRestoring(file)
      lock.release()
    }
  } finally {
    await copy.close()
  }
}

/** Opened where nobody else does: brought up to this version, with what the former practice knows better. */
async function madeReady(arriving: string, former: string | undefined, now: Date) {
  const database = await openDatabase(arriving)
  try {
    return await carryOver(database, former, now)
  } finally {
    await database.close()
  }
}

/** The practice that was there, whole, under a second name with the time; under its own it is until it is replaced. */
async function keptBeside(file: string, now: Date): Promise<string> {
  const aside = `${file}.before-restore-${now.toISOString().replaceAll(/[:.]/g, '-')}`
  try {
    // its log is moved into it, so that one file is all of it
    await (await openDatabase(file)).close()
  } catch (error) {
    // one that is broken is kept as it is, with what lies beside it
    if (!(error instanceof FileFault)) throw error
    for (const end of ['-wal', '-shm']) if (existsSync(file + end)) await rename(file + end, aside + end)
  }
  // a disk that has no second names gets a copy
  await link(file, aside).catch(() => copyFile(file, aside))
  return aside
}

/**
 * Pictures and recordings are named by their content: what is there and whole stays. Only what the copy lists is laid
 * in; of a continuous one, what is named by its content.
 */
async function layInFiles(
  copy: OpenedCopy,
  manifest: CopyManifest | undefined,
  folder: string,
): Promise<void> {
  const listed = manifest && new Set(manifest.files.map(({ path }) => path))
  for (const kind of ['pictures', 'recordings']) {
    const from = join(copy.folder, kind)
    if (!existsSync(from)) continue
    const into = join(folder, kind)
    await mkdir(into, { recursive: true, mode: 0o700 })
    for (const name of readdirSync(from)) {
      const isListed = listed ? listed.has(`${kind}/${name}`) : namedByContent.test(name)
      // a link leads somewhere else than into the copy
      if (!isListed || !lstatSync(join(from, name)).isFile()) continue
      const to = join(into, name)
      const isSame =
        existsSync(to) && (await sha256Of(to)).sha256 === (await sha256Of(join(from, name))).sha256
      if (isSame) continue
      await copyFile(join(from, name), `${to}.arriving`)
      await synced(`${to}.arriving`)
      await rename(`${to}.arriving`, to)
    }
    await synced(into)
  }
}
const namedByContent = /^[0-9a-f]{64}\.(png|csv\.gz)$/

async function synced(path: string): Promise<void> {
  const handle = await open(path, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

/**
 * Restores a copy beside everything, opens it as a server would, reads every visit and the whole audit, and takes it
 * away again.
 * @returns what was found, in words @throws CopyFault for what is wrong
 */
export async function tryRestore(from: string, passphrase?: string, near = from): Promise<string> {
  const copy = await openCopy(from, passphrase, near)
  try {
    if (!copy.isReplica) await verifyCopy(copy.folder)
    return await tryOpen(copy.folder, near)
  } finally {
    await copy.close()
  }
}

async function tryOpen(folder: string, near: string): Promise<string> {
  const beside = workFolder(near)
  const file = join(beside, databaseName)
  try {
    await copyFile(join(folder, databaseName), file)
    const database = await openDatabase(file)
    try {
      const { found, counts } = await troubles(database, folder)
      const broken = await firstBreak(database.db)
      if (broken) throw new CopyFault(`Line ${broken.number} of its audit: ${broken.why}.`)
      if (found.length > 0) throw new CopyFault(`${found.length} things in it cannot be read: ${found[0]!}.`)
      return counts
    } finally {
      await database.close()
    }
  } catch (error) {
    if (error instanceof FileFault) throw new CopyFault(error.message)
    throw error
  } finally {
    await rm(beside, { recursive: true, force: true })
  }
}
