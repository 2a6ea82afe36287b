import { z } from 'zod'
import { defaultSettings, readingOf } from '@sturvo/schema'
import { spacingLines } from '@sturvo/words'
import { daysAnswer } from '../plans/daysAnswer'
import { solvedPlan } from '../work/solver'
import { planAnswer } from '../plans/planAnswer'
import { planDays } from '@sturvo/core/days'
import { daysAsked } from '@sturvo/core/reading'
import { readArguments, textOption, UsageError } from './usage'
import { openVisitFile, readJson } from './visitFile'

const previousSchema = z.object({
  phases: z.array(z.object({ drills: z.array(z.object({ id: z.string() })) })),
})
const wishes = ['previous', 'minutes', 'sessions', 'kit'] as const

/**
 * `plan VISIT.json`: the plan of a visit with its reasons, or why there may be none. The same input, the same bytes.
 * @throws UsageError for a file, a field or an option that cannot be
 */
export async function planOfFile(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, wishes, [])
  const [file] = words
  if (file === undefined || words.length > 1) throw new UsageError('Name one visit: plan VISIT.json.')
  const { visit, fields, put } = await openVisitFile(file)
  const minutes = textOption(options, 'minutes')
  const sessions = textOption(options, 'sessions')
  const kit = textOption(options, 'kit')
  const previous = textOption(options, 'previous')
  if (minutes !== undefined) put('answer.planMinutes', Number(minutes), '--minutes')
  if (sessions !== undefined) put('answer.planSessions', Number(sessions), '--sessions')
  if (kit !== undefined)
    put(
      'answer.planKit',
      kit.split(',').filter((item) => item !== ''),
      '--kit',
    )
  const { reading, facts } = readingOf({
    fields,
    person: visit,
    practice: { references: {}, settings: { ...defaultSettings, ...visit.settings }, trialUses: {} },
    startedOn: visit.startedOn,
    inForce: previous === undefined ? undefined : await drillsOf(previous),
  })
  const { block } = reading.cautions
  const solved = await solvedPlan(reading.planInput)
  const asked = daysAsked({ reading, plan: solved?.plan, facts, visitOn: visit.startedOn.slice(0, 10) })
  return JSON.stringify(
    {
      blocked: block !== undefined,
      openQuestions: block?.openQuestions ?? [],
      ageUnknown: block?.isAgeUnknown ?? false,
      stops: block?.stops ?? [],
      cautions: reading.cautions.cautions.map((c) => ({ id: c.id, level: c.level, effects: c.effects })),
      ...(solved
        ? planAnswer(solved.plan, reading.planInput!.sessionsPerWeek)
        : { phases: [], leftOut: [], relax: [] }),
      ...(asked ? { days: daysAnswer(asked, planDays(asked)) } : {}),
      spacing: { ...reading.spacing, words: spacingLines(reading.spacing).join(' ') },
      ...(reading.transition ? { transition: reading.transition } : {}),
    },
    null,
    2,
  )
}

/** The drills of an earlier plan, as this command printed it. */
async function drillsOf(file: string): Promise<string[]> {
  const plan = previousSchema.safeParse(await readJson(file))
  if (!plan.success) throw new UsageError(`${file} is no plan: print one with "plan VISIT.json".`)
  return [...new Set(plan.data.phases.flatMap((phase) => phase.drills.map((drill) => drill.id)))]
}
