import { z } from 'zod'

/** What a copy says of itself, beside its files as manifest.json. */
export const copyManifestSchema = z.object({
  format: z.literal('sturvo-copy'),
  version: z.number().int(),
  madeAt: z.iso.datetime(),
  coreVersion: z.string(),
  /** migrations the database has gone through */
  schema: z.number().int(),
  /** whose copy it is: the first line of its audit; left out in copies of before, '' where it had none */
  practice: z.string().optional(),
  /** newest line of the audit when it was made */
  audit: z.object({ number: z.number().int(), hash: z.string() }),
  files: z.array(
    z.object({
      path: z.string().regex(/^(practice\.db|(pictures|recordings)\/[0-9a-f]{64}\.(png|csv\.gz))$/),
      bytes: z.number().int().min(0),
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
    }),
  ),
  /** files that were missing already where the copy was made */
  missing: z.array(z.string()),
})
export type CopyManifest = z.infer<typeof copyManifestSchema>
export const copyVersion = 1
export const manifestName = 'manifest.json'
export const databaseName = 'practice.db'
