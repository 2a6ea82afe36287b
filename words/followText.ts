import type { CautionId } from '@sturvo/core/cautions'
import type { Channel, Evidence, FollowAction, Lane, SelfTestId, StopSign } from '@sturvo/core/followup'
import type { Capacity } from '@sturvo/core/training'
import { cautionText } from './cautionText'
import { dayAsRead } from './dayText'
import { num } from './rich'

/** What is proposed, as a practitioner reads it. */
export const followActionText: Record<FollowAction, string> = {
  stop: 'Stop: see the client',
  backOff: 'Back off',
  restart: 'Begin again lower',
  hold: 'Hold',
  advance: 'Go on',
}
/** What taking a proposal does. @param share part of everything that is done at first */
export function followTakeText(action: Exclude<FollowAction, 'stop'>, share: number): string {
  switch (action) {
    case 'backOff':
      return `Do ${num(share * 100, 0)} % for a week, in the easier form, then come back step by step`
    case 'restart':
      return `Begin again at ${num(share * 100, 0)} %, then come back step by step`
    case 'hold':
      return 'Do this week once more'
    case 'advance':
      return 'Go on as planned'
  }
}

export const laneNameText: Record<Lane, string> = {
  train: 'training',
  spacers: 'spacers',
  shoes: 'new shoes',
}
export const channelText: Record<Channel, string> = {
  pain: 'worst pain',
  morning: 'soreness next morning',
  firstSteps: 'first steps in the morning',
}

/** Tests of the client's own as a practitioner reads them, with the unit they are written in. */
export const selfTestText: Record<SelfTestId, { name: string; unit: string }> = {
  kneeToWall: { name: 'Knee to the wall', unit: 'mm' },
  singleLegOpen: { name: 'On one leg, eyes open', unit: 's' },
  heelRaises: { name: 'Heel raises on one leg', unit: 'times' },
  toeGap: { name: 'Gap beside the big toe', unit: 'coins' },
}

/** Stop signs as a practitioner reads them. */
export const stopSignText: Record<StopSign, string> = {
  boneTender: 'a sore point on a bone',
  restPain: 'pain at night or at rest',
  forefootSwelling: 'swelling on the forefoot',
  hopPain: 'pain when hopping',
  numb: 'numbness',
  colourChange: 'a change of colour',
  fever: 'fever',
  calfSwelling: 'a swollen, sore calf',
  brokenSkin: 'broken skin',
  lostPushOff: 'a pop, or no push-off',
}
/** What each capacity is good for, in one line for the client. */
export const clientWhyText: Record<Capacity, string> = {
  arch: 'So that your arch holds itself up.',
  toeSpread: 'So that your toes find room beside each other.',
  bigToeControl: 'So that your big toe presses where you need it.',
  bigToeExtension: 'So that your big toe bends when you push off.',
  toeDexterity: 'So that you can move your toes one by one.',
  toeGrip: 'So that your toes hold the ground.',
  ankleBend: 'So that your knee can travel over your toes.',
  shinLift: 'So that your foot lifts clear of the ground.',
  outerAnkle: 'So that your ankle does not tip outwards.',
  insideAnkle: 'So that your ankle does not sink inwards.',
  calf: 'So that your calf carries you with every step.',
  yield: 'So that your foot gives way softly when you land.',
  delay: 'So that your foot holds a moment longer in each step.',
  balance: 'So that you stand still on one leg.',
  hipKnee: 'So that hip and knee keep the foot in line.',
  comfort: 'So that the sore places calm down.',
  bounce: 'So that your foot springs back.',
}

/** Said once on the client's page when a new version came. */
export function followChangeText(action: string): string {
  switch (action) {
    case 'backOff':
      return 'Your practitioner has made the next days lighter. Do less for now; it comes back step by step.'
    case 'restart':
      return 'You begin again with a little less. That is usual after a break.'
    case 'hold':
      return 'You do this week once more before you go on.'
    case 'anew':
      return 'After so long a break your practitioner makes a new plan with you first. Until then there is nothing to do.'
    case 'back':
      return 'Your practitioner has gone back to an earlier plan of yours.'
    default:
      return 'Your practitioner has looked at your plan and changed it.'
  }
}

