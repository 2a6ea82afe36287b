import type { TrainingPlan } from '../../../plan/training'
import type { VisitFacts, VisitReading, PracticeSettings } from '../../reading'

/**
 * A careful colleague who reads the spec of cautions, pain, doses and shoes for himself and looks over a plan: drills by
 * name, as a hand knows them, and no rule of the planner. Only for tests.
 */

const oneLeg =
  'oneLegStand bagReach oneLegShut domeOneLeg oneLegRise splitBoardStand slopeStand oneLegSwing slowControl'
const upright = `${oneLeg} tripodFinder toesUpArch kneeOverToe kneeOverToeBench calfStretch bandGlide toeWedgeWall
  kneeForwardRock rollInOut soleAwake longToePress outerEdgeStand frontLift inchworm standingDome ballHeelRaise stepRaise
  floorRaise toesUpRaise rolledRise altLower turnedOutRise heelWalk tandemStand bandedSquat tripodSquat domeSquat wedgeRise
  innerHeelSplit splitStance stepThrough deepSquatHeld barefootSet barefootWalk runIn spotHops`
const named = (text: string) => new Set(text.split(/\s+/))
const drills = {
  oneLeg: named(oneLeg),
  upright: named(upright),
  bounce: named('runIn spotHops'),
  eyesShut: named('oneLegShut'),
  ball: named('ballRoll firmBallRoll'),
  firm: named('firmBallRoll'),
  cold: named('coolInStages'),
  pressed: named('calfPress crossRub firmBallRoll'),
  rubbed: named('crossRub betweenBones'),
  knobs: named('soleAwake'),
  squeezed: named('fingersBetween'),
  onBack: named('hipBridge'),
  deep: named('deepSquatHeld'),
  overToe: named(
    'handsKneesRock tuckedToeKneel toeWedgeWall ballHeelRaise stepRaise floorRaise toesUpRaise rolledRise altLower turnedOutRise oneLegRise wedgeRise stepThrough runIn spotHops barefootWalk splitStance deepSquatHeld',
  ),
  // what was strained when the ankle went over
  edges: named('outerEdgeRoll outerEdgeStand'),
  heelAlone: named('heelWalk frontLift'),
  belowStep: named('calfStretch stepRaise toesUpRaise oneLegRise'),
  endRange: named('pullBack kneeOverToeBench calfStretch topOfFootKneel toeWedgeWall tuckedToeKneel'),
  outside: named('barefootWalk'),
  rubber: named('bandGlide bigToePress bandPoint bandOutward bandInward bandFourWays curledBend bandedSquat'),
  hands: named('handMobilising'),
  hips: named('hipBridge sideHipLift'),
  soothing: named('ankleCircles pullBack ballRoll firmBallRoll coolInStages calfPress crossRub'),
} as const
type Kind = keyof typeof drills

export type Looked = {
  facts: VisitFacts
  settings: PracticeSettings
  reading: Pick<VisitReading, 'spacing' | 'transition'> & { planInput: object | undefined }
  plan: Pick<TrainingPlan, 'phases'> | undefined
}

type Row = { what: string; holds: (facts: VisitFacts, settings: PracticeSettings) => boolean }
/** No plan of any kind. */
const noPlan: readonly Row[] = [
  ...(
    [
      'cannotBearWeight',
      'tenderBone',
      'hotSwollen',
      'openWound',
      'coldPale',
      'newNumbness',
      'calfSwollen',
      'popPushOff',
      'nightPain',
      'shapeChange',
      'eyeJointSkin',
    ] as const
  ).flatMap((flag): Row[] => [
    { what: `${flag} answered yes`, holds: (f) => f.cautionAnswers[flag] === true },
    { what: `${flag} not asked`, holds: (f) => f.cautionAnswers[flag] === undefined },
  ]),
  { what: 'a condition not asked', holds: (f) => f.cautionAnswers.pregnancy === undefined },
  { what: 'age not known', holds: (f) => f.ageYears === undefined },
  // sixteen this year may be fifteen today
  { what: 'under 16', holds: (f) => f.ageYears !== undefined && f.ageYears <= 16 },
  {
    what: 'operated lately',
    holds: (f) => isOperated(f) && f.dealtWith.recentOperation === undefined,
  },
  {
    what: 'a bone broken lately',
    holds: (f) => isBroken(f) && f.dealtWith.freshBreak === undefined,
  },
  {
    what: 'pain at night on the map',
    holds: (f) => f.marks.some((m) => m.when.includes('night')),
  },
  {
    what: 'lost feeling, led by a coach',
    holds: (f, s) => isNumb(f) && s.licence === 'coach',
  },
]

