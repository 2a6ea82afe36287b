import type { References } from '../../groundwork/reference'
import type { Tissue } from '../training'

/** What is done on the feet, the easiest first: new before faster, longer before harder. */
export const stepActivities = ['sit', 'stand', 'walk', 'train', 'briskWalk', 'skip', 'run', 'hop'] as const
export type StepActivity = (typeof stepActivities)[number]
/** Grounds, the kindest first. */
export const groundSurfaces = ['mat', 'carpet', 'rubber', 'wood', 'paving', 'rough'] as const
export type GroundSurface = (typeof groundSurfaces)[number]

type ByTissue = Readonly<Record<Tissue, number>>
const all = (value: number): ByTissue => ({
  forefootBone: value,
  plantarFascia: value,
  calfAchilles: value,
  archMuscle: value,
})

/**
 * Load of one step against a step of easy walking in the client's own usual shoes (= 1), and steps a minute; standing
 * counts as its sway. First values: the direction comes from gait studies, the size is not settled.
 * @source practice default
 */
export const activityLoad: Readonly<Record<StepActivity, { stepsAMinute: number; base: ByTissue }>> = {
  sit: { stepsAMinute: 0, base: all(0) },
  stand: { stepsAMinute: 20, base: all(1) },
  walk: { stepsAMinute: 100, base: all(1) },
  train: {
    stepsAMinute: 50,
    base: { forefootBone: 1.1, plantarFascia: 1.1, calfAchilles: 1.2, archMuscle: 1.2 },
  },
  briskWalk: {
    stepsAMinute: 115,
    base: { forefootBone: 1.15, plantarFascia: 1.1, calfAchilles: 1.25, archMuscle: 1.1 },
  },
  skip: {
    stepsAMinute: 110,
    base: { forefootBone: 2, plantarFascia: 1.7, calfAchilles: 2.2, archMuscle: 1.7 },
  },
  run: {
    stepsAMinute: 165,
    base: { forefootBone: 2.2, plantarFascia: 1.8, calfAchilles: 2.5, archMuscle: 1.8 },
  },
  hop: {
    stepsAMinute: 80,
    base: { forefootBone: 2.8, plantarFascia: 2.2, calfAchilles: 3, archMuscle: 2.2 },
  },
}

/**
 * Growth of a step's load for each mm of stack and of drop that is lost and each step of bend that is gained, as a part.
 * The fascia lies between arch muscle and forefoot. @source practice default; direction from gait studies
 */
export function shoeLoad(
  r: References,
): Readonly<Record<Tissue, { stackMm: number; dropMm: number; bend: number }>> {
  return {
    forefootBone: { stackMm: r.boneStackPct / 100, dropMm: r.boneDropPct / 100, bend: 0 },
    plantarFascia: {
      stackMm: r.fasciaStackPct / 100,
      dropMm: r.fasciaDropPct / 100,
      bend: r.fasciaBendPct / 100,
    },
    calfAchilles: { stackMm: 0, dropMm: r.calfDropPct / 100, bend: 0 },
    archMuscle: { stackMm: r.archStackPct / 100, dropMm: 0, bend: r.archBendPct / 100 },
  }
}

/** Load on a ground against the floors of a usual day. @source practice default */
export const surfaceLoad: Readonly<Record<GroundSurface, ByTissue>> = {
  mat: { forefootBone: 0.95, plantarFascia: 1, calfAchilles: 1, archMuscle: 1.02 },
  carpet: { forefootBone: 0.97, plantarFascia: 1, calfAchilles: 1, archMuscle: 1.02 },
  rubber: all(1),
  wood: all(1),
  paving: { forefootBone: 1.03, plantarFascia: 1.02, calfAchilles: 1, archMuscle: 1.02 },
  rough: { forefootBone: 1.08, plantarFascia: 1.05, calfAchilles: 1.03, archMuscle: 1.08 },
}
