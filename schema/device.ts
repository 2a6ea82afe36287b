import { z } from 'zod'

export const deviceKinds = ['pressureMat', 'scanner', 'camera', 'inclinometer', 'scales'] as const
export type DeviceKind = (typeof deviceKinds)[number]

/** A device as the picker shows it. */
export const deviceSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{2,40}$/),
  name: z.string(),
  kind: z.enum(deviceKinds),
  /** made-up client on a made-up device */
  isMadeUp: z.boolean(),
  link: z.enum(['ready', 'busy', 'off']),
  batteryPct: z.number().min(0).max(100).optional(),
  capabilities: z.object({
    stream: z.boolean(),
    picture: z.boolean(),
    zero: z.boolean(),
    rows: z.number().int(),
    cols: z.number().int(),
    /** distance of the cells; 0 where the values are not cells of a mat */
    pitchMm: z.number(),
    rateHz: z.number(),
    unit: z.enum(['kPa', '°', 'kg', '']),
  }),
})
export type Device = z.infer<typeof deviceSchema>
export const deviceListSchema = z.object({ devices: z.array(deviceSchema) })

/** What a page asks of a stream, as JSON text. */
export const streamRequestSchema = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('start'),
    job: z.string().max(40),
    /** which made-up client stands on a made-up device */
    standIn: z
      .object({
        seed: z.number().int().min(1).max(1_000_000),
        bodyMassKg: z.number().min(10).max(300).optional(),
      })
      .optional(),
    /** where a lost line left off: the run and the last frame that arrived */
    resume: z.object({ run: z.string().max(40), after: z.number().int().min(0) }).optional(),
  }),
  z.object({ do: z.literal('stop') }),
  z.object({ do: z.literal('got'), sequence: z.number().int().min(0) }),
])
export type StreamRequest = z.infer<typeof streamRequestSchema>

/** What a stream says beside its frames, as JSON text. */
export const streamWordSchema = z.discriminatedUnion('say', [
  z.object({ say: z.literal('ready'), device: deviceSchema }),
  z.object({ say: z.literal('started'), run: z.string() }),
  z.object({ say: z.literal('stopped'), sent: z.number().int(), left: z.number().int() }),
  z.object({ say: z.literal('refused'), code: z.string(), message: z.string() }),
])
export type StreamWord = z.infer<typeof streamWordSchema>

const magic = 0x31565453 // "STV1" in the order of the bytes
const headerBytes = 24

/** One moment of a device. sequence counts from 1 without a hole: a hole on arrival is a lost frame. */
export type StreamFrame = {
  sequence: number
  deviceS: number
  rows: number
  cols: number
  values: Float32Array
}

/**
 * A frame as bytes, little-endian: magic u32, sequence u32, device clock f64 (s), rows u16, cols u16, 4 spare, then
 * rows × cols float32 row by row.
 */
export function packFrame(frame: StreamFrame): ArrayBuffer {
  const { sequence, deviceS, rows, cols, values } = frame
  const bytes = new ArrayBuffer(headerBytes + rows * cols * 4)
  const view = new DataView(bytes)
  view.setUint32(0, magic, true)
  view.setUint32(4, sequence, true)
  view.setFloat64(8, deviceS, true)
  view.setUint16(16, rows, true)
  view.setUint16(18, cols, true)
  new Float32Array(bytes, headerBytes).set(values.subarray(0, rows * cols))
  return bytes
}

/** The frame in these bytes, or undefined where they are none: wrong mark, wrong length, a value that is no number. */
export function unpackFrame(bytes: ArrayBuffer): StreamFrame | undefined {
  if (bytes.byteLength < headerBytes) return undefined
  const view = new DataView(bytes)
  if (view.getUint32(0, true) !== magic) return undefined
  const [rows, cols] = [view.getUint16(16, true), view.getUint16(18, true)]
  if (rows * cols === 0 || bytes.byteLength !== headerBytes + rows * cols * 4) return undefined
  const deviceS = view.getFloat64(8, true)
  const values = new Float32Array(bytes, headerBytes)
  if (!Number.isFinite(deviceS) || values.some((v) => !Number.isFinite(v))) return undefined
  return { sequence: view.getUint32(4, true), deviceS, rows, cols, values }
}
