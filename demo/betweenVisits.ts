import dayjs from 'dayjs'
import { dayAfter } from '@sturvo/core/followup'
import { uniforms } from '@sturvo/core/statistics'
import type { KeptDays, LogEntryAnswer } from '@sturvo/schema'
import { decidedPlan, keepEntries, keepPlan, makeLink, visitSources, type Database } from '@sturvo/server'

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

const stories: readonly Story[] = [
  {
    key: 'lio',
    visitId: 'demolioearlier2',
    seed: 1,
    usual: 2,
    kept: 0.85,
    late: {
      0: { words: 'Long tide, feet fine.' },
      2: {
        tests: [
          { test: 'kneeToWall', side: 'left', value: 98 },
          { test: 'kneeToWall', side: 'right', value: 110 },
        ],
      },
    },
  },
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

/** Keeps a plan, makes a link and writes the log of five people up to today. */
export async function logsBetweenVisits(
  database: Database,
  account: { id: string; name: string },
  today: Date,
  only: readonly string[],
): Promise<void> {
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
      personId,
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
        id: `demo${key}log${String(i).padStart(4, '0')}`,
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
