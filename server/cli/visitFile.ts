import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { kitItems } from '@sturvo/core/training'
import { checkChange, firstSentence, settingsSchema, type Fields } from '@sturvo/schema'
import { UsageError } from './usage'

const visitFileSchema = z.object({
  startedOn: z.string().regex(/^\d{4}/, 'startedOn is a day such as 2026-05-04'),
  birthYear: z.number().int().nullable().default(null),
  kit: z.array(z.enum(kitItems)).default([]),
  settings: settingsSchema.partial().default({}),
  fields: z.record(z.string(), z.unknown()),
})

type VisitFile = z.infer<typeof visitFileSchema>

/**
 * A visit as it lies in a file, its fields as the server would keep them, and the way to put an option in their place.
 * @throws UsageError for a file or a field that cannot be
 */
export async function openVisitFile(file: string): Promise<{
  visit: VisitFile
  fields: Fields
  put: (path: string, value: unknown, where: string) => void
}> {
  const visit = await readVisitFile(file)
  const fields: Fields = {}
  const put = (path: string, value: unknown, where: string) => {
    // as the server would keep them: what the door changes, it changes here too
    const checked = checkChange({ path, value })
    if (!checked.ok) throw new UsageError(`${where}: ${checked.problem.message}`)
    if (checked.value !== null) fields[path] = checked.value
  }
  for (const [path, value] of Object.entries(visit.fields)) put(path, value, `${file}, field ${path}`)
  return { visit, fields, put }
}

async function readVisitFile(file: string): Promise<z.infer<typeof visitFileSchema>> {
  const result = visitFileSchema.safeParse(await readJson(file))
  if (!result.success) throw new UsageError(`${file}: ${firstSentence(result.error)}`)
  return result.data
}

export async function readJson(file: string): Promise<unknown> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new UsageError(`The file ${file} cannot be read.`)
  })
  try {
    return JSON.parse(text)
  } catch {
    throw new UsageError(`The file ${file} is not JSON.`)
  }
}
