import { simulate, simulationAsked } from '@sturvo/core/simulation'
import { defaultSettings, readingOf } from '@sturvo/schema'
import { simulationLabel } from '@sturvo/words'
import { readArguments, textOption, UsageError } from './usage'
import { openVisitFile } from './visitFile'

const wishes = ['pace', 'simulate', 'seed'] as const
const mostClients = 100_000

/**
 * `transition VISIT.json`: the change of shoes week by week, and on asking what several paces do under the same
 * assumptions. The same input and seed, the same bytes.
 * @throws UsageError for a file, a field or an option that cannot be
 */
export async function transitionOfFile(args: readonly string[]): Promise<string> {
  const { words, options } = readArguments(args, wishes, [])
  const [file] = words
  if (file === undefined || words.length > 1) throw new UsageError('Name one visit: transition VISIT.json.')
  const { visit, fields, put } = await openVisitFile(file)
  const pace = textOption(options, 'pace')
  if (pace !== undefined) put('answer.planPace', pace, '--pace')
  const clients = wholeOption(textOption(options, 'simulate'), 'simulate', mostClients)
  const seed = wholeOption(textOption(options, 'seed'), 'seed', 1_000_000) ?? 1
  const { reading, references } = readingOf({
    fields,
    person: visit,
    practice: { references: {}, settings: { ...defaultSettings, ...visit.settings }, trialUses: {} },
    startedOn: visit.startedOn,
  })
  const { block } = reading.cautions
  const state = { blocked: block !== undefined, stops: block?.stops ?? [] }
  const t = reading.transition
  if (!t) return JSON.stringify({ ...state, weeks: [], buy: [] }, null, 2)
  const round = (value: number) => Math.round(value * 1000) / 1000
  return JSON.stringify(
    {
      ...state,
      end: t.to.end,
      startMinutes: t.startMinutes,
      targetMinutes: t.targetMinutes,
      ...(t.reachedWeek !== undefined && { reachedWeek: t.reachedWeek }),
      shortestWeeks: t.shortestWeeks,
      factors: t.factors,
      weeks: t.weeks.map((w) => ({
        week: w.week,
        minutes: w.minutes,
        wearingDays: w.wearingDays,
        minutesPerDay: w.minutesPerDay,
        longestBoutMin: w.longestBoutMin,
        runMinutes: round(w.runMinutes),
        shoe: t.to.sole,
        surface: w.surface,
        activity: w.activity,
        isLighter: w.isLighter,
        dose: Object.fromEntries(Object.entries(w.dose).map(([tissue, dose]) => [tissue, round(dose)])),
        ratio: round(w.ratio),
      })),
      buy: t.buy,
      ...(t.smaller && { smallerTarget: t.smaller }),
      broken: t.broken,
      ...(clients !== undefined &&
        t.weeks.length > 0 && {
          simulation: {
            label: simulationLabel,
            ...simulate(simulationAsked(t, { clients, seed }, references), references),
          },
        }),
    },
    null,
    2,
  )
}

function wholeOption(text: string | undefined, name: string, most: number): number | undefined {
  if (text === undefined) return undefined
  const value = Number(text)
  if (!Number.isInteger(value) || value < 1 || value > most)
    throw new UsageError(`--${name} is a whole number from 1 to ${most.toLocaleString('en')}.`)
  return value
}
