import { lazyPart } from '../../../app/lazyPart'

const loads = {
  look: async () => (await import('./LookStep')).LookStep,
  load: async () => (await import('./LoadStep')).LoadStep,
  move: async () => (await import('./MoveStep')).MoveStep,
  grade: async () => (await import('./GradeStep')).GradeStep,
  shoes: async () => (await import('./ShoesStep')).ShoesStep,
  drawing: async () => (await import('./ShoesStep')).ShoesDrawing,
  plan: async () => (await import('./PlanStep')).PlanStep,
  handover: async () => (await import('./HandoverStep')).HandoverStep,
  feet: async () => (await import('../feet/FeetRoom')).FeetRoom,
  weeks: async () => (await import('../weeks/WeeksRoom')).WeeksRoom,
  drills: async () => (await import('../drills/DrillsRoom')).DrillsRoom,
  retest: async () => (await import('../retest/RetestRoom')).RetestRoom,
  pace: async () => (await import('../pace/PaceRoom')).PaceRoom,
}
const soonMs = 2500

/** The steps after the first: a visit opens without waiting for them. */
export const LookStep = lazyPart(loads.look)
export const LoadStep = lazyPart(loads.load)
export const MoveStep = lazyPart(loads.move)
export const GradeStep = lazyPart(loads.grade)
export const ShoesStep = lazyPart(loads.shoes)
export const ShoesDrawing = lazyPart(loads.drawing)
export const PlanStep = lazyPart(loads.plan)
export const HandoverStep = lazyPart(loads.handover)
export const FeetRoom = lazyPart(loads.feet)
export const WeeksRoom = lazyPart(loads.weeks)
export const DrillsRoom = lazyPart(loads.drills)
export const RetestRoom = lazyPart(loads.retest)
export const PaceRoom = lazyPart(loads.pace)

/**
 * Fetches them all a little later: a tablet that is away from its server for an hour goes through the whole visit.
 * @returns calls it off
 */
export function loadOtherSteps(): () => void {
  const timer = setTimeout(() => {
    // what cannot come now comes when it is opened
    for (const load of Object.values(loads)) void load().catch(() => undefined)
  }, soonMs)
  return () => clearTimeout(timer)
}
