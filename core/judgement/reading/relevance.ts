import type { References } from '../../groundwork/reference'
import type { VisitFacts } from './facts'
import type { Found } from './finding'
import { regionOf, type GoalKind, type Region } from '../../plan/story'

type Kind = Found['kind']

/** Which findings a goal is about; a check is about none more than another. */
const goalAbout: Record<GoalKind, readonly Kind[]> = {
  lessPain: ['noReserve', 'archMotion', 'grade', 'tripod', 'shelf'],
  walkLonger: ['noReserve', 'range', 'balance', 'tripod', 'shelf', 'shoe'],
  run: ['archMotion', 'noReserve', 'range', 'heelRaises', 'noRollIn', 'sideDifference'],
  barefoot: ['noReserve', 'toeRoom', 'toesOff', 'balance', 'heelRaises', 'crossArch'],
  thinnerShoes: ['shelf', 'shoe', 'noReserve', 'archMap', 'crossArch'],
  balance: ['balance', 'tripod', 'toesOff', 'sideShare'],
  toeShape: ['hallux', 'fifthToe', 'fan', 'toeRoom', 'toes', 'shoe'],
  check: [],
}

/** Which findings lie where it hurts. */
const regionAbout: Record<Region, readonly Kind[]> = {
  heel: ['range', 'noReserve', 'tripod', 'noRollIn'],
  arch: ['archMotion', 'archPosition', 'archMap', 'noReserve', 'grade', 'print'],
  ball: ['crossArch', 'tripod', 'fan', 'range', 'shoe'],
  toes: ['hallux', 'fifthToe', 'toeRoom', 'toes', 'toesOff', 'fan', 'shoe'],
  ankle: ['range', 'noRollIn', 'grade', 'balance'],
  leg: ['noReserve', 'balance', 'grade', 'heelRaises'],
}

/**
 * How much more a finding matters to this client than to anybody: by goal, by where it hurts and on which side.
 * @returns a factor of at least 1 for the weight
 */
export function relevance(
  finding: Found,
  { goal, marks }: Pick<VisitFacts, 'goal' | 'marks'>,
  references: References,
): number {
  const pains = marks.filter((m) => m.kind === 'pain')
  const isHere = (m: (typeof pains)[number]) => regionAbout[regionOf(m, references)].includes(finding.kind)
  const onSide = 'side' in finding ? pains.filter((m) => m.side === finding.side) : pains
  let factor = 1
  if (goal && goalAbout[goal].includes(finding.kind)) factor *= references.relevanceGoal
  if (pains.some(isHere)) factor *= references.relevanceRegion
  if (onSide.some(isHere) && 'side' in finding) factor *= references.relevanceSide
  return factor
}
