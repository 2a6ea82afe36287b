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
  archMotion: ['travelLittleMm', 'travelMuchMm', 'rigidityLoose', 'rigidityStiff'],
  archMap: ['positionLow', 'positionHigh', 'travelLittleMm', 'travelMuchMm'],
  noReserve: ['reserveNoneMm', 'semNavicularMm'],
  print: ['archIndexHigh', 'archIndexLow', 'semArchIndex'],
  hallux: ['halluxSlightDeg', 'halluxModerateDeg', 'halluxMarkedDeg', 'semHalluxDeg'],
  fifthToe: ['fifthToeInDeg', 'semFifthDeg'],
  fan: ['fanTapered', 'fanWide', 'fanError'],
  toeRoom: ['toeGapGoalMm', 'semToeGapMm'],
  crossArch: ['ballSpreadMuchMm'],
  noRollIn: ['eversionLittleDeg', 'semEversionDeg'],
  tripod: ['tripodEven', 'tripodLeaning', 'semTripodShare'],
  range: ['kneeToWallGoalMm', 'kneeToWallLimitedMm', 'bigToeGoalDeg'],
  balance: ['balanceGoalS'],
  heelRaises: ['heelRaiseGoal'],
  grade: ['gradeBorderline', 'archToleranceMm', 'heelToleranceDeg'],
  shoe: ['upperStretchMm'],
  fit: ['upperStretchMm', 'fitGapMm', 'fitOutsideMm', 'roomWalkLowMm'],
  base: ['baseMarginMm'],
  orthosis: ['sockMm', 'depthTightMm', 'supportArchMm'],
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
