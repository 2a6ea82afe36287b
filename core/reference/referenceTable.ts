/** One threshold, reference value or error used anywhere in Sturvo. */
export type ReferenceEntry = {
  value: number
  /** '' for an index */
  unit: string
  /** where it comes from, or "practice default" */
  source: string
  group: string
  /** what it is, as a practitioner reads it */
  label: string
}

const def = 'practice default'

function group<T extends string>(
  name: string,
  rows: Record<T, [value: number, unit: string, source: string, label: string]>,
): Record<T, ReferenceEntry> {
  const out = {} as Record<T, ReferenceEntry>
  for (const id of Object.keys(rows) as T[]) {
    const [value, unit, source, label] = rows[id]
    out[id] = { value, unit, source, label, group: name }
  }
  return out
}

const cavanagh = 'Cavanagh & Rodgers 1987'

/** THE table: nothing else in the code holds a threshold. */
export const referenceTable = {
  ...group('footprint', {
    archIndexHigh: [0.21, '', cavanagh, 'arch index at or below: high arch'],
    archIndexLow: [0.26, '', cavanagh, 'arch index at or above: low arch'],
    archIndexMean: [0.235, '', `${cavanagh}, derived from the quartiles`, 'arch index, mean'],
    archIndexSd: [0.037, '', `${cavanagh}, derived from the quartiles`, 'arch index, spread'],
    chippauxUsualLow: [25, '%', 'Chippaux–Smirak', 'Chippaux–Smirak, usual from'],
    chippauxLow: [45, '%', 'Chippaux–Smirak', 'Chippaux–Smirak at or above: low arch'],
    staheliUsualLow: [0.44, '', 'Staheli 1987', 'Staheli index, usual from'],
    staheliUsualHigh: [0.89, '', 'Staheli 1987', 'Staheli index, usual to'],
    clarkeHigh: [42, '°', 'Clarke', 'footprint angle at or above: high-ish'],
    clarkeUsual: [35, '°', 'Clarke', 'footprint angle, usual from'],
    clarkeLow: [30, '°', 'Clarke', 'footprint angle below: low'],
    fullPrintWidthPct: [
      75,
      '%',
      'spec of the print kinds',
      'middle third wider than this part of the forefoot: full print',
    ],
    printMinAreaMm2: [2500, 'mm²', def, 'smallest patch of contact taken for a foot'],
    printMinContrast: [28, 'grey levels', def, 'least difference between print and paper'],
    printCloseMm: [0.7, 'mm', def, 'gaps up to twice this are closed (skin ridges)'],
    printOpenMm: [0.45, 'mm', def, 'specks up to twice this are dropped'],
    printHoleMm2: [45, 'mm²', def, 'holes up to this are missing ink, not lost contact'],
    printMinLengthMm: [80, 'mm', def, 'shortest print that is measured'],
  }),
  ...group('arch', {
    travelLittle: [4, 'mm on a 250 mm foot', 'Brody 1982', 'travel below: little'],
    travelMuch: [10, 'mm on a 250 mm foot', 'Brody 1982', 'travel above: much'],
    travelFootMm: [250, 'mm', 'Brody 1982', 'foot length that travel is scaled to'],
    reserveNone: [1, 'mm', def, 'reserve below: none left'],
    nnhMean: [0.27, '', def, 'normalised navicular height, mean'],
    nnhSd: [0.03, '', def, 'normalised navicular height, spread'],
    truncatedShare: [
      0.725,
      '',
      def,
      'heel to first joint, as a part of foot length, when it was not measured',
    ],
    positionLow: [-1, 'z', def, 'position at or below: low'],
    positionHigh: [1, 'z', def, 'position at or above: high'],
    zErrorNnh: [0.5, 'z', def, 'error of normalised navicular height'],
    zErrorArchIndex: [0.4, 'z', def, 'error of the arch index'],
    zErrorSeen: [0.8, 'z', def, 'error of the arch as seen'],
    weightNnh: [0.8, '', def, 'weight of normalised navicular height in the position class'],
    weightArchIndex: [0.8, '', def, 'weight of the arch index in the position class'],
    weightSeen: [0.4, '', def, 'weight of the arch as seen in the position class'],
    seenNone: [-1.5, 'z', def, 'no arch seen from the side, standing'],
    seenSome: [-0.5, 'z', def, 'some arch seen from the side, standing'],
    seenClear: [0.5, 'z', def, 'a clear arch seen from the side, standing'],
    seenTall: [1.5, 'z', def, 'a tall arch seen from the side, standing'],
    positionSure: [0.8, '', def, 'position less sure than this: a further look is suggested'],
    indicesDisagree: [1.5, 'z', def, 'two indices further apart than this disagree'],
  }),
  ...group('tripod', {
    targetHeelHalfHeel: [0.5, '', def, 'heel share, target "heel half"'],
    targetHeelHalfInner: [0.25, '', def, 'inner ball share, target "heel half"'],
    equalThird: [1 / 3, '', 'equal thirds', 'each share, target "equal thirds"'],
    tripodEven: [0.08, '', def, 'distance to target up to: even'],
    tripodLeaning: [0.16, '', def, 'distance to target up to: leaning'],
  }),
  ...group('balance and mobility', {
    balanceGoalS: [30, 's', def, 'single-leg goal, eyes open and shut'],
    balanceShortS: [5, 's', def, 'single-leg seconds that count as clearly short'],
    kneeToWallGoal: [125, 'mm', 'Bennell 1998', 'knee-to-wall goal'],
    kneeToWallLimited: [95, 'mm', 'Bennell 1998', 'knee-to-wall below: limited'],
    kneeToWallShort: [60, 'mm', def, 'knee-to-wall that counts as clearly short'],
    kneeToWallSideDifference: [20, 'mm', def, 'knee-to-wall, side difference that counts'],
    supportFromAge: [65, 'years', 'cautions: 65 or more', 'age from which support is at hand'],
    bigToeGoal: [60, '°', def, 'big-toe extension goal'],
    bigToeGoalHigh: [65, '°', def, 'big-toe extension goal, the wider setting'],
    bigToeShort: [40, '°', def, 'big-toe extension that counts as clearly short'],
    bigToeSideDifference: [10, '°', def, 'big-toe extension, side difference that counts'],
    heelRaiseGoal: [25, 'repetitions', 'Lunsford & Perry 1995', 'single-leg heel raises, goal'],
    halluxStraight: [15, '°', 'hallux angle below: straight', 'hallux angle up to: straight'],
    halluxShort: [35, '°', def, 'hallux angle that counts as clearly short of toe spread'],
    heelRaiseShort: [8, 'repetitions', def, 'single-leg heel raises that count as clearly short'],
  }),
  ...group('grade', {
    gradeBorderline: [0.8, '', def, 'best grade less likely than this: borderline'],
    wordCan: [0.9, '', def, '"can" in words: chance that it is within tolerance'],
    wordPartly: [0.15, '', def, '"partly" in words: chance that it is within tolerance'],
    wordCannot: [0.05, '', def, '"cannot" in words: chance that it is within tolerance'],
    archTolerance: [2, 'mm', def, 'arch: tolerance to the target'],
    heelTolerance: [2, '°', def, 'heel angle: tolerance to the target'],
    heelTarget: [4, '°', 'relaxed heel 0 to 6° is usual', 'heel angle: target everted'],
    navicularTargetNnh: [0.27, '', def, 'arch: target as normalised navicular height'],
  }),
  ...group('own error (SEM)', {
    semNavicular: [1.2, 'mm', def, 'navicular height'],
    semArchIndex: [0.012, '', def, 'arch index'],
    semHeelAngle: [1.5, '°', def, 'heel angle'],
    semKneeToWall: [6, 'mm', def, 'knee-to-wall'],
    semBigToe: [3.5, '°', def, 'big-toe extension'],
    semTripodShare: [0.03, '', def, 'tripod share'],
    semTripodFelt: [0.08, '', def, 'tripod share from felt ratings'],
    semSingleLeg: [4, 's', def, 'single-leg seconds'],
    semHeelRaise: [2, 'repetitions', def, 'single-leg heel raises'],
    changeReal: [1.96, '', def, 'change is real beyond this many √2·SEM'],
    changeLikely: [1.28, '', def, 'change is likely beyond this many √2·SEM'],
  }),
  ...group('shoes', {
    tallStack: [20, 'mm', def, 'stack above this with little drop is a tall lever'],
    lowDrop: [4, 'mm', def, 'drop below this counts as low'],
    contactOfOutline: [0.92, '', def, 'width of the print as a part of the standing outline'],
    weightCuts: [50, 'g', 'Esculier et al. 2015', 'step between the weight scores, from 125 g'],
    stackCuts: [6, 'mm', 'Esculier et al. 2015', 'step between the stack scores, from 8 mm'],
    dropCuts: [3, 'mm', 'Esculier et al. 2015', 'step between the drop scores, from 1 mm'],
    weightFirst: [125, 'g', 'Esculier et al. 2015', 'weight below: 5 points'],
    stackFirst: [8, 'mm', 'Esculier et al. 2015', 'stack at the heel below: 5 points'],
    dropFirst: [1, 'mm', 'Esculier et al. 2015', 'drop below: 5 points'],
    toeWidthMargin: [0, 'mm', def, 'toe room below this is narrower than the foot'],
    upperStretch: [2, 'mm', def, 'stretch of the upper allowed'],
  }),
  ...group('training', {
    sessionMinutes: [15, 'min', def, 'session length'],
    sessionMinutesLeast: [5, 'min', def, 'shortest session'],
    sessionMinutesMost: [60, 'min', def, 'longest session'],
    sessionsPerWeek: [5, 'a week', def, 'sessions a week'],
    sameCapacityMost: [2, 'drills', def, 'drills with the same main capacity in a session'],
    newDrillsPerWeek: [3, 'drills', def, 'new drills a week'],
    changeoverS: [10, 's', def, 'changeover between sets and sides'],
    archIndexShort: [0.29, '', def, 'arch index that counts as clearly short of arch'],
    travelFine: [6, 'mm on a 250 mm foot', def, 'travel up to: nothing missing'],
    gradeFine: [0, 'grade', def, 'grade at which nothing is missing'],
    gradeShort: [2, 'grade', def, 'grade that counts as clearly short'],
    tripodFine: [0.03, '', def, 'share missing under the big-toe ball that is fine'],
    worthTraining: [0.15, '', def, 'deficit above which a capacity is trained'],
    wakeWeeks: [3, 'weeks', def, 'phase wake'],
    buildWeeks: [5, 'weeks', def, 'phase build'],
    joinWeeks: [5, 'weeks', def, 'phase join up'],
    loadWeeks: [4, 'weeks', def, 'phase load'],
    bounceTwoLegged: [20, 'repetitions', def, 'two-legged heel raises before bounce'],
    bounceOneLegged: [10, 'repetitions', def, 'one-legged heel raises before bounce'],
    deficitSymmetry: [0.5, '', def, 'weight of a side difference, where symmetry is the aim'],
    bouncePain: [2, 'of 10', def, 'pain at most, before bounce'],
  }),
  ...group('spacing', {
    spacingStraightMin: [10, 'min', def, 'start minutes, straight toes'],
    spacingSoftMin: [5, 'min', def, 'start minutes, toes bent but soft'],
    spacingGrowMin: [5, 'min', def, 'growth each step'],
    spacingGrowDays: [3, 'days', def, 'wearing days between steps'],
    spacingCeilingMin: [120, 'min', def, 'most minutes a day in this plan'],
    spacingHalluxFrom: [15, '°', def, 'big-toe lean from which spacers are offered'],
  }),
  ...group('transition', {
    growthSlowPct: [10, '% a week', def, 'growth of new-shoe minutes, slow'],
    growthUsualPct: [15, '% a week', def, 'growth of new-shoe minutes, usual'],
    growthBriskPct: [20, '% a week', def, 'growth of new-shoe minutes, brisk'],
    firstExposureMin: [10, 'min', def, 'first exposure at most'],
    firstExposureCarefulMin: [5, 'min', def, 'first exposure with a reason for care'],
    lighterEvery: [4, 'weeks', def, 'every so many weeks is lighter'],
    lighterShare: [0.7, '', def, 'minutes kept in a lighter week'],
    shortestWalkWeeks: [10, 'weeks', def, 'shortest transition, walking and training'],
    shortestRunWeeks: [16, 'weeks', def, 'shortest transition, running'],
    factorAge: [1.25, '', def, 'longer: age 60 or more'],
    factorAgeFrom: [60, 'years', def, 'age from which the transition is longer'],
    factorBone: [1.5, '', 'cautions: earlier stress fracture, low bone density', 'longer: bone history'],
    factorStiffHigh: [1.2, '', def, 'longer: high stiff arch'],
    factorNoReserve: [1.3, '', def, 'longer: low arch without reserve'],
    factorGrade: [1.25, '', def, 'longer: grade 2 or more'],
    factorSore: [1.3, '', def, 'longer: sore now'],
    longestInOneGoShare: [0.5, '', def, 'most in one go, as a part of a day'],
    wearingDaysFirst: [3, 'days', def, 'wearing days in the first week: a rest day after each'],
    wearingDays: [6, 'days', def, 'wearing days a week later on'],
    longestPlanWeeks: [52, 'weeks', def, 'the table ends here even short of the target'],
    carefulBarefootShare: [0.5, '', def, 'part of the growth allowed where barefoot is cautious'],
    targetShareGradual: [0.5, '', def, 'target part of the standing and walking hours, barefoot gradual'],
    targetShareCautious: [0.3, '', def, 'target part of the hours, barefoot cautious'],
    targetShareMost: [0.8, '', def, 'target part of the hours, minimal shoes most of the time'],
    factorMass: [1.15, '', def, 'longer: big change of body mass'],
  }),
} satisfies Record<string, ReferenceEntry>

export type ReferenceId = keyof typeof referenceTable
