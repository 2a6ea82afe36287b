import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { checkChange, defaultSettings, readingOf, settingsSchema, type Fields } from '@sturvo/schema'
import { becauseText, leftOutText, spacingText } from '@sturvo/words'
import { kitItems } from '@sturvo/core/training'
import { readArguments, UsageError } from './usage'

const visitFileSchema = z.object({
  startedOn: z.string().regex(/^\d{4}/, 'startedOn is a day such as 2026-05-04'),
  birthYear: z.number().int().nullable().default(null),
  kit: z.array(z.enum(kitItems)).default([]),
  settings: settingsSchema.partial().default({}),
  fields: z.record(z.string(), z.unknown()),
})

/** `plan VISIT.json`: the first plan of a visit, with its reasons. */
export async function planOfFile(args: readonly string[]): Promise<string> {
  const { words } = readArguments(args, [], [])
  const [file] = words
  if (file === undefined || words.length > 1) throw new UsageError('Name one visit: plan VISIT.json.')
  const visit = await readVisitFile(file)
  // as the server would keep them: what the door changes, it changes here too
  const fields: Fields = {}
  for (const [path, value] of Object.entries(visit.fields)) {
    const checked = checkChange({ path, value })
    if (!checked.ok) throw new UsageError(`${file}, field ${path}: ${checked.problem.message}`)
    if (checked.value !== null) fields[path] = checked.value
  }
  const { reading } = readingOf({
    fields,
    person: visit,
    practice: { references: {}, settings: { ...defaultSettings, ...visit.settings }, trialUses: {} },
    startedOn: visit.startedOn,
  })
  return JSON.stringify(
    {
      blocked: reading.cautions.isBlocked,
      cautions: reading.cautions.cautions.map((c) => ({ id: c.id, level: c.level, effects: c.effects })),
      phases: reading.plan?.phases.map((p) => ({
        stage: p.stage,
        weeks: p.weeks,
        minutes: p.minutes,
        picks: p.picks.map((pick) => ({
          id: pick.exercise.id,
          name: pick.exercise.name,
          minutes: pick.minutes,
          because: becauseText(pick.because),
        })),
      })),
      leftOut: reading.plan?.leftOut.map((l) => ({ id: l.exercise.id, because: leftOutText(l.because) })),
      relax: reading.plan?.relax,
      spacing: { ...reading.spacing, words: spacingText(reading.spacing) },
      transition: reading.transition,
    },
    null,
    2,
  )
}

async function readVisitFile(file: string): Promise<z.infer<typeof visitFileSchema>> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new UsageError(`The file ${file} cannot be read.`)
  })
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new UsageError(`The file ${file} is not JSON.`)
  }
  const result = visitFileSchema.safeParse(json)
  if (!result.success)
    throw new UsageError(
      `${file}, ${result.error.issues[0]?.path.join('.') ?? ''}: ${result.error.issues[0]?.message ?? 'cannot be read'}.`,
    )
  return result.data
}
