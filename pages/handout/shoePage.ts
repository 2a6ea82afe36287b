import type { VisitReading } from '@sturvo/core/reading'
import type { TransitionWeek } from '@sturvo/core/transition'
import type { References } from '@sturvo/core/reference'
import {
  activityText,
  brokenText,
  clientShoeLines,
  dayMinutesText,
  factorsSentence,
  num,
  rungText,
  surfaceText,
  toBuyText,
  toLetGoText,
  tooMuchText,
  transitionSentence,
} from '@sturvo/words'

/** The change of shoes on one page: what is worn in which week, what opens it, what to buy and to let go. */
export type ShoePage = {
  practice: string
  client: string
  on: string
  sentence: string
  because: string | undefined
  /** limits a hand went over */
  broken: string[]
  /** in which shoe the new minutes are walked; undefined where none on the shelf fits */
  shoe: string | undefined
  firstWeek: string | undefined
  weeks: ShoePageWeek[]
  /** what comes after the last week that is shown */
  after: string | undefined
  buy: string[]
  letGo: string[]
  /** what to do with each shoe that is worn */
  verdicts: string[]
  tooMuch: readonly string[]
}
export type ShoePageWeek = {
  week: number
  isLighter: boolean
  days: string
  minutes: string
  longest: string
  runs: string
  where: string
  opens: string
}

/** @returns undefined where no change of shoes is planned, or none may be */
export function shoePageOf(input: {
  reading: VisitReading
  practice: string
  client: string
  on: string
  references: References
}): ShoePage | undefined {
  const { reading, references, ...head } = input
  const { transition } = reading
  if (!transition) return undefined
  // once the target is reached every week is like the one before
  const last = transition.reachedWeek ?? transition.weeks.length
  const weeks = transition.weeks.filter(({ week }) => week <= last)
  const [first] = weeks
  return {
    ...head,
    sentence: transitionSentence(transition),
    because: factorsSentence(transition),
    broken: transition.broken.map(brokenText),
    shoe: reading.newShoe?.reading.shoe.name,
    firstWeek: first && firstWeekOf(first),
    weeks: weeks.map((week) => weekOf(week, references)),
    after:
      transition.reachedWeek !== undefined && transition.weeks.length > last
        ? `From week ${last + 1} on as in week ${last}.`
        : undefined,
    buy: transition.buy.map(toBuyText),
    letGo: transition.letGo.map(toLetGoText),
    verdicts: clientShoeLines(reading),
    tooMuch: tooMuchText,
  }
}

function firstWeekOf({ dayMinutes, isFirst, longestBoutMin, surface, activity }: TransitionWeek): string {
  if (dayMinutes.length === 0) return 'First week: none.'
  const minutes = dayMinutes.map((m) => num(m, 0)).join(', ')
  const rest = isFirst ? ', a day of rest after each' : ''
  return `First week: ${minutes} min on ${dayMinutes.length} days${rest}; at most ${num(longestBoutMin, 0)} min in one go, ${activityText[activity]} on ${surfaceText[surface]}.`
}

function weekOf(w: TransitionWeek, references: References): ShoePageWeek {
  const min = (value: number) => (value > 0 ? `${num(value, 0)} min` : '')
  return {
    week: w.week,
    isLighter: w.isLighter,
    days: w.isMissed ? 'none' : `${w.wearingDays}`,
    minutes: w.minutes > 0 ? dayMinutesText(w) : '',
    longest: w.isMissed ? '' : min(w.longestBoutMin),
    runs: min(w.runMinutes),
    where: w.isMissed ? '' : surfaceText[w.surface],
    opens: w.opens ? rungText(w.opens, references.rungOpensDays) : '',
  }
}
