import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { moveDurably, writeDurably } from './durableFile'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-durable-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test("a written file is whole, its owner's alone, in a folder made for it, and leaves nothing beside it", async () => {
  const file = join(folder, 'deep', 'er', 'picture.png')
  await writeDurably(file, Buffer.from('all of it'), 'id1')
  expect(readFileSync(file, 'utf8')).toBe('all of it')
  expect(statSync(file).mode & 0o777).toBe(0o600)
  expect(statSync(join(folder, 'deep', 'er')).mode & 0o777).toBe(0o700)
  expect(readdirSync(join(folder, 'deep', 'er'))).toEqual(['picture.png'])
})

test('what was there is replaced at one stroke', async () => {
  const file = join(folder, 'picture.png')
  await writeDurably(file, Buffer.from('old'), 'id1')
  await writeDurably(file, Buffer.from('new'), 'id2')
  expect(readFileSync(file, 'utf8')).toBe('new')
})

test('two at the same moment do not meet: one of them stands, whole', async () => {
  const file = join(folder, 'both.png')
  const texts = ['a'.repeat(100_000), 'b'.repeat(90_000)]
  await Promise.all(texts.map((text, i) => writeDurably(file, Buffer.from(text), `id${i}`)))
  expect(texts).toContain(readFileSync(file, 'utf8'))
})

test('a file that cannot be moved says so and stays', async () => {
  const file = join(folder, 'stays.txt')
  writeFileSync(file, 'here')
  await expect(moveDurably(file, join(folder, 'nowhere', 'x.txt'))).rejects.toThrow()
  expect(existsSync(file)).toBe(true)
})
