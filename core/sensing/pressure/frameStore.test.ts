import fc from 'fast-check'
import { FrameStore, type RecordingMeta } from './index'

const meta: RecordingMeta = { rows: 4, cols: 5, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' }
const frame = fc.array(
  fc.oneof(
    fc.constant(0),
    fc.integer({ min: 1, max: 20_000 }).map((v) => v / 10),
  ),
  {
    minLength: 20,
    maxLength: 20,
  },
)

test('frames come back as they went in, in any order', () => {
  fc.assert(
    fc.property(fc.array(frame, { minLength: 1, maxLength: 30 }), (frames) => {
      const store = new FrameStore(meta)
      frames.forEach((kpa, i) => store.append(i / 100, kpa))
      expect(store.count).toBe(frames.length)
      const into = new Float32Array(20)
      for (let i = frames.length - 1; i >= 0; i--) {
        expect(store.read(i, into)).toBe(i / 100)
        // as near as a float comes
        expect(
          into.filter((v, c) => !(Math.abs(v - frames[i]![c]!) < 5e-5 * Math.max(1, v / 100))),
        ).toHaveLength(0)
      }
    }),
  )
})
test('five minutes of one foot on a large mat stay far below what a page may use', () => {
  const large: RecordingMeta = { ...meta, rows: 64, cols: 64 }
  const store = new FrameStore(large)
  // a quarter of the mat is touched: more than two feet take
  const kpa = Float32Array.from({ length: 4096 }, (_, i) => (i % 64 < 16 ? 50 : 0))
  for (let i = 0; i < 3000; i++) store.append(i / 100, kpa)
  expect((store.bytes * 10) / 1e6).toBeLessThan(100)
})
test('a cell at the limit of the mat does not run over', () => {
  const store = new FrameStore({ ...meta, rows: 1, cols: 1 })
  store.append(0, [2000])
  const into = new Float32Array(1)
  store.read(0, into)
  expect(into[0]).toBe(2000)
})
