import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { setPriority } from 'node:os'
import { join, resolve } from 'node:path'
import { carriedText } from '../copies/carryOver'
import { CopyFault } from '../copies/copyFault'
import { copyFaultOf, makeCopy } from '../copies/makeCopy'
import { manifestName } from '../copies/manifest'
import { restoreCopy, tryRestore } from '../copies/restore'
import { sealFile } from '../copies/sealed'
import { workFolder } from '../copies/workFolder'
import { FileFault } from '../data/fileFault'
import { writeZip } from '../files/zip'
import { readArguments, textOption, UsageError, type Options } from './usage'

const lowPriority = 10
const shortestPassphrase = 12

/** `backup TO --db F [--seal --passphrase-stdin]` */
export async function backup(
  args: readonly string[],
  passphraseFrom: () => Promise<string>,
): Promise<string> {
  const { words, options } = readArguments(args, ['db', 'like'], ['seal', 'passphrase-stdin'])
  const [to] = words
  const file = textOption(options, 'db')
  if (to === undefined || words.length > 1 || file === undefined)
    throw new UsageError('Say where to and which practice: backup TO --db FILE.')
  standBack()
  const isSealed = options.seal === true
  const passphrase = await passphraseOf(options, passphraseFrom)
  if (isSealed && passphrase === undefined)
    throw new UsageError('Give the passphrase on standard input with --passphrase-stdin.')
  if (isSealed && passphrase!.length < shortestPassphrase)
    throw new UsageError(`A passphrase has at least ${shortestPassphrase} letters.`)
  return answered(async () => {
    const now = new Date()
    if (!isSealed) return said(to, await makeCopy({ file, to, like: textOption(options, 'like'), now }))
    const beside = workFolder(file)
    try {
      const folder = join(beside, 'copy')
      const manifest = await makeCopy({ file, to: folder, now })
      const zip = join(beside, 'copy.zip')
      const names = [manifestName, ...manifest.files.map(({ path }) => path)]
      await writeZip(
        createWriteStream(zip, { mode: 0o600 }),
        names.map((name) => ({ name, file: join(folder, name) })),
      )
      await sealFile(zip, resolve(to), passphrase!)
      return `${said(to, manifest)} Only the passphrase opens it.`
    } finally {
      await rm(beside, { recursive: true, force: true })
    }
  })
}

const said = (
  to: string,
  { files, missing }: { files: readonly { bytes: number }[]; missing: readonly string[] },
) =>
  `Copied to ${to}: ${files.length} ${files.length === 1 ? 'file' : 'files'}, ${megabytes(files.reduce((sum, { bytes }) => sum + bytes, 0))} MB.${missing.length === 0 ? '' : ` ${missing.length} pictures or recordings are missing or damaged in the practice: look at them with check.`}`
const megabytes = (bytes: number) => (bytes / 1024 / 1024).toFixed(1)

/** `restore FROM --db F [--replace]`, or `restore FROM --trial` */
export async function restore(
  args: readonly string[],
  passphraseFrom: () => Promise<string>,
): Promise<string> {
  const { words, options } = readArguments(args, ['db', 'near'], ['replace', 'trial', 'passphrase-stdin'])
  const [from] = words
  const file = textOption(options, 'db')
  const isTrial = options.trial === true
  if (from === undefined || words.length > 1 || (file === undefined) === !isTrial)
    throw new UsageError('Say what and where to: restore FROM --db FILE, or restore FROM --trial.')
  standBack()
  const passphrase = await passphraseOf(options, passphraseFrom)
  return answered(async () => {
    if (isTrial)
      return `The copy can be restored: ${await tryRestore(from, passphrase, textOption(options, 'near'))}.`
    const mayReplace = options.replace === true
    const { kept, carried } = await restoreCopy({
      from,
      file: file!,
      mayReplace,
      passphrase,
      now: new Date(),
    })
    const did = `${carriedText(carried)}.`
    const ended = `${did.charAt(0).toUpperCase()}${did.slice(1)}`
    return `Restored to ${file}. ${ended}${kept === undefined ? '' : ` The practice that was there is now ${kept}.`}`
  })
}

async function passphraseOf(options: Options, from: () => Promise<string>): Promise<string | undefined> {
  if (options['passphrase-stdin'] !== true) return undefined
  return (await from()).replace(/\r?\n$/, '')
}

async function answered(work: () => Promise<string>): Promise<string> {
  try {
    return await work()
  } catch (error) {
    const known = error instanceof FileFault ? error : copyFaultOf(error)
    if (known instanceof CopyFault || known instanceof FileFault) throw new UsageError(known.message)
    throw error
  }
}

/** Started by a server, it leaves the processor to whoever is being served. */
function standBack(): void {
  if (process.env.STURVO_LOW_PRIORITY !== 'yes') return
  try {
    setPriority(lowPriority)
  } catch {
    // not every system lets a program stand back
  }
}
