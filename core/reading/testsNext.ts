import type { MeasureId } from '../measures'
import type { References } from '../reference'
import { sides, type BySide, type Side } from '../side'
import type { VisitFacts } from './facts'
import type { Step } from './finding'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'

/** One value that would make the Reading surer, and what it decides. */
export type TestNext = {
  measure: MeasureId | 'footprint'
  side: Side
  step: Step
  decides: 'gradeArch' | 'gradeHeel' | 'travel' | 'reserve' | 'position' | 'classSurer'
}

/** What to test next, most deciding first. */
export function testsNext(
  facts: VisitFacts,
  grades: BySide<GradesReading>,
  look: BySide<LookReading>,
  references: References,
): TestNext[] {
  const next: TestNext[] = []
  for (const side of sides) {
    const { numbers } = facts.feet[side]
    const has = (id: 'navicularSit' | 'navicularStand' | 'navicularSingle') => numbers[id] !== undefined
    const { arch, heel } = grades[side]
    if (arch.testNext === 'active' || arch.testNext === 'passive')
      next.push({
        measure: arch.testNext === 'active' ? 'navicularActive' : 'navicularPassive',
        side,
        step: 'look',
        decides: 'gradeArch',
      })
    if (heel.testNext === 'active' || heel.testNext === 'passive')
      next.push({
        measure: heel.testNext === 'active' ? 'heelActive' : 'heelPassive',
        side,
        step: 'grade',
        decides: 'gradeHeel',
      })
    if (has('navicularStand') !== has('navicularSit'))
      next.push({
        measure: has('navicularStand') ? 'navicularSit' : 'navicularStand',
        side,
        step: 'look',
        decides: 'travel',
      })
    if (has('navicularStand') && !has('navicularSingle'))
      next.push({ measure: 'navicularSingle', side, step: 'look', decides: 'reserve' })
    if (!facts.prints[side]) next.push({ measure: 'footprint', side, step: 'look', decides: 'position' })
    const { position } = look[side]
    if (
      position &&
      position.chances[position.kind] < references.positionSure &&
      !facts.feet[side].words.archSeen
    )
      next.push({ measure: 'archSeen', side, step: 'look', decides: 'classSurer' })
  }
  return next
}
