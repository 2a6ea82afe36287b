import { existsSync, statSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { join } from 'node:path'
import { unpackZip, ZipFault } from '../files/zip'
import { CopyFault } from './copyFault'
import { isReplica, restoreReplica } from './replica'
import { isSealed, unsealFile } from './sealed'
import { workFolder } from './workFolder'

const copyLimits = {
  name: /^(manifest\.json|practice\.db|(pictures|recordings)\/[0-9a-f]{64}\.(png|csv\.gz))$/,
  fileBytes: 64 * 1024 ** 3,
  allBytes: 512 * 1024 ** 3,
  files: 5_000_000,
}

/** A copy as a folder to read from; `isReplica` where it is no copy with a manifest but a continuous one. */
export type OpenedCopy = { folder: string; isReplica: boolean; close: () => Promise<void> }

/**
 * Opens a copy wherever it lies: a folder as it is; a zip, sealed or not, unpacked beside everything.
 * @param near a file beside which it is unpacked
 * @throws CopyFault in one sentence
 */
export async function openCopy(
  from: string,
  passphrase: string | undefined,
  near: string,
): Promise<OpenedCopy> {
  if (/^[a-z0-9]+:\/\//i.test(from)) return fromReplica(from, near)
  if (!existsSync(from)) throw new CopyFault(`There is nothing at ${from}. Nothing was changed.`)
  if (statSync(from).isDirectory())
    return isReplica(from)
      ? fromReplica(from, near)
      : { folder: from, isReplica: false, close: () => Promise.resolve() }
  const beside = workFolder(near)
  const close = () => rm(beside, { recursive: true, force: true })
  try {
    let zip = from
    if (await isSealed(from)) {
      if (passphrase === undefined)
        throw new CopyFault(
          `${from} is sealed. Give its passphrase on standard input with --passphrase-stdin.`,
        )
      zip = join(beside, 'copy.zip')
      await unsealFile(from, zip, passphrase)
    }
    const folder = join(beside, 'copy')
    await unpackZip(zip, folder, copyLimits)
    return { folder, isReplica: false, close }
  } catch (error) {
    await close()
    if (error instanceof ZipFault) throw new CopyFault(`${from}: ${error.message}`)
    throw error
  }
}

async function fromReplica(from: string, near: string): Promise<OpenedCopy> {
  const folder = workFolder(near)
  const close = () => rm(folder, { recursive: true, force: true })
  try {
    await restoreReplica(from, folder)
    return { folder, isReplica: true, close }
  } catch (error) {
    await close()
    throw error
  }
}
