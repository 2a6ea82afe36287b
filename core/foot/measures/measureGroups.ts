import {
  dexterityMeasures,
  gapRestMeasures,
  gapSpreadMeasures,
  measureIds,
  postureMeasures,
  toeActiveWordMeasures,
  toeBendActiveMeasures,
  toeBendMeasures,
  toeBendPassiveMeasures,
  toeMeasures,
  type MeasureId,
} from './measureTable'

/** Measures that are read together or instead of each other: values of two days never stand in one of these. */
const groups: readonly (readonly MeasureId[])[] = [
  [
    'navicularSit',
    'navicularStand',
    'navicularSingle',
    'navicularActive',
    'navicularPassive',
    'archRestWord',
    'archActiveWord',
    'archPassiveWord',
  ],
  ['dorsumSit', 'dorsumStand'],
  ['heelRest', 'heelActive', 'heelPassive', 'heelRestWord', 'heelActiveWord', 'heelPassiveWord'],
  ['halluxAngle', 'halluxActive', 'halluxPassive', 'halluxActiveWord', 'halluxPassiveWord'],
  ['fifthToeAngle', 'fifthActive', 'fifthPassive', 'fifthActiveWord', 'fifthPassiveWord'],
  ...toeMeasures.map((toe, i) => [
    toe,
    toeBendMeasures[i]!,
    toeBendActiveMeasures[i]!,
    toeBendPassiveMeasures[i]!,
    toeActiveWordMeasures[i]!,
  ]),
  ['kneeToWall', 'shinAngle', 'kneeToWallFeel'],
  ['bigToeExtension', 'bigToeStanding'],
  ['scaleHeel', 'scaleInner', 'scaleOuter'],
  ['feltHeel', 'feltInner', 'feltOuter'],
  postureMeasures,
  dexterityMeasures,
  gapRestMeasures,
  gapSpreadMeasures,
  ['squatLostAt', 'squatFirst'],
  ['lungeLostAt', 'lungeFirst'],
  ['eversionContact', 'eversionPeak', 'eversionPeakAt', 'eversionBackAt'],
  ['footLength', 'truncatedLength'],
  ['ballWidth', 'ballWidthSit'],
]
const byMeasure = new Map<MeasureId, readonly MeasureId[]>(measureIds.map((id) => [id, [id]]))
for (const group of groups) for (const id of group) byMeasure.set(id, group)

/** What has to be taken on the same day as a measure, itself among them. */
export function measuredTogether(id: MeasureId): readonly MeasureId[] {
  return byMeasure.get(id)!
}