/** Kinds of drill that are not done. */
const notDone: readonly (Row & { kinds: readonly Kind[] })[] = [
  { what: 'always', holds: () => true, kinds: ['hands'] },
  {
    what: 'lost feeling',
    holds: isNumb,
    kinds: ['ball', 'cold', 'eyesShut', 'knobs', 'pressed', 'outside'],
  },
  {
    what: 'lost feeling, nothing to hold',
    holds: (f) => isNumb(f) && !f.plan.kit.includes('support'),
    kinds: ['oneLeg'],
  },
  { what: 'circulation', holds: (f) => f.cautionAnswers.circulation === true, kinds: ['cold', 'squeezed'] },
  { what: 'old bones', holds: hasOldBones, kinds: ['bounce'] },
  {
    what: 'inflamed joints',
    holds: (f) => f.cautionAnswers.inflammatory === true,
    kinds: ['bounce', 'endRange'],
  },
  { what: 'blood thinners', holds: isThinned, kinds: ['firm', 'pressed', 'rubbed'] },
  {
    what: 'pregnant',
    holds: (f) => f.cautionAnswers.pregnancy === true,
    kinds: ['onBack', 'deep', 'bounce', 'pressed', 'endRange'],
  },
  { what: 'big toe fused or stiff', holds: hasStiffToe, kinds: ['overToe'] },
  {
    what: 'joints that go too far',
    holds: (f) => f.cautionAnswers.hypermobility === true,
    kinds: ['endRange'],
  },
  {
    what: 'thin fat pad',
    holds: (f) => f.cautionAnswers.thinFatPad === true,
    kinds: ['knobs', 'heelAlone', 'outside'],
  },
  { what: 'falls or 65', holds: mayFall, kinds: ['eyesShut'] },
  { what: 'skin', holds: (f) => f.cautionAnswers.allergy === true, kinds: ['rubber'] },
  { what: 'a sprain of late', holds: (f) => lately(f, 6, 'sprain'), kinds: ['bounce', 'endRange'] },
  {
    what: 'sprained or strained of late, swelling not looked at',
    holds: (f) => lately(f, 6, 'sprain', 'otherInjury'),
    kinds: ['oneLeg', 'upright', 'bounce', 'endRange', 'edges'],
  },
  { what: 'toes nobody released', holds: (f) => isUnnamed(f, 'toes'), kinds: ['overToe'] },
  { what: 'bounce nobody released', holds: (f) => isUnnamed(f, 'bounce'), kinds: ['bounce'] },
  { what: 'cannot stand on one leg', holds: (f) => bestOn(f) === 0, kinds: ['oneLeg'] },
  { what: 'a sore heel', holds: (f) => isSoreAt(f, 'sole', 0, 0.25, 1), kinds: ['heelAlone'] },
  {
    what: 'pain over 2 or unknown',
    holds: (f) => f.worstPain === undefined || f.worstPain > 2,
    kinds: ['bounce'],
  },
]

function isOperated(f: VisitFacts): boolean {
  return f.cautionAnswers.recentOperation === true || lately(f, 12, 'operation')
}
function isBroken(f: VisitFacts): boolean {
  return lately(f, 12, 'stressFracture', 'brokenToe')
}
/** Operated or broken lately, and whoever let it go did not name this. */
function isUnnamed(f: VisitFacts, part: 'toes' | 'thinSoles' | 'bounce' | 'spacers'): boolean {
  const isNamed = (id: 'recentOperation' | 'freshBreak') =>
    f.dealtWith[id]?.release?.opens.includes(part) ?? false
  return (
    (isOperated(f) && !isNamed('recentOperation')) ||
    (isBroken(f) && part !== 'spacers' && !isNamed('freshBreak'))
  )
}
function lately(f: VisitFacts, weeks: number, ...kinds: string[]): boolean {
  return f.events.some((e) => kinds.includes(e.kind) && (e.weeksAtLeast ?? e.weeksAgo) < weeks)
}
function takes(f: VisitFacts, name: string): boolean {
  return f.medicines.some((medicine) => medicine.toLowerCase().includes(name))
}
function isNumb(f: VisitFacts): boolean {
  return f.cautionAnswers.diabetesOrNumb === true || takes(f, 'insulin')
}
function isThinned(f: VisitFacts): boolean {
  return f.cautionAnswers.anticoagulants === true || takes(f, 'blood thinner')
}
function hasOldBones(f: VisitFacts): boolean {
  return (
    f.cautionAnswers.boneHistory === true ||
    f.events.some((e) => e.kind === 'stressFracture') ||
    takes(f, 'osteoporosis') ||
    takes(f, 'cortisone')
  )
}
function hasStiffToe(f: VisitFacts): boolean {
  return f.cautionAnswers.jointFusion === true || f.cautionAnswers.stiffBigToe === true
}
function mayFall(f: VisitFacts): boolean {
  return f.cautionAnswers.falls === true || (f.ageYears ?? 0) >= 65
}
function bestOn(f: VisitFacts): number | undefined {
  const known = [f.feet.left, f.feet.right].flatMap(({ numbers: { singleLegOpen: s } }) =>
    s === undefined ? [] : [s],
  )
  return known.length > 0 ? Math.min(...known) : undefined
}
function isSoreAt(f: VisitFacts, view: string, from: number, to: number, least: number): boolean {
  return f.marks.some(
    (m) =>
      m.kind === 'pain' &&
      m.view === view &&
      m.along >= from &&
      m.along < to &&
      (m.worst ?? f.worstPain ?? 0) >= least,
  )
}

