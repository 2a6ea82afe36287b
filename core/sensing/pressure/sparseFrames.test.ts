import fc from 'fast-check'
import { SparseFrames, type RecordingMeta } from './index'

const meta: RecordingMeta = { rows: 4, cols: 5, pitchMm: 7, rateHz: 50, side: 'left', task: 'stance' }
const cell = fc.oneof(fc.constant(0), fc.constant(0), fc.float({ min: 0, max: 2000, noNaN: true }))
const frame = fc.array(cell, { minLength: 20, maxLength: 20 }).map((v) => Float32Array.from(v))

test('every frame comes back exactly, in order, however often it is gone through', () => {
  fc.assert(
    fc.property(fc.array(frame, { maxLength: 30 }), (frames) => {
      const kept = new SparseFrames(meta, 1e9)
      frames.forEach((kpa, i) => kept.append(i / 50, kpa))
      for (let round = 0; round < 2; round++) {
        const seen: [number, number[]][] = []
        kept.forEach((tS, kpa, offset) => seen.push([tS, [...kpa.subarray(offset, offset + 20)]]))
        expect(seen).toEqual(frames.map((kpa, i) => [i / 50, [...kpa].map((v) => (v > 0 ? v : 0))]))
      }
      expect([kept.count, kept.isWhole]).toEqual([frames.length, true])
    }),
  )
})

test('frames that fill several blocks stay in order', () => {
  const wide: RecordingMeta = { ...meta, rows: 64, cols: 64 }
  const kept = new SparseFrames(wide, 1e9)
  const full = (n: number) => new Float32Array(4096).fill(n + 1)
  for (let n = 0; n < 300; n++) kept.append(n, full(n))
  let [n, isRight] = [0, true]
  kept.forEach((tS, kpa) => {
    isRight &&= tS === n && kpa[0] === n + 1 && kpa[4095] === n + 1
    n++
  })
  expect([n, isRight]).toEqual([300, true])
})

test('what would take more memory than it may is given up, and says so', () => {
  const kept = new SparseFrames({ ...meta, rows: 64, cols: 64 }, 3 * 4 * (1 << 19))
  for (let n = 0; n < 1000 && kept.isWhole; n++) kept.append(n, new Float32Array(4096).fill(1))
  expect([kept.isWhole, kept.count]).toEqual([false, 0])
})
