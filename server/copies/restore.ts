import { existsSync, readdirSync, statSync } from 'node:fs'
import { copyFile, mkdir, open, rename, rm } from 'node:fs/promises'
import { dirname, join, resolve } from 'node:path'
import { addAudit, firstBreak } from '../audit/chain'
import { openDatabase } from '../data/database'
import { FileFault } from '../data/fileFault'
import { lockFile } from '../data/fileLock'
import { troubles } from '../data/troubles'
import { CopyFault } from './copyFault'
import { databaseName, sha256Of } from './manifest'
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
}): Promise<{ kept: string | undefined; madeAt: string | undefined }> {
  const file = resolve(input.file)
  const isThere = existsSync(file) && statSync(file).size > 0
  if (isThere && !input.mayReplace)
    throw new CopyFault(
      `${file} is there already. Nothing was changed: name another file, or say --replace (the one that is there is kept beside it).`,
    )
  const copy = await openCopy(input.from, input.passphrase, file)
  try {
    const madeAt = copy.isReplica ? undefined : (await verifyCopy(copy.folder)).madeAt
    if (copy.isReplica) await tryOpen(copy.folder, file)
    await mkdir(dirname(file), { recursive: true, mode: 0o700 })
    // a practice that is open is nobody's to take away
    const lock = await lockFile(file)
    try {
      const arriving = `${file}.restoring`
      await copyFile(join(copy.folder, databaseName), arriving)
      await synced(arriving)
      await layInFiles(copy, dirname(file))
      const kept = isThere ? await setAside(file, input.now) : undefined
      for (const end of ['-wal', '-shm']) await rm(file + end, { force: true })
      await rename(arriving, file)
      await synced(dirname(file))
      await noteRestored(file, input.now)
      return { kept, madeAt }
    } finally {
      await rm(`${file}.restoring`, { force: true })
      lock.release()
    }
  } finally {
    await copy.close()
  }
}

/** The practice that was there, whole, under a name with the time. */
async function setAside(file: string, now: Date): Promise<string> {
  const aside = `${file}.before-restore-${now.toISOString().replaceAll(/[:.]/g, '-')}`
  try {
    // its log is moved into it, so that one file is all of it
    await (await openDatabase(file)).close()
  } catch (error) {
    // one that is broken is kept as it is, with what lies beside it
    if (!(error instanceof FileFault)) throw error
    for (const end of ['-wal', '-shm']) if (existsSync(file + end)) await rename(file + end, aside + end)
  }
  await rename(file, aside)
  return aside
}

/** Pictures and recordings are named by their content: what is there and whole stays. */
async function layInFiles(copy: OpenedCopy, folder: string): Promise<void> {
  for (const kind of ['pictures', 'recordings']) {
    const from = join(copy.folder, kind)
    if (!existsSync(from)) continue
    const into = join(folder, kind)
    await mkdir(into, { recursive: true, mode: 0o700 })
    for (const name of readdirSync(from)) {
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

async function noteRestored(file: string, now: Date): Promise<void> {
  const database = await openDatabase(file)
  try {
    const entry = { actor: 'program', personId: '', what: 'from a copy', origin: 'command line' }
    await addAudit(database, { ...entry, action: 'restored' }, now)
  } finally {
    await database.close()
  }
}

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
      const { found, counts } = await troubles(database, (path) => existsSync(join(folder, path)))
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
