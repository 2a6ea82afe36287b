import {
  dayAfter,
  followUp,
  type FollowAction,
  type LogEntry,
  type PlannedMinutes,
} from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { chanceFrom, type Chance } from '@sturvo/core/synthetic'

/**
 * A made-up study: clients with an overload of which the day is known, and clients without one. How often do the rules
 * ask for a hold or less load before the overload becomes a stop, and how often do they ask in vain? Beside them, in
 * the same run and on the same logs, "look only at the pain of today". The clients are made here, by words of their
 * own; nothing of the rules is in them. Run: npx tsx bench/followStudy.ts [clients] [seed]
 */
const clients = Number(process.argv[2] ?? 2000)
const seed = Number(process.argv[3] ?? 11)
const days = 84
const startsOn = '2026-01-05'
const r = referenceValues()
const dates = Array.from({ length: days }, (_, i) => dayAfter(startsOn, i))

type Client = {
  /** day the overload begins and day it would be a stop; undefined where there is none */
  overload: { from: number; stop: number } | undefined
  log: LogEntry[]
  planned: PlannedMinutes[]
  /** worst pain as it was told at the visit */
  painAtVisit: number
}

const clamped = (pain: number) => Math.max(0, Math.min(10, Math.round(pain)))

/**
 * Pain is the client's usual one, a share of what the tissue has taken, the noise of a person asked for a number, and
 * now and then a bad day that has nothing to do with the plan. The morning follows the evening before.
 */
function madeUpClient(index: number): Client {
  const chance: Chance = chanceFrom(seed * 100_003 + index)
  const usual = chance.between(0, 3)
  const painAtVisit = clamped(usual + chance.between(0, 2))
  const noise = chance.between(0.4, 1)
  const writes = chance.between(0.5, 0.95)
  const badDays = chance.between(0, 0.06)
  const isOverloaded = index % 2 === 0
  const from = chance.integer(21, 50)
  const lasts = Math.max(6, Math.min(days - from - 1, Math.round(18 * Math.exp(chance.normal(0, 0.4)))))
  // one in ten hardly feels it
  const felt = chance.unit() < 0.1 ? chance.between(0.3, 1.5) : chance.between(3, 7)
  const damage = (day: number) =>
    isOverloaded && day > from ? Math.min(1, ((day - from) / lasts) ** 1.3) : 0
  const stop = from + lasts
  const log: LogEntry[] = []
  const planned: PlannedMinutes[] = []
  let yesterday = usual
  for (const [day, date] of dates.entries()) {
    const shoesMin = Math.round(20 * 1.1 ** Math.floor(day / 7))
    planned.push({ date, trainMin: 12, spacersMin: 30, shoesMin })
    const bad = chance.unit() < badDays ? chance.between(1.5, 3.5) : 0
    const pain = usual + felt * damage(day) + chance.normal(0, noise) + bad
    const morning = 0.8 * yesterday + 0.2 * usual + chance.normal(0, noise)
    yesterday = pain
    if (chance.unit() > writes) continue
    log.push({
      id: `entry${String(index).padStart(6, '0')}${String(day).padStart(3, '0')}`,
      day: date,
      at: `${date}T19:00:00Z`,
      training: chance.unit() < 0.9 ? 'done' : 'partly',
      spacersMin: Math.round(30 * chance.between(0.7, 1.1)),
      shoesMin: Math.round(shoesMin * chance.between(0.8, 1.15)),
      pain: clamped(pain),
      morning: clamped(morning),
    })
  }
  return { overload: isOverloaded ? { from, stop } : undefined, log, planned, painAtVisit }
}

/** Rules that ask for care because of something that was written, not because nothing was. */
const ofPain = new Set([
  'painFlare',
  'painTwice',
  'painLately',
  'painDays',
  'painOften',
  'painRefer',
  'relapse',
  'morningWorse',
  'painSome',
  'tooHard',
  'oneSided',
])
type Asked = 'hold' | 'backOff' | undefined

function byRules({ log, planned, painAtVisit }: Client): Asked[] {
  return dates.map((today) => {
    const said = followUp(
      { log: log.filter((e) => e.day <= today), planned, startsOn, today, painAtVisit },
      r,
    )
    const asked = said.fired.filter((f) => ofPain.has(f.rule)).map((f) => f.action)
    const first = (['backOff', 'hold'] as FollowAction[]).find((action) => asked.includes(action))
    return first as Asked
  })
}
/** Nothing but the number of today. */
function byToday({ log }: Client, from: number): Asked[] {
  const pains = new Map(log.map((e) => [e.day, e.pain ?? 0]))
  return dates.map((day) => ((pains.get(day) ?? 0) >= from ? 'hold' : undefined))
}

type Way = {
  name: string
  met: number
  lead: number[]
  less: number
  inVain: number
  inVainLess: number
  byChance: number
}
const way = (name: string): Way => ({
  name,
  met: 0,
  lead: [],
  less: 0,
  inVain: 0,
  inVainLess: 0,
  byChance: 0,
})
const ways = [
  way('rules, pain at the own level not counted'),
  ...[3, 4, 5].map((from) => way(`pain of today ${from} or more`)),
]
let [overloads, quietWeeks, quietClients] = [0, 0, 0]
const began = performance.now()
let lastTold = began
for (let index = 0; index < clients; index++) {
  const client = madeUpClient(index)
  const all = [byRules(client), ...[3, 4, 5].map((from) => byToday(client, from))]
  if (client.overload) overloads++
  else {
    quietClients++
    quietWeeks += days / 7
  }
  // as long and as late in the plan as an overload, in a client without one
  const window = client.overload ?? { from: 35, stop: 53 }
  all.forEach((asked, i) => {
    const found = asked.findIndex((a, day) => a !== undefined && day > window.from && day < window.stop)
    const foundLess = asked.findIndex((a, day) => a === 'backOff' && day > window.from && day < window.stop)
    const one = ways[i]!
    if (!client.overload) {
      // a proposal that stays for some days is one line on Today, and one look
      for (const [day, a] of asked.entries()) {
        if (a !== undefined && asked[day - 1] === undefined) one.inVain++
        if (a === 'backOff' && asked[day - 1] !== 'backOff') one.inVainLess++
      }
      if (found >= 0) one.byChance++
      return
    }
    if (foundLess >= 0) one.less++
    if (found < 0) return
    one.met++
    one.lead.push(window.stop - found)
  })
  if (performance.now() - lastTold > 5000) {
    lastTold = performance.now()
    process.stderr.write(`${index + 1} of ${clients} clients\n`)
  }
}

const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
const pct = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`
console.log(`${clients} clients, ${days} days each, seed ${seed}: ${overloads} with an overload`)
for (const { name, met, lead, less, inVain, inVainLess, byChance } of ways)
  console.log(
    [
      name.padEnd(24),
      `met before a stop ${pct(met, overloads)}`,
      `(less load asked for ${pct(less, overloads)}, ${median(lead)} days before)`,
      `in vain ${((100 * inVain) / quietWeeks).toFixed(1)} times in 100 client weeks`,
      `(less load ${((100 * inVainLess) / quietWeeks).toFixed(1)})`,
      `would have fired by chance in as long a time ${pct(byChance, quietClients)}`,
    ].join(' · '),
  )
console.log(`${((performance.now() - began) / 1000).toFixed(1)} s`)
