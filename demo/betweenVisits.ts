import dayjs from 'dayjs'
import { dayAfter } from '@sturvo/core/followup'
import { uniforms } from '@sturvo/core/statistics'
import type { KeptDays, LogEntryAnswer } from '@sturvo/schema'
import {
  decidedPlan,
  clearedFor,
  decideFollow,
  keepEntries,
  keepPlan,
  logAnswerOf,
  makeLink,
  newestPlan,
  visitSources,
  type Database,
} from '@sturvo/server'

/** Weeks of a log as clients write them: who is calm, who has to hold, to back off, to stop. */
type Story = {
  key: string
  visitId: string
  seed: number
  /** worst pain of a usual day, 0 to 10 */
  usual: number
  /** part of the days that is written down */
  kept: number
  /** what the last days bring; day 0 is today, 1 yesterday */
  late: Record<number, Partial<LogEntryAnswer>>
}

const halfYear: Story = {
  key: 'lio',
  visitId: 'demolioearlier2',
  seed: 1,
  usual: 2,
  kept: 0.95,
  late: {
    0: { words: 'Long tide, feet fine.' },
    2: {
      tests: [
        { test: 'kneeToWall', side: 'left', value: 98 },
        { test: 'kneeToWall', side: 'right', value: 110 },
      ],
    },
    33: { tests: triedAtHome(94, 90, 22, 19) },
    68: { tests: triedAtHome(90, 88, 19, 17) },
    110: { tests: triedAtHome(92, 84, 18, 13) },
    140: { tests: triedAtHome(86, 84, 13, 12) },
    // a week of hauling: what makes the plan wait
    118: { pain: 4, firstSteps: 3 },
    119: { pain: 3, words: 'Hauled lines all week.' },
    120: { pain: 3 },
  },
}

const stories: readonly Story[] = [
  {
    key: 'wen',
    visitId: 'demowenvisit1',
    seed: 2,
    usual: 1,
    kept: 1,
    late: { 1: { pain: 3, places: [{ side: 'right', across: 0.3, along: 0.75 }] }, 0: { pain: 3 } },
  },
  {
    key: 'pia',
    visitId: 'demopiavisit1',
    seed: 3,
    usual: 1,
    kept: 1,
    late: {
      1: { pain: 5, morning: 4, words: 'Ran on the tidal wall, forgot the time.', shoesMin: 40 },
      0: { pain: 5, morning: 5, firstSteps: 5 },
    },
  },
  {
    key: 'corin',
    visitId: 'democorinvisit1',
    seed: 4,
    usual: 0,
    kept: 1,
    late: { 0: { stops: ['colourChange'], words: 'Two toes dark after the evening walk.' } },
  },
  { key: 'ketta', visitId: 'demokettavisit1', seed: 5, usual: 1, kept: 0.9, late: { 0: { cramp: true } } },
]

function triedAtHome(
  wallLeft: number,
  wallRight: number,
  legLeft: number,
  legRight: number,
): NonNullable<LogEntryAnswer['tests']> {
  return [
    { test: 'kneeToWall', side: 'left', value: wallLeft },
    { test: 'kneeToWall', side: 'right', value: wallRight },
    { test: 'singleLegOpen', side: 'left', value: legLeft },
    { test: 'singleLegOpen', side: 'right', value: legRight },
  ]
}

type Account = { id: string; name: string }
/** What the story of half a year waits for and misses, in days before today. */
const held = 117
const missed = { from: 62, to: 48 }
const secondPlan = 95

/**
 * Half a year of one client: a plan of the first visit, a week held, a plan of the second visit, a fortnight missed and
 * begun again: four versions, each made by the same rules as in the practice.
 */