const points = (value: number | undefined) => num(value ?? 0, Number.isInteger(value) ? 0 : 1)
const above = ({ value, level, channel }: Evidence) =>
  `${channel ? channelText[channel] : 'pain'} ${points(value)}${level === undefined ? '' : `, usually ${points(level)}`}`
const onDays = ({ days }: Evidence) => (days ?? []).map(dayAsRead).join(', ')

const ruleTexts: Record<string, (e: Evidence) => string> = {
  stopSign: (e) => `${(e.signs ?? []).map((s) => stopSignText[s]).join(', ')} on ${onDays(e)}`,
  painFlare: (e) => `${above(e)}: a flare on ${onDays(e)}`,
  painTwice: (e) => `${above(e)}: more than ${points(e.limit)} above on ${onDays(e)}`,
  painLately: (e) => `${above(e)}: clearly more on the mean of the last days`,
  painDays: (e) => `${above(e)}: on three of four days`,
  morningWorse: (e) => `${above(e)}: clearly worse on ${onDays(e)}`,
  missedLong: (e) => `nothing done for ${points(e.value)} days: the plan has to be made anew`,
  missedWeek: (e) => `nothing done for ${points(e.value)} days`,
  painSome: (e) => `${above(e)} this week`,
  painClimbs: (e) =>
    `${e.channel ? channelText[e.channel] : 'pain'} climbs slowly: about ${points(e.value)} more each week for ${points(e.limit)} weeks, from ${points(e.level)}`,
  painSteady: (e) =>
    `${e.channel ? channelText[e.channel] : 'pain'} ${points(e.value)} on the mean of this week, no more than usual: at ${points(e.limit)} or less it goes on`,
  tooHard: (e) => `no two more in reserve on ${e.days?.length ?? 0} days`,
  silent: (e) => `no word for ${points(e.value)} days`,
  littleKnown: (e) => `${points(e.value)} days written down this week, ${points(e.limit)} are needed`,
  notSettled: (e) => `only ${points(e.value)} mornings written down: nobody knows whether it settles`,
  calm: (e) => `calm week, worst pain ${points(e.value)}`,
  overSpacers: (e) => `spacers ${points(e.value)} min this week, ${points(e.level)} planned`,
  painOften: (e) =>
    `above ${points(e.limit)} on ${e.days?.length ?? 0} of the last 7 days, up to ${points(e.value)}`,
  painRefer: (e) =>
    `above ${points(e.limit)} on ${e.days?.length ?? 0} of the last 14 days, up to ${points(e.value)}: somebody who treats it should see this foot`,
  relapse: (e) => `${above(e)}: worse again than in the best week`,
  farOverSpacers: (e) =>
    `spacers ${points(e.value)} min this week, ${points(e.level)} planned: far over, so nothing goes on`,
  farOverShoes: (e) =>
    `new shoes ${points(e.value)} min this week, ${points(e.level)} planned: far over, so nothing goes on`,
  overShoes: (e) => `new shoes ${points(e.value)} min this week, ${points(e.level)} planned`,
  cramp: (e) => `cramp on ${e.days?.length ?? 0} days: usual at first, lighter and longer rests help`,
  oneSided: (e) => `pain on the ${e.side} side alone: both sides are cared for all the same`,
  painMoves: () => 'the pain has moved to another place: look for a way round',
}

/** Why a rule fired, as a practitioner reads it. */
export function followWhyText({ rule, evidence }: { rule: string; evidence: Evidence }): string {
  return ruleTexts[rule]?.(evidence) ?? rule
}
export const followRuleIds = Object.keys(ruleTexts)

