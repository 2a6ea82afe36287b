import fc from 'fast-check'
import { packFrame, streamRequestSchema, unpackFrame } from './device'

const arbitraryFrame = fc
  .record({ rows: fc.integer({ min: 1, max: 12 }), cols: fc.integer({ min: 1, max: 12 }) })
  .chain(({ rows, cols }) =>
    fc.record({
      sequence: fc.integer({ min: 0, max: 4_000_000_000 }),
      deviceS: fc.double({ min: -10, max: 1e6, noNaN: true }),
      rows: fc.constant(rows),
      cols: fc.constant(cols),
      values: fc.float32Array({
        minLength: rows * cols,
        maxLength: rows * cols,
        noNaN: true,
        noDefaultInfinity: true,
      }),
    }),
  )

test('a frame comes out as it went in', () => {
  fc.assert(
    fc.property(arbitraryFrame, (frame) => {
      const back = unpackFrame(packFrame(frame))!
      expect({ ...back, values: [...back.values] }).toEqual({ ...frame, values: [...frame.values] })
    }),
  )
})
test('what is cut off, too long, of another kind or no number is no frame', () => {
  const whole = packFrame({ sequence: 1, deviceS: 0, rows: 2, cols: 2, values: Float32Array.of(1, 2, 3, 4) })
  expect(unpackFrame(whole.slice(0, 20))).toBeUndefined()
  expect(unpackFrame(whole.slice(0, whole.byteLength - 4))).toBeUndefined()
  const longer = new Uint8Array(whole.byteLength + 4)
  longer.set(new Uint8Array(whole))
  expect(unpackFrame(longer.buffer)).toBeUndefined()
  const other = whole.slice(0)
  new DataView(other).setUint32(0, 7, true)
  expect(unpackFrame(other)).toBeUndefined()
  expect(
    unpackFrame(packFrame({ sequence: 1, deviceS: 0, rows: 1, cols: 1, values: Float32Array.of(NaN) })),
  ).toBeUndefined()
  expect(
    unpackFrame(packFrame({ sequence: 1, deviceS: 0, rows: 0, cols: 0, values: new Float32Array(0) })),
  ).toBeUndefined()
})
test('a page asks for what a device understands, and nothing else', () => {
  expect(streamRequestSchema.safeParse({ do: 'start', job: 'twoFeet', standIn: { seed: 3 } }).success).toBe(
    true,
  )
  expect(streamRequestSchema.safeParse({ do: 'start' }).success).toBe(false)
  expect(streamRequestSchema.safeParse({ do: 'explode' }).success).toBe(false)
  expect(streamRequestSchema.safeParse({ do: 'got', sequence: -1 }).success).toBe(false)
})
