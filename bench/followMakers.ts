import {
  dayAfter,
  earnedOn,
  followUp,
  holdLimits,
  loggedDays,
  type EarnedSource,
  type LogEntry,
  type PlannedMinutes,
} from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { chanceFrom, type Chance } from '@sturvo/core/synthetic'

/**
 * What the rules between visits say of courses whose truth is known: nobody's pain changes, it climbs, jumps, falls and
 * comes back, with days left out, written twice, or with a clock that is off. The makers are these few lines and share
 * none with the rules. Run: npx tsx bench/followMakers.ts [clients] [seed]
 */
const clients = Number(process.argv[2] ?? 60)
const seed = Number(process.argv[3] ?? 5)
const weeks = 8
const days = 7 * weeks
const startsOn = '2026-01-05'
const r = referenceValues()
const dates = Array.from({ length: days }, (_, i) => dayAfter(startsOn, i))

type Maker = {
  name: string
  /** true pain on a day; the visit told that of day 0 */
  pain: (day: number, usual: number) => number
  usual: [number, number]
  /** the day from which the truth is another one */
  changes?: number
  writes?: number
  isTwice?: boolean
  /** the phone's clock is so many days ahead for a while */
  clockAhead?: number
}
const makers: readonly Maker[] = [
  { name: 'well, 0 of 10', usual: [0, 0], pain: (_, u) => u },
  { name: 'well, 1 of 10', usual: [1, 1], pain: (_, u) => u },
  { name: 'well, 2 of 10 as always', usual: [2, 2], pain: (_, u) => u },
  { name: 'well, 3 of 10 as always', usual: [3, 3], pain: (_, u) => u },
  { name: 'well, 5 of 10 as always', usual: [5, 5], pain: (_, u) => u },
  { name: 'well, half the days', usual: [0, 3], pain: (_, u) => u, writes: 0.5 },
  { name: 'well, every day twice', usual: [0, 3], pain: (_, u) => u, isTwice: true },
  { name: 'well, clock a day ahead', usual: [0, 3], pain: (_, u) => u, clockAhead: 1 },
  { name: 'gets well: 5 to 1', usual: [5, 5], pain: (d, u) => Math.max(1, u - (4 * d) / 28) },
  {
    name: 'climbs by 0.3 a week',
    usual: [0, 2],
    pain: (d, u) => u + (0.3 * Math.max(0, d - 21)) / 7,
    changes: 21,
  },
  {
    name: 'climbs by 1 a week',
    usual: [0, 2],
    pain: (d, u) => u + Math.max(0, d - 21) / 7,
    changes: 21,
  },
  { name: 'jumps by 3', usual: [0, 3], pain: (d, u) => u + (d >= 21 ? 3 : 0), changes: 21 },
  {
    name: 'jumps by 3, half the days',
    usual: [0, 3],
    pain: (d, u) => u + (d >= 21 ? 3 : 0),
    changes: 21,
    writes: 0.5,
  },
  {
    name: 'relapse: 5 to 1 to 5',
    usual: [5, 5],
    pain: (d, u) => (d < 21 ? u - (4 * d) / 21 : d < 35 ? 1 : 5),
    changes: 35,
  },
]

function logOf({ pain, usual, writes = 0.9, isTwice, clockAhead = 0 }: Maker, index: number) {
  const chance: Chance = chanceFrom(seed * 100_003 + index)
  const own = chance.between(usual[0], usual[1] + 1e-9)
  const told = (value: number) => Math.max(0, Math.min(10, Math.round(value)))
  const log: LogEntry[] = []
  const planned: PlannedMinutes[] = dates.map((date) => ({
    date,
    trainMin: 12,
    spacersMin: 30,
    shoesMin: 20,
  }))
  for (const [day, date] of dates.entries()) {
    const noisy = () => told(pain(day, own) + chance.normal(0, 1))
    const isWritten = chance.unit() < writes
    const entry = {
      id: `entry${index}day${day}`,
      day: clockAhead > 0 && day % 10 === 3 ? dayAfter(date, clockAhead) : date,
      at: `${date}T19:00:00Z`,
      training: 'done' as const,
      spacersMin: 30,
      shoesMin: 20,
      pain: noisy(),
      morning: told(0.7 * pain(day, own) + chance.normal(0, 1)),
    }
    if (!isWritten) continue
    log.push(entry)
    if (isTwice) log.push({ ...entry, id: `${entry.id}b`, at: `${date}T20:00:00Z`, pain: entry.pain })
  }
  return { log, planned, painAtVisit: told(own) }
}

const plan: EarnedSource[] = dates.map((date, i) => ({
  date,
  week: Math.floor(i / 7) + 1,
  trainMin: 12,
  parts: [['dome']],
  spacersMin: 30,
  shoesMin: 20,
  shoesMostMin: 20,
}))

const pct = (part: number, whole: number) => `${Math.round((100 * part) / Math.max(1, whole))} %`
console.log(`${clients} clients a line, ${weeks} weeks, noise of one point, seed ${seed}`)
console.log(
  [
    'course',
    'back off, of weeks',
    'may go on, of weeks',
    'phone reaches week',
    'seen in 3 days',
    'backed off in 3 weeks',
    'a climb told, of weeks',
    'climb told or backed off in 3 weeks',
  ].join(' | '),
)
for (const maker of makers) {
  let [back, goOn, counted, reached, soon, later, climbs, seen] = [0, 0, 0, 0, 0, 0, 0, 0]
  for (let index = 0; index < clients; index++) {
    const { log, planned, painAtVisit } = logOf(maker, index)
    const all = dates.map((today) =>
      followUp(
        {
          log: log.filter((entry) => entry.at.slice(0, 10) <= today),
          planned,
          startsOn,
          today,
          painAtVisit,
          lastStepOn: dayAfter(startsOn, -7),
        },
        r,
      ),
    )
    const said = all.map(({ action }) => action)
    const isTold = all.map(({ fired }) => fired.some(({ rule }) => rule === 'painClimbs'))
    // the first week is too little to say anything
    for (let week = 1; week < weeks; week++) {
      const inWeek = said.slice(7 * week, 7 * week + 7)
      counted++
      if (inWeek.includes('backOff')) back++
      if (inWeek.includes('advance')) goOn++
      if (isTold.slice(7 * week, 7 * week + 7).includes(true)) climbs++
    }
    const limits = holdLimits({ from: startsOn, level: painAtVisit, painAtVisit, growth: 0.15 }, r)
    reached += earnedOn(plan, loggedDays(log), dates.at(-1)!, limits)!.week
    if (maker.changes === undefined) continue
    const from = maker.changes
    if (said.slice(from, from + 3).includes('backOff')) soon++
    if (said.slice(from, from + 21).includes('backOff')) later++
    if (said.slice(from, from + 21).some((a, i) => a === 'backOff' || isTold[from + i])) seen++
  }
  const isChanging = maker.changes !== undefined
  console.log(
    [
      maker.name,
      pct(back, counted),
      pct(goOn, counted),
      `${(reached / clients).toFixed(1)} of ${weeks}`,
      isChanging ? pct(soon, clients) : '',
      isChanging ? pct(later, clients) : '',
      pct(climbs, counted),
      isChanging ? pct(seen, clients) : '',
    ].join(' | '),
  )
}
