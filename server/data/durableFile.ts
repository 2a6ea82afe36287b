import { mkdir, open, rename } from 'node:fs/promises'
import { dirname } from 'node:path'

/** Writes a file so that it is whole or not there, also after a power cut: its folder is made safe as well. */
export async function writeDurably(file: string, bytes: Uint8Array, id: string): Promise<void> {
  await mkdir(dirname(file), { recursive: true, mode: 0o700 })
  const temporary = `${file}.${id}.temporary`
  const handle = await open(temporary, 'w', 0o600)
  try {
    await handle.writeFile(bytes)
    await handle.sync()
  } finally {
    await handle.close()
  }
  await moveDurably(temporary, file)
}

/** Gives a finished file its name. The name is only safe once the folder is. */
export async function moveDurably(from: string, to: string): Promise<void> {
  await rename(from, to)
  const folder = await open(dirname(to), 'r')
  try {
    await folder.sync()
  } finally {
    await folder.close()
  }
}
