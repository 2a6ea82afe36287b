import type { Finding, TestNext } from '@sturvo/core/reading'
import { referenceValues, type ReferenceId, type References } from '@sturvo/core/reference'
import { archFindings } from './findings/arch'
import { clientFindings } from './findings/client'
import { moveFindings } from './findings/move'
import { shoesFindings } from './findings/shoes'
import { toesFindings } from './findings/toes'
import type { FindingWords, WordsByKind } from './findings/wordsByKind'
import { measureText } from './measureText'
import { pct } from './rich'

export type { FindingWords } from './findings/wordsByKind'

const asShipped = referenceValues()

/** What each kind of finding says, family by family; a kind in none of them does not compile. */
const allFindings: WordsByKind<Finding['kind']> = {
  ...archFindings,
  ...toesFindings,
  ...moveFindings,
  ...shoesFindings,
}

/**
 * The sentence a finding makes for the practitioner, its small print, and formula or source.
 * @param shipped reference values in force; left out, the table as it ships
 */
export function findingWords(f: Finding, shipped: References = asShipped): FindingWords {
  // each kind's words take that kind: the record above says so, which the union of all of them cannot
  const words = allFindings[f.kind] as (finding: Finding, values: References) => FindingWords
  return words(f, shipped)
}

/** Reference values behind a finding, to show and to edit. */
export const findingReferences: Partial<Record<Finding['kind'], readonly ReferenceId[]>> = {
  archPosition: ['positionLow', 'positionHigh', 'indicesDisagree'],
  archMotion: ['travelLittle', 'travelMuch', 'rigidityLoose', 'rigidityStiff'],
  archMap: ['positionLow', 'positionHigh', 'travelLittle', 'travelMuch'],
  noReserve: ['reserveNone', 'semNavicular'],
  print: ['archIndexHigh', 'archIndexLow', 'semArchIndex'],
  hallux: ['halluxSlight', 'halluxModerate', 'halluxMarked', 'semHallux'],
  fifthToe: ['fifthToeIn', 'semFifth'],
  fan: ['fanTapered', 'fanWide', 'fanError'],
  toeRoom: ['toeGapGoalMm', 'semToeGap'],
  crossArch: ['ballSpreadMuch'],
  noRollIn: ['eversionLittle', 'semEversion'],
  tripod: ['tripodEven', 'tripodLeaning', 'semTripodShare'],
  range: ['kneeToWallGoal', 'kneeToWallLimited', 'bigToeGoal'],
  balance: ['balanceGoalS'],
  heelRaises: ['heelRaiseGoal'],
  grade: ['gradeBorderline', 'archTolerance', 'heelTolerance'],
  shoe: ['upperStretch'],
  fit: ['upperStretch', 'fitGap', 'fitOutside', 'roomWalkLow'],
  base: ['baseMargin'],
  device: ['sockMm', 'depthTight', 'supportArchMm'],
}

const decidesText: Record<TestNext['decides'], string> = {
  gradeArch: 'decides the grade of the arch',
  gradeHeel: 'decides the grade of the heel',
  gradeToes: 'decides the grade of the toe',
  position: 'where the arch stands',
  motion: 'how the arch moves',
}

export function testNextWords(test: TestNext): { what: string; decides: string } {
  const name = test.measure === 'footprint' ? 'footprint' : measureText[test.measure].name.toLowerCase()
  return {
    what: `${test.side === 'left' ? 'Left' : 'Right'}, ${name}`,
    decides: `${decidesText[test.decides]}, about ${pct(test.gain)} surer`,
  }
}

/** The same finding for the client: no numbers that frighten, nothing that names a disease. */
export function clientWords(f: Finding): string | undefined {
  const words = clientFindings[f.kind] as ((finding: Finding) => string | undefined) | undefined
  return words?.(f)
}
