import { cautionQuestions } from '@sturvo/core/cautions'
import type { MeasureId } from '@sturvo/core/measures'
import type { PressureJob } from '@sturvo/core/pressure'
import type { PhotoView } from '@sturvo/core/photo'
import type { BySide } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/footShape'
import type { KitItem } from '@sturvo/core/training'
import { paintWeek, type WeekBlock } from '@sturvo/core/week'
import type { Mark, StoryEvent } from '@sturvo/schema'

export type Pair = readonly [left: number | string | null, right: number | string | null]

/** One made-up client with one visit: what was asked, measured and chosen so far. */
export type MadeUpClient = {
  key: string
  person: { name: string; pronouns: string; birthYear: number; work: string; kit: KitItem[] }
  daysAgo: number
  feet: BySide<Partial<FootShape>> | undefined
  prints: readonly ('left' | 'right')[]
  answers: Record<string, unknown>
  /** sore spots; on the sole unless another view is named */
  pains: readonly (Pick<Mark, 'side' | 'across' | 'along'> & Partial<Mark>)[]
  events?: readonly StoryEvent[]
  /** views measured on a photo of the simulated camera */
  photos?: readonly { view: PhotoView; side: 'left' | 'right' }[]
  /** tasks recorded on the simulated mat, by a stand-in of this seed */
  recordings?: { jobs: readonly PressureJob[]; seed: number }
  /** visits before this one, oldest first: what was different then */
  earlier?: readonly {
    daysAgo: number
    feet?: BySide<Partial<FootShape>>
    prints?: readonly ('left' | 'right')[]
    photos?: readonly { view: PhotoView; side: 'left' | 'right' }[]
    answers: Record<string, unknown>
    measures: Partial<Record<MeasureId, Pair>>
  }[]
  measures: Partial<Record<MeasureId, Pair>>
}

export const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [`caution:${q}`, false]))

type Stretch = Pick<WeekBlock, 'kind' | 'surface'> & { days: readonly number[]; from: number; to: number }

/** A usual week from stretches in hours of the day, painted in their order. */
export function weekOf(stretches: readonly Stretch[]): WeekBlock[] {
  return stretches.reduce<WeekBlock[]>(
    (week, { days, from, to, kind, surface }) =>
      days.reduce((w, day) => paintWeek(w, { day, from: from * 2, to: to * 2 }, { kind, surface }), week),
    [],
  )
}
