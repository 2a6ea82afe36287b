import {
  classChances,
  motionChances,
  motionWeight,
  positionWeight,
  type MotionSource,
  type PositionSource,
} from '../../foot/arch'
import { gradeParts, rowsOfPart, type GradePart } from '../../foot/deformity'
import type { MeasureId } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import { expectedGain } from './expectedGain'
import type { VisitFacts } from './facts'
import type { Finding, Step } from './finding'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'

/** One value that would make the Reading surer, what it decides, and how much surer it is expected to make it. */
export type TestNext = {
  measure: MeasureId | 'footprint'
  side: Side
  step: Step
  decides: 'gradeArch' | 'gradeHeel' | 'gradeToes' | 'position' | 'motion'
  /** expected rise of the chance of the best class, 0..1, from the error model */
  gain: number
}

/**
 * What to test next, the one that makes the Reading surest first. Nothing is ranked by hand: each measure not taken
 * yet is tried with all values it may bring.
 */
export function testsNext(
  facts: VisitFacts,
  grades: BySide<GradesReading>,
  look: BySide<LookReading>,
  references: References,
): TestNext[] {
  return (
    sides
      .flatMap((side) =>
        oncePerMeasure([
          ...gradeTests(side, grades[side]),
          ...positionTests(facts, look[side], side, references),
          ...motionTests(facts, look[side], side, references),
        ]),
      )
      // a row marked as not tested is not asked for again
      .filter((t) => t.measure === 'footprint' || facts.feet[t.side].states[t.measure] === undefined)
      .filter((test) => test.gain >= references.gainLeast)
      .sort((a, b) => b.gain - a.gain)
  )
}

/** A measure that serves two ends is proposed once, for the end it serves most, with both gains. */
function oncePerMeasure(tests: readonly TestNext[]): TestNext[] {
  const merged = new Map<TestNext['measure'], TestNext>()
  for (const test of tests) {
    const other = merged.get(test.measure)
    if (!other) merged.set(test.measure, test)
    else {
      const main = test.gain > other.gain ? test : other
      merged.set(test.measure, { ...main, gain: test.gain + other.gain })
    }
  }
  return [...merged.values()]
}

const decidesOf = (part: GradePart): TestNext['decides'] =>
  part === 'arch' ? 'gradeArch' : part === 'heel' ? 'gradeHeel' : 'gradeToes'

function gradeTests(side: Side, grades: GradesReading): TestNext[] {
  return gradeParts.flatMap((part): TestNext[] => {
    const { testNext, open } = grades[part]
    // a part that nobody looked at is not asked for: only what was found is graded
    if (testNext !== 'active' && testNext !== 'passive') return []
    return [
      {
        measure: rowsOfPart[part][testNext],
        side,
        step: part === 'arch' ? 'look' : 'grade',
        decides: decidesOf(part),
        // of n open grades, each as likely, the test names one or leaves n − 1: the best chance doubles from 1/n
        gain: open.chance / open.grades.length,
      },
    ]
  })
}

function positionTests(facts: VisitFacts, look: LookReading, side: Side, references: References): TestNext[] {
  const { numbers, words } = facts.feet[side]
  const missing: [PositionSource, TestNext['measure']][] = []
  if (numbers.dorsumStand === undefined) missing.push(['archHeight', 'dorsumStand'])
  if (numbers.navicularStand === undefined) missing.push(['navicular', 'navicularStand'])
  if (!facts.prints[side]) missing.push(['archIndex', 'footprint'])
  if (words.archSeen === undefined) missing.push(['seen', 'archSeen'])
  const known = (look.position?.parts ?? []).map(({ source, z }) => ({
    z,
    ...positionWeight(source, references),
  }))
  const best = (z: number, errorZ: number) => Math.max(...Object.values(classChances(z, errorZ, references)))
  return missing.map(([source, measure]) => ({
    measure,
    side,
    step: 'look',
    decides: 'position',
    gain: expectedGain(known, positionWeight(source, references), best),
  }))
}

function motionTests(facts: VisitFacts, look: LookReading, side: Side, references: References): TestNext[] {
  const { numbers } = facts.feet[side]
  const missing: [MotionSource, MeasureId][] = []
  const has = (id: 'navicularSit' | 'navicularStand' | 'navicularSingle' | 'dorsumSit' | 'dorsumStand') =>
    numbers[id] !== undefined
  // a difference needs both heights; the one that is missing is asked for
  if (!has('navicularStand')) missing.push(['travel', 'navicularStand'])
  else if (!has('navicularSit')) missing.push(['travel', 'navicularSit'])
  if (has('navicularStand') && !has('navicularSingle')) missing.push(['reserve', 'navicularSingle'])
  if (has('dorsumStand') !== has('dorsumSit'))
    missing.push(['rigidity', has('dorsumStand') ? 'dorsumSit' : 'dorsumStand'])
  if (numbers.eversionRange === undefined) missing.push(['eversion', 'eversionRange'])
  const known = look.motion.parts.map(({ source, z }) => ({ z, ...motionWeight(source, references) }))
  const best = (z: number, errorZ: number) => Math.max(...Object.values(motionChances(z, errorZ)))
  return missing.map(([source, measure]) => ({
    measure,
    side,
    step: measure === 'eversionRange' ? 'grade' : 'look',
    decides: 'motion',
    gain: expectedGain(known, motionWeight(source, references), best),
  }))
}

const endsOf: Partial<Record<Finding['kind'], readonly TestNext['decides'][]>> = {
  archPosition: ['position'],
  print: ['position'],
  archMotion: ['motion'],
  noReserve: ['motion'],
  archMap: ['position', 'motion'],
}

/** Of the tests to take next, those that would make one finding surer: of its side, for what it says. */
export function testsFor(finding: Finding, tests: readonly TestNext[]): TestNext[] {
  const ends: readonly TestNext['decides'][] =
    finding.kind === 'grade' ? [decidesOf(finding.part)] : (endsOf[finding.kind] ?? [])
  return tests.filter((t) => 'side' in finding && t.side === finding.side && ends.includes(t.decides))
}
