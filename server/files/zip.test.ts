import { existsSync, mkdtempSync, rmSync, writeFileSync, createWriteStream } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readZip, writeZip } from './zip'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-zip-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const limits = { name: /^[a-z.]+$/, fileBytes: 1e6, allBytes: 1e6, files: 10 }

test('what goes in comes out', async () => {
  const [file, zip] = [join(folder, 'a.bin'), join(folder, 'a.zip')]
  writeFileSync(file, 'bytes')
  await writeZip(createWriteStream(zip), [
    { name: 'a.txt', text: 'words' },
    { name: 'a.bin', file },
  ])
  const found: Record<string, string> = {}
  await readZip(zip, limits, async (name, content) => {
    const parts: Buffer[] = []
    for await (const part of content) parts.push(part as Buffer)
    found[name] = Buffer.concat(parts).toString()
  })
  expect(found).toEqual({ 'a.txt': 'words', 'a.bin': 'bytes' })
})

test('a file that went away while it was packed is a refusal of this zip, and ends nothing else', async () => {
  const gone = join(folder, 'gone.bin')
  expect(existsSync(gone)).toBe(false)
  const packing = writeZip(createWriteStream(join(folder, 'half.zip')), [{ name: 'gone.bin', file: gone }])
  await expect(packing).rejects.toThrow(/ENOENT/)
})
