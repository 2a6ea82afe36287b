import { z } from 'zod'
import { pressureJobs, recordingSides, recordingTasks } from '@sturvo/core/pressure'
import { idSchema, numberIn, pointMmSchema, shortTextSchema, sideSchema } from './common'

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

// what an analysis may answer: wider than any body, and finite
const readSchema = numberIn(-1e7, 1e7)
const countSchema = z.number().int().min(0).max(10_000_000)

const landmarksSchema = z.object({
  heelEndMatMm: pointMmSchema,
  toeEndMatMm: pointMmSchema,
  heelMatMm: pointMmSchema,
  m1MatMm: pointMmSchema,
  m5MatMm: pointMmSchema,
})
const swaySchema = z.object({
  meanMm: pointMmSchema,
  pathMm: readSchema,
  meanVelocityMmS: readSchema,
  rmsMlMm: readSchema,
  rmsApMm: readSchema,
  ellipse95Mm2: readSchema,
  usedS: readSchema,
})
const footSchema = z.object({
  loadN: readSchema,
  share: readSchema.optional(),
  cop: swaySchema.optional(),
  tripod: z.object({ h: readSchema, m1: readSchema, m5: readSchema }),
  regionsPct: z.object({ heel: readSchema, midfoot: readSchema, forefoot: readSchema, toes: readSchema }),
  peakKpa: readSchema,
  archIndex: readSchema,
  landmarks: landmarksSchema,
  loss: z.object({ atS: readSchema, depthPct: readSchema.optional(), shiftMm: readSchema }).optional(),
})
const stepSchema = z.object({
  side: sideSchema,
  startS: readSchema,
  stanceS: readSchema,
  copExcursionPct: readSchema.optional(),
  peakMedialAtPct: readSchema.optional(),
  pushOff: z.enum(['bigToe', 'lesserToes']),
  isPartial: z.boolean(),
})
const missingSchema = z.union([
  z.object({
    what: z.literal('sway'),
    side: z.enum(['left', 'right', 'both']),
    usedS: readSchema,
    neededS: readSchema,
  }),
  z.object({ what: z.literal('foot'), side: sideSchema }),
  z.object({ what: z.literal('steps'), side: sideSchema, found: readSchema, needed: readSchema }),
  z.object({ what: z.literal('partialStep'), side: sideSchema, atS: readSchema }),
])

/** What was measured on a recording. */
export const recordingReadingSchema = z.object({
  durationS: readSchema,
  frames: countSchema,
  left: footSchema.optional(),
  right: footSchema.optional(),
  both: swaySchema.optional(),
  steps: z.array(stepSchema).max(400),
  gaps: z.array(z.object({ fromS: readSchema, toS: readSchema })).max(10_000),
  deadCells: z.array(z.object({ row: countSchema, col: countSchema })).max(40_000),
  missing: z.array(missingSchema).max(500),
})
export type RecordingReading = z.infer<typeof recordingReadingSchema>

/** A recording of a visit: the file, what was set by hand, and what was measured on it. */
export const recordingSchema = z.object({
  fileId: idSchema,
  pipeline: z.number().int().min(0).max(1000),
  job: z.enum(pressureJobs),
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
  moments: z.array(z.object({ atS: numberIn(0, 1e6), words: shortTextSchema })).max(40),
  depth: z
    .array(z.object({ atS: readSchema, depthPct: z.number().min(0).max(100) }))
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
