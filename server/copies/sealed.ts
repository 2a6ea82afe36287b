import { createCipheriv, createDecipheriv, randomBytes, scrypt } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { CopyFault } from './copyFault'

/**
 * A file only a passphrase opens: magic, salt, nonce, the file in AES-256-GCM, its tag. The key is made by scrypt with
 * N = 2^17, r = 8, p = 1 (OWASP's password storage cheat sheet). The tag is checked before anything of it is used.
 */
const magic = Buffer.from('STURVO-SEALED-1\n')
const saltBytes = 16
const nonceBytes = 12
const tagBytes = 16
const headBytes = magic.length + saltBytes + nonceBytes
const cost = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 }

const keyOf = (passphrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(passphrase.normalize('NFKC'), salt, 32, cost, (error, key) =>
      error ? reject(error) : resolve(key),
    ),
  )

export async function isSealed(file: string): Promise<boolean> {
  const handle = await open(file, 'r')
  try {
    const head = Buffer.alloc(magic.length)
    await handle.read(head, 0, magic.length, 0)
    return head.equals(magic)
  } finally {
    await handle.close()
  }
}

/** Seals a file into another one, which has its name only when it is whole. */
export async function sealFile(from: string, to: string, passphrase: string): Promise<void> {
  if (existsSync(to)) throw new CopyFault(`${to} is there already. Nothing was copied: name a new file.`)
  const salt = randomBytes(saltBytes)
  const nonce = randomBytes(nonceBytes)
  const cipher = createCipheriv('aes-256-gcm', await keyOf(passphrase, salt), nonce)
  const making = `${to}.making`
  try {
    const out = createWriteStream(making, { mode: 0o600 })
    out.write(Buffer.concat([magic, salt, nonce]))
    await pipeline(createReadStream(from), cipher, out, { end: true })
    const handle = await open(making, 'a')
    try {
      await handle.write(cipher.getAuthTag())
      await handle.sync()
    } finally {
      await handle.close()
    }
    await rename(making, to)
  } catch (error) {
    await rm(making, { force: true })
    throw error
  }
}

/**
 * Opens a sealed file into another one.
 * @throws CopyFault for a wrong passphrase or a changed file (nobody can tell which); nothing is left of it then
 */
export async function unsealFile(from: string, to: string, passphrase: string): Promise<void> {
  const { size } = await stat(from)
  const wrong = new CopyFault(
    `${from} does not open: the passphrase is another one, or the file is damaged. Nothing was changed.`,
  )
  if (size < headBytes + tagBytes) throw wrong
  const handle = await open(from, 'r')
  const head = Buffer.alloc(headBytes)
  const tag = Buffer.alloc(tagBytes)
  try {
    await handle.read(head, 0, headBytes, 0)
    await handle.read(tag, 0, tagBytes, size - tagBytes)
  } finally {
    await handle.close()
  }
  const salt = head.subarray(magic.length, magic.length + saltBytes)
  const decipher = createDecipheriv(
    'aes-256-gcm',
    await keyOf(passphrase, salt),
    head.subarray(magic.length + saltBytes),
  )
  decipher.setAuthTag(tag)
  try {
    const end = size - tagBytes - 1
    // a file of nothing has no bytes to stream
    const body = createReadStream(from, {
      start: headBytes,
      ...(end >= headBytes ? { end } : { end: headBytes }),
    })
    await pipeline(body, decipher, createWriteStream(to, { mode: 0o600 }))
  } catch {
    await rm(to, { force: true })
    throw wrong
  }
}