async function halfAYear(database: Database, account: Account, today: Date): Promise<void> {
  const personId = `demo${halfYear.key}person`
  const dayAgo = (ago: number) => dayjs(today).subtract(ago, 'day').format('YYYY-MM-DD')
  const at = (ago: number, hour: number) => dayjs(today).subtract(ago, 'day').hour(hour).toDate()
  const keeper = { accountId: account.id, name: account.name }
  const keep = async (visitId: string, version: number) => {
    const sources = await visitSources(database, visitId)
    const decided = await decidedPlan(sources)
    if (!decided?.days) throw new Error(`no plan for ${visitId}`)
    await keepPlan(database, {
      personId,
      wish: {
        id: `demo${halfYear.key}plan${version}`,
        visitId,
        visitVersion: sources.visit.version,
        after: version - 1,
      },
      decided,
      keeper,
      now: dayjs(sources.visit.startedOn).hour(11).toDate(),
    })
  }
  const post = async (entries: LogEntryAnswer[], now: Date) =>
    keepEntries(database, {
      personId,
      post: { entries, sentAt: now.toISOString() },
      sender: { linkId: `demo${halfYear.key}link1` },
      now,
    })
  const write = async (from: number, to: number) => {
    const plan = await newestPlan(database.db, personId)
    const entries = entriesOf(halfYear, plan!.days!, dayAgo(0)).filter(
      ({ day }) => day >= dayAgo(from) && day <= dayAgo(to),
    )
    await post(entries, at(to, 20))
  }
  const take = async (ago: number, wanted: 'hold' | 'restart', words: string) => {
    const now = at(ago, 9)
    const { followUp, planId } = await logAnswerOf(database, personId, now)
    if (!followUp || planId === undefined) throw new Error('no plan in force')
    // whatever weekday the demo is made on: what the rules ask for is taken, never less care than they ask for
    const asked = followUp.action
    const action = asked === 'backOff' || asked === 'restart' ? asked : wanted
    await decideFollow(database, {
      personId,
      decision: {
        kind: 'take',
        id: `demo${halfYear.key}${wanted}1`,
        planId,
        action,
        rule: followUp.fired.find((fired) => fired.action === action)?.rule ?? '',
        setsShare: followUp.setsShare,
        minutes: followUp.minutes,
        words,
      },
      by: keeper,
      now,
    })
  }
  await keep('demolioearlier1', 1)
  await makeLink(database, {
    cleared: await clearedFor(database.db, personId, at(185, 11)),
    wish: { id: `demo${halfYear.key}link1`, until: dayAfter(dayAgo(0), 90) },
    accountId: account.id,
    now: at(185, 11),
  })
  await write(185, held + 1)
  await take(held, 'hold', 'Hauled lines all week: wait with more.')
  await write(held, secondPlan + 1)
  await keep('demolioearlier2', 3)
  await write(secondPlan, missed.from)
  await post(
    [
      {
        id: `demo${halfYear.key}logharvest`,
        day: dayAgo(missed.to),
        at: `${dayAgo(missed.to)}T19:00:00Z`,
        training: 'not',
        spacersMin: 0,
        shoesMin: 0,
        pain: 1,
        words: 'Harvest. No minute for the feet since a fortnight.',
      },
    ],
    at(missed.to, 20),
  )
  await take(missed.to - 1, 'restart', 'Harvest fortnight without a minute for the feet.')
  await write(missed.to - 1, 0)
}

/** Keeps a plan, makes a link and writes the log of five people up to today. */
export async function logsBetweenVisits(
  database: Database,
  account: Account,
  today: Date,
  only: readonly string[],
): Promise<void> {
  if (only.includes(halfYear.key)) await halfAYear(database, account, today)
  for (const story of stories) {
    if (!only.includes(story.key)) continue
    const sources = await visitSources(database, story.visitId)
    const { personId } = sources.visit
    const decided = await decidedPlan(sources)
    if (!decided?.days) throw new Error(`no plan for ${story.key}`)
    const wish = {
      id: `demo${story.key}plan1`,
      visitId: story.visitId,
      visitVersion: sources.visit.version,
      after: 0,
    }
    const on = dayjs(sources.visit.startedOn).hour(11).toDate()
    const keeper = { accountId: account.id, name: account.name }
    await keepPlan(database, { personId, wish, decided, keeper, now: on })
    const until = decided.days.weeks.at(-1)!.days.at(-1)!.date
    const last = dayAfter(dayjs(today).format('YYYY-MM-DD'), 60)
    await makeLink(database, {
      cleared: await clearedFor(database.db, personId, on),
      wish: { id: `demo${story.key}link1`, until: until > last ? until : last },
      accountId: account.id,
      now: on,
    })
    const entries = entriesOf(story, decided.days, dayjs(today).format('YYYY-MM-DD'))
    if (entries.length === 0) continue
    const post = { entries, sentAt: today.toISOString() }
    await keepEntries(database, { personId, post, sender: { linkId: `demo${story.key}link1` }, now: today })
  }
}

function entriesOf(
  { key, seed, usual, kept, late }: Story,
  { weeks }: KeptDays,
  today: string,
): LogEntryAnswer[] {
  const unit = uniforms(seed)
  const pain = () => Math.max(0, Math.round(usual + (unit() - 0.5) * 1.6))
  return weeks
    .flatMap(({ days }) => days)
    .filter((day) => day.date <= today)
    .flatMap((day, i): LogEntryAnswer[] => {
      const ago = dayjs(today).diff(day.date, 'day')
      const isTrained = day.parts.flat().length > 0
      const wrote = unit() < kept
      const entry: LogEntryAnswer = {
        id: `demo${key}log${day.date.replaceAll('-', '')}`,
        day: day.date,
        at: `${day.date}T19:${String(10 + (i % 40)).padStart(2, '0')}:00Z`,
        ...(isTrained && { training: unit() < 0.85 ? 'done' : 'partly', hadTwoMore: unit() < 0.9 }),
        ...(day.spacersMin > 0 && { spacersMin: Math.round(day.spacersMin * (0.7 + 0.4 * unit())) }),
        ...(day.shoesMin > 0 && { shoesMin: Math.round(day.shoesMin * (0.8 + 0.3 * unit())) }),
        pain: pain(),
        firstSteps: pain(),
        morning: pain(),
      }
      return wrote || late[ago] ? [{ ...entry, ...late[ago] }] : []
    })
}
