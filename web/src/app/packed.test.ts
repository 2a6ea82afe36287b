import jsQR from 'jsqr'
import { uniforms } from '@sturvo/core/statistics'
import { handBackParts, readHandBack } from '@sturvo/core/followup'
import { logFileSchema, type LogEntryAnswer } from '@sturvo/schema'
import { qrPath } from '../parts/qrPath'
import { pack, unpack } from './packed'

const chance = uniforms(5)
const letters = 'abcdefghijklmnopqrstuvwxyz0123456789'
// as different from each other as real ones are: ids by chance, moments of their own
const entry = (n: number): LogEntryAnswer => ({
  id: Array.from({ length: 21 }, () => letters[Math.floor(chance() * letters.length)]).join(''),
  day: `2026-0${n < 30 ? 4 : 5}-${String((n % 30) + 1).padStart(2, '0')}`,
  at: new Date(Date.UTC(2026, 3, 1 + n, 19) + Math.floor(chance() * 3_600_000)).toISOString(),
  training: n % 5 ? 'done' : 'partly',
  spacersMin: 20 + Math.floor(chance() * 15),
  shoesMin: 20 + Math.floor(chance() * 15),
  pain: n % 4,
  morning: 1,
  words: n === 3 ? 'Schön langsam “wieder” 👣 </script>' : '',
})
const twoMonths = Array.from({ length: 60 }, (_, n) => entry(n))

test('a log of two months comes back as it was, packed to a few letters a note', async () => {
  const packed = await pack(twoMonths)
  expect(packed).toMatch(/^d[\w-]+$/)
  expect(packed.length / twoMonths.length).toBeLessThan(85)
  expect(logFileSchema.parse(await unpack(packed))).toEqual(twoMonths)
})

test('a browser that cannot pack hands back all the same', async () => {
  const { CompressionStream: kept } = globalThis
  Object.assign(globalThis, { CompressionStream: undefined })
  const packed = await pack(twoMonths).finally(() => Object.assign(globalThis, { CompressionStream: kept }))
  expect(packed[0]).toBe('p')
  expect(await unpack(packed)).toEqual(twoMonths)
})

test('a text that would unpack to a flood, or to nothing, is refused', async () => {
  await expect(unpack('dAAAA')).rejects.toBeDefined()
  await expect(unpack('p!!')).rejects.toBeDefined()
  const flood = await pack([{ ...entry(1), words: 'a'.repeat(6_000_000) }])
  await expect(unpack(flood)).rejects.toThrow('too long')
})

test('pictures are read back by the eye of the tablet, in any order', async () => {
  const parts = handBackParts('0123456789abcdef', await pack(twoMonths), 360)
  expect(parts.length).toBeGreaterThan(3)
  const seen = parts.toReversed().map((part) => seenBy(qrPath(part)))
  expect(seen.every((text) => text !== undefined)).toBe(true)
  const [log] = readHandBack(seen.join('\n'))
  expect(await unpack(log!.payload!)).toEqual(twoMonths)
})

/** The picture as a camera has it: each square a few dots, with a quiet edge. */
function seenBy({ size, path }: ReturnType<typeof qrPath>): string | undefined {
  const [dots, edge] = [4, 4]
  const width = (size + 2 * edge) * dots
  const data = new Uint8ClampedArray(width * width * 4).fill(255)
  for (const [, x, y] of path.matchAll(/M(\d+) (\d+)h1v1h-1z/g))
    for (let dy = 0; dy < dots; dy++)
      for (let dx = 0; dx < dots; dx++) {
        const at = (((Number(y) + edge) * dots + dy) * width + (Number(x) + edge) * dots + dx) * 4
        data.fill(0, at, at + 3)
      }
  return jsQR(data, width, width)?.data
}
