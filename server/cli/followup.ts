import { planDays } from '@sturvo/core/days'
import { replay, type PlannedMinutes } from '@sturvo/core/followup'
import { daysAsked } from '@sturvo/core/reading'
import { worstPainOf, defaultSettings, firstSentence, logFileSchema, readingOf } from '@sturvo/schema'
import { followWhyText } from '@sturvo/words'
import { solvedPlan } from '../work/solver'
import { readArguments, UsageError } from './usage'
import { openVisitFile, readJson } from './visitFile'

/**
 * `followup VISIT.json LOG.json`: what each day would have said, a line a day, from the first day of the plan to the
 * last of the log. The same input, the same bytes.
 * @throws UsageError for a file that cannot be, or a visit that has no plan
 */
export async function followupOfFile(args: readonly string[]): Promise<string> {
  const { words } = readArguments(args, [], [])
  const [visitFile, logFile] = words
  if (visitFile === undefined || logFile === undefined || words.length > 2)
    throw new UsageError('Name a visit and a log: followup VISIT.json LOG.json.')
  const { visit, fields } = await openVisitFile(visitFile)
  const log = logFileSchema.safeParse(await readJson(logFile))
  if (!log.success) {
    throw new UsageError(`${logFile}: ${firstSentence(log.error)}`)
  }
  const { reading, facts, references } = readingOf({
    fields,
    person: visit,
    practice: { references: {}, settings: { ...defaultSettings, ...visit.settings }, trialUses: {} },
    startedOn: visit.startedOn,
    inForce: undefined,
  })
  const solved = await solvedPlan(reading.planInput)
  const asked = daysAsked({ reading, plan: solved?.plan, facts, visitOn: visit.startedOn.slice(0, 10) })
  if (!asked) throw new UsageError(`${visitFile} has no plan: "plan ${visitFile}" says why.`)
  const planned = planDays(asked).weeks.flatMap(({ days }) =>
    days.map(({ date, trainMin, spacersMin, shoes }): PlannedMinutes => ({
      date,
      trainMin,
      spacersMin,
      shoesMin: shoes?.minutes ?? 0,
    })),
  )
  const last = log.data
    .map(({ day }) => day)
    .toSorted()
    .at(-1)
  if (last === undefined) return '[]'
  const painAtVisit = worstPainOf(fields)
  const days = replay(
    { log: log.data, planned, startsOn: asked.startsOn, ...(painAtVisit !== undefined && { painAtVisit }) },
    last,
    references,
  )
  const lines = days.map(({ day, followUp }) =>
    JSON.stringify({
      day,
      action: followUp.action ?? null,
      proposals: followUp.fired.map(({ rule, action, lanes, evidence }) => ({
        rule,
        action: action ?? 'mind',
        why: followWhyText({ rule, evidence }),
        lanes,
        evidence,
      })),
    }),
  )
  return `[\n${lines.join(',\n')}\n]`
}
