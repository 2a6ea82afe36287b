import { z } from 'zod'
import { idSchema } from './common'
import { rolesOfAccounts } from './session'

/**
 * One client or a whole practice as records, each with the id it has for good. A record is what one row keeps; what it
 * holds is checked by the contracts of the fields when it comes in. Lists are in the order of their ids, keys in that of
 * the alphabet, so that the same records give the same bytes.
 */
export const bundleVersion = 1

const stamp = z.string().max(40)
const text = z.string().max(20_000)
const short = z.string().max(300)
const version = z.number().int().min(0)
const side = z.enum(['left', 'right'])
const json = z.unknown()
const gone = stamp.nullable()
const stamps = { created: stamp, changed: stamp }
const ofVisit = { visitId: idSchema, version, ...stamps }

/** Every kind of record with its columns. Passwords, sessions, links and second factors are never in a bundle. */
export const bundleRecordSchemas = {
  /** who wrote something; comes in as a name that cannot sign in */
  account: z.object({ id: idSchema, name: short, role: z.enum(rolesOfAccounts) }),
  person: z.object({
    id: idSchema,
    name: z.string().min(1).max(120),
    pronouns: short,
    birthYear: z.number().int().nullable(),
    work: short,
    phone: short,
    email: short,
    lengthUnit: z.enum(['mm', 'cm', 'in']),
    massUnit: z.enum(['kg', 'lb']),
    kit: json,
    consentOn: z.string().max(10).nullable(),
    consentText: text,
    version,
    ...stamps,
  }),
  visit: z.object({
    id: idSchema,
    personId: idSchema,
    startedOn: z.iso.date(),
    referencesVersion: z.number().int().min(0),
    coreVersion: short,
    version,
    ...stamps,
  }),
  measure: z.object({
    id: idSchema,
    measure: short,
    side,
    trial: z.number().int().min(1).max(99),
    value: z.number().nullable(),
    word: short.nullable(),
    unit: short,
    byAccount: short,
    editId: short,
    supersededBy: idSchema.nullable(),
    ...ofVisit,
  }),
  fieldHistory: z.object({
    id: idSchema,
    visitId: idSchema,
    path: short,
    value: json,
    version,
    byAccount: short,
    editId: short,
    at: stamp,
  }),
  mark: z.object({
    id: short,
    side,
    across: z.number(),
    along: z.number(),
    kind: z.enum(['pain', 'skin', 'scar']),
    details: json,
    deletedOn: gone,
    ...ofVisit,
  }),
  event: z.object({ id: short, value: json, deletedOn: gone, ...ofVisit }),
  photo: z.object({ view: short, side, pictureId: short, value: json, deletedOn: gone, ...ofVisit }),
  shoe: z.object({
    id: short,
    name: short,
    hoursPerWeek: z.number().nullable(),
    stackHeelMm: z.number().nullable(),
    stackForefootMm: z.number().nullable(),
    weightG: z.number().nullable(),
    bendStiffness: z.number().nullable(),
    twistStiffness: z.number().nullable(),
    supportFeatures: z.number().nullable(),
    innerWidthBallMm: z.number().nullable(),
    innerWidthToesMm: z.number().nullable(),
    details: json,
    deletedOn: gone,
    ...ofVisit,
  }),
  device: z.object({ id: short, value: json, deletedOn: gone, ...ofVisit }),
  print: z.object({
    side,
    pictureId: short,
    archIndex: z.number(),
    value: json,
    deletedOn: gone,
    ...ofVisit,
  }),
  answer: z.object({ key: short, value: json, ...ofVisit }),
  dealt: z.object({
    caution: short,
    by: short,
    on: short,
    words: text,
    release: json.default(null),
    deletedOn: gone,
    ...ofVisit,
  }),
  recording: z.object({
    id: short,
    fileId: short,
    job: short,
    takenAt: stamp,
    value: json,
    deletedOn: gone,
    ...ofVisit,
  }),
  recordingFile: z.object({
    id: idSchema,
    visitId: idSchema,
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    rows: z.number().int(),
    cols: z.number().int(),
    frames: z.number().int(),
    bytes: z.number().int(),
    ...stamps,
  }),
  picture: z.object({
    id: idSchema,
    visitId: idSchema,
    hash: z.string().regex(/^[0-9a-f]{64}$/),
    widthPx: z.number().int(),
    heightPx: z.number().int(),
    bytes: z.number().int(),
    ...stamps,
  }),
  plan: z.object({
    id: idSchema,
    personId: idSchema,
    visitId: idSchema,
    number: z.number().int().min(1),
    visitVersion: version,
    coreVersion: short,
    madeOn: z.iso.date(),
    byAccount: idSchema,
    minutesPerSession: z.number(),
    sessionsPerWeek: z.number().int(),
    /** the plan as it was decided, letter by letter */
    document: z.string().max(4_000_000),
    created: stamp,
  }),
  planItem: z.object({
    planId: idSchema,
    phase: z.number().int().min(0).max(50),
    place: z.number().int().min(0).max(200),
    drill: short,
    dose: json,
  }),
  logEntry: z.object({
    personId: idSchema,
    id: short,
    day: z.iso.date(),
    at: stamp,
    value: json,
    byAccount: short.nullable(),
    planId: short.nullable(),
    clockOffMin: z.number(),
    receivedAt: stamp,
  }),
  decision: z.object({
    id: idSchema,
    personId: idSchema,
    day: z.iso.date(),
    kind: short,
    rule: short,
    words: text,
    toDay: short.nullable(),
    planId: short.nullable(),
    byAccount: idSchema,
    created: stamp,
  }),
  followState: z.object({
    personId: idSchema,
    planId: short,
    visitId: short,
    startsOn: short,
    endsOn: short,
    action: short.nullable(),
    fired: json,
    proposal: json,
    stopSince: short.nullable(),
    lastDay: short.nullable(),
    putOffTo: short.nullable(),
    reopenedAt: short.nullable(),
    decidedOn: short.nullable(),
    lastStepOn: short,
    changed: stamp,
  }),
  practice: z.object({
    id: short,
    name: short,
    place: short,
    settings: json,
    references: json,
    trialUses: json,
    drills: json,
    phone: short,
    emergency: short,
    retentionYears: z.number().int().nullable(),
    consentText: text,
    version,
    ...stamps,
  }),
  referenceVersion: z.object({ number: z.number().int().min(1), values: json, byAccount: short, ...stamps }),
  insole: z.object({
    id: idSchema,
    name: short,
    size: short,
    outline: json,
    byAccount: idSchema,
    deletedOn: gone,
    ...stamps,
  }),
  eyeAnswer: z.object({
    id: idSchema,
    accountId: idSchema,
    kind: short,
    level: z.number().int(),
    seed: z.number().int(),
    side,
    error: z.number(),
    derivedKind: short.nullable(),
    derivedError: z.number().nullable(),
    at: stamp,
    ...stamps,
  }),
} as const
export type BundleKind = keyof typeof bundleRecordSchemas
export const bundleKinds = Object.keys(bundleRecordSchemas) as BundleKind[]
export type BundleRecord<K extends BundleKind = BundleKind> = z.infer<(typeof bundleRecordSchemas)[K]>
const mostRecords = 2_000_000

export const bundleSchema = z.object({
  format: z.literal('sturvo-bundle'),
  version: z.number().int(),
  what: z.enum(['client', 'practice']),
  records: z.object(
    Object.fromEntries(
      Object.entries(bundleRecordSchemas).map(([kind, schema]) => [
        kind,
        z.array(schema).max(mostRecords).default([]),
      ]),
    ) as { [K in BundleKind]: z.ZodDefault<z.ZodArray<(typeof bundleRecordSchemas)[K]>> },
  ),
})
export type Bundle = z.infer<typeof bundleSchema>
export type BundleRecords = Bundle['records']
