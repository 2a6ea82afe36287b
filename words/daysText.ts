import type { AbsenceKind, Check, Conflict, DayWish, Lane, LetGo, PlannedDay } from '@sturvo/core/days'
import type { GateId, Tissue } from '@sturvo/core/training'
import { behindGateText } from './planText'
import { num } from './rich'
import { orthosisKindText } from './supportText'

export const weekdayText = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const
export const weekdayShort = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

export const tissueText: Record<Tissue, string> = {
  forefootBone: 'forefoot bones',
  plantarFascia: 'sole of the foot',
  calfAchilles: 'calf and its tendon',
  archMuscle: 'arch muscles',
}

export const laneText: Record<Lane | 'checks', string> = {
  train: 'train',
  spacers: 'spacers',
  shoes: 'shoes',
  checks: 'checks',
}
export const dayWishText: Record<DayWish, string> = { free: 'any time', short: 'short day', rest: 'rest day' }
export const absenceText: Record<AbsenceKind, string> = {
  travel: 'journey, no kit',
  holiday: 'holiday, no drills',
  ill: 'ill, nothing',
}
export const dayStateText: Record<PlannedDay['wish'], string> = { ...dayWishText, ...absenceText }

/** What is looked at again, for the practitioner. */
export function checkText(check: Check): string {
  switch (check.kind) {
    case 'firstCheck':
      return 'first look'
    case 'judge':
      return 're-test and judge'
    case 'gate':
      return `gate: ${behindGateText[check.about as GateId].toLowerCase()}`
    case 'gaps':
      return 'measure toe gaps'
    case 'fade':
      return `${orthosisName(check.about)}: ${num(check.amount ?? 0, 0)} h a day at the earliest, if the foot holds`
    case 'shoes':
      return 'look at the shoes again'
    case 'end':
      return 'plan anew'
  }
}

/** For the client's calendar and page, which others see: never what was found, nor a diagnosis. */
export function clientCheckText(check: Check): string {
  switch (check.kind) {
    case 'firstCheck':
      return 'First look together'
    case 'judge':
      return 'Measure again together'
    case 'gate':
      return 'Small test: is the next step open?'
    case 'gaps':
      return 'Measure again together'
    case 'fade':
      return 'Ask before you change wearing hours'
    case 'shoes':
      return 'Bring your shoes'
    case 'end':
      return 'New plan together'
  }
}

function orthosisName(kind: string | undefined): string {
  return kind !== undefined && Object.hasOwn(orthosisKindText, kind)
    ? orthosisKindText[kind as keyof typeof orthosisKindText]
    : 'insole'
}

/** What a week cannot have, and what was planned instead. */
export function conflictText(conflict: Conflict): string {
  const { week, what, wanted, given, move } = conflict
  switch (what) {
    case 'sessions':
      return `Week ${week}: ${given} of ${wanted} sessions fit between the days that are closed.`
    case 'heavy':
      return `Week ${week}: heavy drills stand 48 hours apart, so ${given} of ${wanted} sessions have them.`
    case 'move':
      return move?.lane === 'shoes'
        ? `Week ${week}: new shoes cannot be worn on ${weekdayText[move.to]}; first exposures have a day of rest between, so they stay where they were.`
        : `Week ${week}: the session cannot stand on ${weekdayText[move?.to ?? 0]}; it stays where it was.`
  }
}

/** One wish to let go of, as a button. */
export function letGoText(way: LetGo): string {
  switch (way.wish) {
    case 'restDay':
      return `No rest on ${weekdayText[way.day]}`
    case 'absence':
      return 'Without the days away'
    case 'move':
      return `Put ${weekdayText[way.move.to]} back to ${weekdayText[way.move.from]}`
  }
}