/** Everything a careful colleague would refuse, in words; empty where there is nothing. */
export function harmIn({ facts, settings, reading, plan }: Looked): string[] {
  const found: string[] = []
  const { spacing, transition, planInput } = reading
  const picks = plan?.phases.flatMap((phase) => phase.picks) ?? []
  for (const { what, holds } of noPlan) {
    if (!holds(facts, settings)) continue
    if (planInput !== undefined || picks.length > 0) found.push(`${what}: training is planned`)
    if (transition !== undefined) found.push(`${what}: other shoes are planned`)
    if (spacing.use !== 'notNow') found.push(`${what}: spacers are planned`)
  }
  const done = picks.flatMap((pick) => [
    { id: nameOf(pick.exercise), pick, dose: pick.dose },
    ...(pick.fallback ? [{ id: nameOf(pick.fallback.exercise), pick, dose: pick.fallback.dose }] : []),
  ])
  for (const { what, holds, kinds } of notDone)
    if (holds(facts, settings))
      for (const { id } of done) if (kinds.some((kind) => drills[kind].has(id))) found.push(`${what}: ${id}`)
  const needsHold = isNumb(facts) || mayFall(facts) || facts.cautionAnswers.thinFatPad === true
  const best = bestOn(facts)
  for (const { id, pick, dose } of done) {
    if (needsHold && drills.upright.has(id) && !pick.lines.includes('besideSupport'))
      found.push(`${id}: nothing said of something to hold`)
    const { work } = dose
    if (best !== undefined && drills.oneLeg.has(id) && id !== 'oneLegShut' && id !== 'oneLegRise') {
      const seconds = 'holdS' in work ? work.holdS : work.secondsPerRep
      if (seconds > Math.max(1, best)) found.push(`${id}: ${seconds} s asked, ${best} s measured`)
    }
  }
  found.push(...harmByPain(facts, done), ...harmInShoes(facts, settings, transition))
  if ((isNumb(facts) || facts.cautionAnswers.circulation === true) && spacing.use !== 'notNow')
    found.push('spacers where nothing may be squeezed or is not felt')
  if (isUnnamed(facts, 'spacers') && spacing.use !== 'notNow') found.push('spacers nobody released')
  return found
}

const nameOf = ({ id, basis }: { id: string; basis?: string }) => basis ?? id

type Done = {
  id: string
  dose: { sets: number; extraSets: Record<'left' | 'right', number> }
  pick: { exercise: { load: object } }
}

/** @source training plan: pain as a gate */
function harmByPain(f: VisitFacts, done: readonly Done[]): string[] {
  const found: string[] = []
  for (const side of ['left', 'right'] as const) {
    const marks = f.marks.filter((m) => m.kind === 'pain' && m.side === side)
    if (marks.length === 0) continue
    const worst = Math.max(...marks.map((m) => m.worst ?? f.worstPain ?? 0))
    const isHeel = marks.some((m) => m.view === 'sole' && m.along < 0.2)
    for (const { id, dose } of done) {
      if (worst >= 3 && dose.extraSets[side] > 0)
        found.push(`${id}: a set more for the ${side} side that hurts`)
      if (worst >= 8 && isHeel && !drills.hips.has(id) && !drills.soothing.has(id))
        found.push(`${id}: ${worst} of 10 at the heel`)
    }
  }
  return found
}

/** @source footwear transition: grade, device, pain decide the end before wishes do */
function harmInShoes(
  f: VisitFacts,
  settings: PracticeSettings,
  transition: VisitReading['transition'],
): string[] {
  if (!transition) return []
  const found: string[] = []
  const { weeks, from } = transition
  const keeps = [
    isNumb(f) && 'lost feeling',
    hasStiffToe(f) && 'a stiff big toe',
    isUnnamed(f, 'thinSoles') && 'soles nobody released',
    isUnnamed(f, 'toes') && 'toes nobody released',
    settings.archSupport === 'supportFirst' && 'support first',
    f.orthoses.some((o) => o.kind !== 'cushion' && (o.hoursPerDay ?? 0) > 0) && 'a device of every day',
  ].filter((why) => why !== false)
  if (keeps.length > 0 && weeks.length > 0) found.push(`${keeps[0]}: thinner shoes are planned`)
  if (
    weeks.some((w) => w.runMinutes > 0) &&
    (hasOldBones(f) || f.cautionAnswers.inflammatory === true || !f.runs)
  )
    found.push('running in thin soles')
  const pain = f.worstPain ?? 0
  const held = pain >= 6 ? 2 : pain >= 3 ? 1 : 0
  for (const week of weeks.slice(0, held))
    if (week.minutes > Math.round(from.newMinutes) + 1)
      found.push(`week ${week.week} grows with pain of ${pain}`)
  let peak = from.newMinutes
  for (const week of weeks) {
    if (week.minutes > peak + Math.max(0.2 * peak, 15 * 7) + 1) found.push(`week ${week.week} grows too fast`)
    peak = Math.max(peak, week.minutes)
  }
  return found
}

/** For the test that each look can fail. */
export const looks = { noPlan, notDone, drills }
