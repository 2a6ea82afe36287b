import { wearOn, type Transition, type TransitionInput } from '../index'

const growth = { slow: 10, usual: 15, brisk: 20 }
const step = { slow: 5, usual: 10, brisk: 15 }
const runGrowth = { slow: 3, usual: 5, brisk: 7 }
const factorOf = { age: 1.2, bone: 1.5, stiffHigh: 1.3, noReserve: 1.2, grade: 1.3, mass: 1.2, sore: 1.2 }

/**
 * Rules 1 to 7 read off the finished table, written from their words and apart from the planner: neither its limits nor
 * its values are used, but for what nobody wrote down.
 */
export function brokenRules(
  input: TransitionInput,
  plan: Pick<Transition, 'weeks' | 'targetMinutes' | 'shortestWeeks'>,
): string[] {
  const found: string[] = []
  const say = (week: number, what: string) => found.push(`week ${week}: ${what}`)
  const factor = Math.min(
    2.5,
    input.factors.reduce((product, id) => product * factorOf[id], 1),
  )
  const pace = input.isCautious ? 'slow' : input.pace
  const { from } = input
  let minutes: number[] = from.newMinutes > 0 ? [from.newMinutes] : []
  let bouts: number[] = from.newMinutes > 0 ? [from.longestBoutMin] : []
  let runs: number[] = from.newRunMinutes > 0 ? [from.newRunMinutes] : []
  let missed = 0
  let hourWeeks = 0
  let wornOnRungs = 0
  const peak = (values: number[]) => Math.max(0, ...values.slice(-4))
  for (const week of plan.weeks) {
    const { week: n, wearingDays: days } = week
    if (week.dayMinutes.reduce((sum, m) => sum + m, 0) !== week.minutes) say(n, 'days do not add up')
    if (week.dayMinutes.length !== days) say(n, 'days are not those of wear')
    if (input.away.includes(n)) {
      if (week.minutes + week.runMinutes > 0) say(n, 'worn while away')
      missed++
      hourWeeks = 0
      if (missed > 3) {
        ;[minutes, bouts, runs] = [[], [], []]
        wornOnRungs = 0
      }
      continue
    }
    const before = peak(minutes)
    if (minutes.length === 0) {
      const careful = input.factors.length > 0 || input.isCautious
      if (days > 4) say(n, 'first exposures on more than every second day')
      const on = wearOn(week)
      if (on.some((day, i) => i > 0 && day - on[i - 1]! < 2)) say(n, 'first exposures on days in a row')
      if ((week.dayMinutes[0] ?? 0) > (careful ? 5 : 10)) say(n, 'first day over its cap')
      if (week.longestBoutMin > (careful ? 5 : 10)) say(n, 'first bout over its cap')
    } else {
      const allowed = Math.min(15 * 7, Math.max((growth[pace] / 100) * before, (step[pace] / factor) * 7))
      if (week.minutes > before + allowed + 1e-6) say(n, 'grows too fast')
      const longest = Math.max(...bouts.slice(-4))
      const first = input.factors.length > 0 || input.isCautious ? 5 : 10
      if (week.longestBoutMin > (longest > 0 ? Math.max(1.3 * longest, longest + 1) : first) + 1e-6)
        say(n, 'longest bout grows too fast')
    }
    if (missed > 0 && minutes.length > 0 && week.minutes > 0.6 * minutes.at(-1)! + 1e-6)
      say(n, 'begins again too high')
    if (n % 4 === 0 && minutes.length > 0 && missed === 0 && week.minutes > 0.8 * minutes.at(-1)! + 1e-6)
      say(n, 'is not lighter')
    if (week.minutes > input.to.minutes) say(n, 'over the target')
    if (input.to.minutes > from.newMinutes && week.minutes >= input.to.minutes && n < Math.floor(10 * factor))
      say(n, 'reached before the shortest length')
    for (const tissue of ['forefootBone', 'plantarFascia', 'calfAchilles', 'archMuscle'] as const) {
      const room = input.factors.length > 0 ? 0.25 : 0.5
      if (week.minutes > from.newMinutes && week.dose[tissue] > 1 + room + 1e-6) say(n, `dose of ${tissue}`)
      if (week.minutes > from.newMinutes && week.dose[tissue] > week.ceiling[tissue] + 1e-6)
        say(n, `ceiling of ${tissue}`)
    }
    // running
    if (week.runMinutes > 0) {
      if (input.noImpact || from.minutes.run === 0) say(n, 'runs')
      if (runs.length === 0 || (runs.at(-1) === 0 && from.newRunMinutes === 0 && peak(runs) === 0))
        if (hourWeeks < 4) say(n, 'runs before four weeks of an hour a day')
      const grown = ((runGrowth[pace] / 100) * from.minutes.run) / factor
      if (week.runMinutes > peak(runs) + grown + 1e-6) say(n, 'running grows too fast')
    }
    if (week.opens) {
      if (wornOnRungs < 3) say(n, 'opens before three days on the rungs below')
      if (n % 4 !== 0) say(n, 'opens in a week that is not lighter')
      if (missed > 0) say(n, 'opens right after a missed week')
      if (days > 6) say(n, 'no day of rest after a new rung')
      wornOnRungs = 0
    }
    if (input.staysInside && (week.surface === 'paving' || week.surface === 'rough')) say(n, 'goes outside')
    wornOnRungs += days
    missed = 0
    const isHour = days > 0 && week.minutes / days >= 60
    if (isHour || n % 4 !== 0) hourWeeks = isHour ? hourWeeks + 1 : 0
    minutes.push(week.minutes)
    bouts.push(week.longestBoutMin)
    runs.push(week.runMinutes)
  }
  return found
}