/** What a rule is about, in a few words, where its evidence is not at hand any more. */
const ruleNames: Readonly<Record<string, string>> = {
  stopSign: 'a stop sign',
  painFlare: 'a day far above the usual pain',
  painTwice: 'pain clearly above the usual on two days',
  painLately: 'clearly more pain over the last days',
  painDays: 'more pain on three of four days',
  morningWorse: 'clearly worse the next morning, twice',
  missedLong: 'more than three weeks missed',
  missedWeek: 'more than a week missed',
  painSome: 'pain a little above the usual',
  painClimbs: 'a slow climb of pain',
  painSteady: 'steady pain',
  tooHard: 'no two more in reserve',
  silent: 'nothing written',
  littleKnown: 'too few days written',
  notSettled: 'pain not settled by the next morning',
  calm: 'a calm week',
  cramp: 'cramps',
  oneSided: 'pain on one side',
  painMoves: 'pain in another place',
  overSpacers: 'more spacer minutes than planned',
  painOften: 'pain on most days of the week',
  painRefer: 'pain on most days for two weeks',
  relapse: 'worse again than in the best week',
  farOverSpacers: 'far more spacer minutes than planned',
  farOverShoes: 'far more minutes in new shoes than planned',
  overShoes: 'more minutes in new shoes than planned',
}
export const followRuleName = (rule: string): string => ruleNames[rule] ?? rule

/** A message to the client, to copy; it names no finding. */
export function followMessageText(action: FollowAction, practice: string): string {
  switch (action) {
    case 'stop':
      return `Hello, this is ${practice}. You wrote something on your page that we should look at before you go on. Please pause your exercises and call us.`
    case 'backOff':
      return `Hello, this is ${practice}. It hurt a bit more these days, so your plan is lighter for a week. Open your page to see it.`
    case 'restart':
      return `Hello, this is ${practice}. After the break you begin again with a little less. Open your page to see it.`
    case 'hold':
      return `Hello, this is ${practice}. How are your feet? Please write a few days on your page; until then this week is done once more.`
    case 'advance':
      return `Hello, this is ${practice}. It is going well: go on as your page says.`
  }
}

/** What was tried so far, for whoever sees the foot next. */
export function triedText(
  { number, madeOn, drills }: { number: number; madeOn: string; drills: readonly string[] },
  notes: number,
): string {
  const kept = notes === 0 ? 'nothing written down about it' : `${notes} notes of the client’s own about it`
  return `plan version ${number} of ${dayAsRead(madeOn)}: ${new Set(drills).size} exercises; ${kept}`
}

/** Where the client's page holds the plan by itself, and why. */
export function pageHoldsText({
  week,
  behind,
  share,
  why,
}: {
  week: number
  behind: number
  share: number
  why: 'silence' | 'pain' | 'stepBack'
}): string {
  const at = behind > 0 ? `stays at week ${week}, ${behind} behind the calendar` : `is at week ${week}`
  const because = {
    silence: 'too few days were written down to go on',
    pain: 'there was more pain than it goes on with',
    stepBack: `clearly more pain, so ${num(share * 100, 0)} % and the easier form`,
  }[why]
  return `The client’s page ${at}: ${because}. What is decided here begins from there.`
}

/** Words for a text message with the link. */
export function linkMessageText(practice: string, address: string, until: string): string {
  return `Your plan from ${practice}: ${address} It works until ${dayAsRead(until)}. Keep this link to yourself.`
}

/** A stop that is in force, with where and since when it was told. */
export function stopInForceText({
  what,
  toldAt,
  since,
}: {
  what: string
  toldAt: 'visit' | 'log' | 'yearOfBirth'
  since: string
}): string {
  const isSign = (id: string): id is StopSign => id in stopSignText
  const isCaution = (id: string): id is CautionId => id in cautionText
  const told = isCaution(what) ? cautionText[what].name : isSign(what) ? stopSignText[what] : what
  const name = told.charAt(0).toUpperCase() + told.slice(1)
  switch (toldAt) {
    case 'visit':
      return `${name}, told at a visit on ${dayAsRead(since)}.`
    case 'log':
      return `${name}, written in the log on ${dayAsRead(since)}.`
    case 'yearOfBirth':
      return `${name}: from the year of birth.`
  }
}
