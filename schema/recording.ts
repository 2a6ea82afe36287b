import { z } from 'zod'
import { matJobs, recordingSides, recordingTasks } from '@sturvo/core/pressure'
import { idSchema, pointSchema, shortTextSchema, sideSchema } from './common'

/** Version of the way from frames to measures, kept with each recording so that an old one can be read anew. */
export const recordingPipelineVersion = 1

export const recordingMetaSchema = z.object({
  rows: z.number().int().min(1).max(40_000),
  cols: z.number().int().min(1).max(40_000),
  pitchMm: z.number().positive().max(100),
  rateHz: z.number().positive().max(5000),
  side: z.enum(recordingSides),
  task: z.enum(recordingTasks),
})

const landmarksSchema = z.object({
  heelEndMatMm: pointSchema,
  toeEndMatMm: pointSchema,
  heelMatMm: pointSchema,
  m1MatMm: pointSchema,
  m5MatMm: pointSchema,
})
const swaySchema = z.object({
  meanMm: pointSchema,
  pathMm: z.number(),
  meanVelocityMmS: z.number(),
  rmsMlMm: z.number(),
  rmsApMm: z.number(),
  ellipse95Mm2: z.number(),
  usedS: z.number(),
})
const footSchema = z.object({
  loadN: z.number(),
  share: z.number().optional(),
  cop: swaySchema.optional(),
  tripod: z.object({ h: z.number(), m1: z.number(), m5: z.number() }),
  regionsPct: z.object({ heel: z.number(), midfoot: z.number(), forefoot: z.number(), toes: z.number() }),
  peakKpa: z.number(),
  archIndex: z.number(),
  landmarks: landmarksSchema,
  loss: z.object({ atS: z.number(), depthPct: z.number().optional(), shiftMm: z.number() }).optional(),
})
const stepSchema = z.object({
  side: sideSchema,
  startS: z.number(),
  stanceS: z.number(),
  copExcursionPct: z.number().optional(),
  peakMedialAtPct: z.number().optional(),
  pushOff: z.enum(['bigToe', 'lesserToes']),
  isPartial: z.boolean(),
})
const missingSchema = z.union([
  z.object({
    what: z.literal('sway'),
    side: z.enum(['left', 'right', 'both']),
    usedS: z.number(),
    neededS: z.number(),
  }),
  z.object({ what: z.literal('foot'), side: sideSchema }),
  z.object({ what: z.literal('steps'), side: sideSchema, found: z.number(), needed: z.number() }),
  z.object({ what: z.literal('partialStep'), side: sideSchema, atS: z.number() }),
])

/** What was measured on a recording. */
export const recordingReadingSchema = z.object({
  durationS: z.number(),
  frames: z.number().int(),
  left: footSchema.optional(),
  right: footSchema.optional(),
  both: swaySchema.optional(),
  steps: z.array(stepSchema).max(400),
  gaps: z.array(z.object({ fromS: z.number(), toS: z.number() })).max(10_000),
  deadCells: z.array(z.object({ row: z.number().int(), col: z.number().int() })).max(40_000),
  missing: z.array(missingSchema).max(500),
})
export type RecordingReading = z.infer<typeof recordingReadingSchema>

/** A recording of a visit: the file, what was set by hand, and what was measured on it. */
export const recordingSchema = z.object({
  fileId: idSchema,
  pipeline: z.number().int(),
  job: z.enum(matJobs),
  meta: recordingMetaSchema,
  /** the device's own name, or the name of the file */
  source: shortTextSchema,
  /** recorded on a stand-in, not on a client */
  isMadeUp: z.boolean().optional(),
  takenAt: z.string().datetime(),
  points: z.enum(['heads', 'pads']),
  /** landmarks the practitioner moved */
  landmarks: z
    .object({ left: landmarksSchema.partial().optional(), right: landmarksSchema.partial().optional() })
    .optional(),
  moments: z.array(z.object({ atS: z.number().min(0), words: shortTextSchema })).max(40),
  depth: z
    .array(z.object({ atS: z.number(), depthPct: z.number().min(0).max(100) }))
    .max(400)
    .optional(),
  /** not counted: the client stepped off, or was shown something */
  isLeftOut: z.boolean().optional(),
  reading: recordingReadingSchema,
})
export type RecordingOnMat = z.infer<typeof recordingSchema>

/** What the server answers to an uploaded recording. */
export const recordingFileSchema = z.object({
  id: idSchema,
  meta: recordingMetaSchema,
  frames: z.number().int(),
  bytes: z.number().int(),
  url: z.string(),
})
export type RecordingFile = z.infer<typeof recordingFileSchema>
