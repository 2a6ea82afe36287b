import {
  isForbidden,
  minutesOf,
  type Capacity,
  type Exercise,
  type KitItem,
  type LeftOut,
  type Stage,
} from '@sturvo/core/training'
import type { References } from '@sturvo/core/reference'

export type DrillFilter = {
  text: string
  capacity: Capacity | undefined
  kit: KitItem | 'none' | undefined
  stage: Stage | undefined
  /** of one session, at most */
  minutes: number | undefined
  /** all, those this client may do, or those that something forbids */
  may: 'all' | 'may' | 'mayNot'
}
export const noFilter: DrillFilter = {
  text: '',
  capacity: undefined,
  kit: undefined,
  stage: undefined,
  minutes: undefined,
  may: 'all',
}

/** Minutes of one session at the dose a drill starts with. */
export function startMinutes(e: Exercise, references: References): number {
  return minutesOf(e.sides, e.sets, 0, e.start, references)
}

/** Drills in the order of the library that a filter lets through; a text is looked for in names, cues and client words. */
export function filtered(
  drills: readonly Exercise[],
  filter: DrillFilter,
  because: (id: string) => LeftOut['because'] | undefined,
  references: References,
): Exercise[] {
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean)
  return drills.filter((e) => {
    const text = `${e.name} ${e.client} ${e.cue} ${e.pose}`.toLowerCase()
    return (
      words.every((word) => text.includes(word)) &&
      (!filter.capacity || e.targets.some(([c]) => c === filter.capacity)) &&
      (!filter.kit || (filter.kit === 'none' ? e.kit.length === 0 : e.kit.includes(filter.kit))) &&
      (!filter.stage || e.stage === filter.stage) &&
      (filter.minutes === undefined || startMinutes(e, references) <= filter.minutes) &&
      (filter.may === 'all' || (filter.may === 'mayNot') === isForbidden(because(e.id)))
    )
  })
}
