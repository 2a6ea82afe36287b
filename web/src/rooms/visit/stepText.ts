import type { Step } from '@sturvo/core/reading'
import type { MatLayer } from '../../mat/matSlice'

export const stepName: Record<Step, string> = {
  story: 'Story',
  look: 'Look',
  load: 'Load',
  move: 'Move',
  grade: 'Grade',
  shoes: 'Shoes',
  plan: 'Plan',
  handover: 'Hand over',
}

/** What lies on the Mat when a step is opened. */
export const layersOfStep: Record<Step, MatLayer[]> = {
  story: ['pain'],
  look: ['print', 'arch'],
  load: ['load'],
  move: ['toes'],
  grade: ['arch'],
  shoes: ['shoe'],
  plan: [],
  handover: [],
}
