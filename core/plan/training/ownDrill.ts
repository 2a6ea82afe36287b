import type { KitItem } from './capacities'
import type { Exercise, ExerciseTrait, Work } from './exercise'
import type { GateId } from './gateIds'
import { exerciseOf, library } from './library'

/**
 * A drill of the practice's own, made from one of the library: figure, position, targets, load, stage and bound are
 * those of its basis, and so is everything a caution or a gate asks about. It may ask for more, never for less.
 */
export type OwnDrill = {
  /** begins with `own.`: no drill of a later library can have it */
  id: string
  /** the drill of the library it was made from */
  basis: string
  name: string
  client: string
  cue: string
  slip: string
  easier: string
  harder: string
  /** where the drill comes from */
  note: string
  /** besides those of the basis */
  kit: readonly KitItem[]
  traits: readonly ExerciseTrait[]
  /** where the basis stands behind none */
  gate?: GateId | undefined
  sets: number
  /** repetitions, or seconds of the hold */
  start: number
  most: number
  /** taken out of use; its id and name stay readable in kept plans */
  isRetired?: boolean | undefined
}

export type OwnDrillProblem =
  | { what: 'basis' }
  | { what: 'empty'; field: 'name' | 'client' | 'cue' | 'slip' | 'easier' | 'harder' | 'note' }
  | { what: 'sets'; most: number }
  /** starts and ends between one and what the basis is ever done with */
  | { what: 'amount'; most: number }
  | { what: 'order' }
  | { what: 'gate' }

const texts = ['name', 'client', 'cue', 'slip', 'easier', 'harder', 'note'] as const
export const ownDrillPrefix = 'own.'

export const amountIn = (work: Work): number => ('holdS' in work ? work.holdS : work.reps)

/** Why a drill may not be taken in, or nothing. A dose is never over that of its basis, a gate never another one. */
export function ownDrillProblem(own: OwnDrill): OwnDrillProblem | undefined {
  const basis = exerciseOf(own.basis)
  if (!basis) return { what: 'basis' }
  const empty = texts.find((field) => own[field].trim() === '')
  if (empty) return { what: 'empty', field: empty }
  const most = amountIn(basis.most)
  const isWhole = (value: number) => Number.isInteger(value) && value >= 1
  if (!isWhole(own.sets) || own.sets > basis.sets) return { what: 'sets', most: basis.sets }
  if (!isWhole(own.start) || !isWhole(own.most) || own.start > most || own.most > most)
    return { what: 'amount', most }
  if (own.start > own.most) return { what: 'order' }
  if (basis.gate && own.gate && own.gate !== basis.gate) return { what: 'gate' }
  return undefined
}

/**
 * An own drill as the chooser sees it.
 * @returns with every trait, kit and gate of its basis
 * @throws RangeError for one with a problem
 */
export function exerciseFrom(own: OwnDrill): Exercise {
  const problem = ownDrillProblem(own)
  const basis = exerciseOf(own.basis)
  if (problem || !basis) throw new RangeError(`drill ${own.id}: ${problem?.what ?? 'basis'}`)
  const amount = (value: number): Work =>
    'holdS' in basis.most ? { holdS: value } : { reps: value, secondsPerRep: basis.most.secondsPerRep }
  return {
    ...basis,
    id: own.id,
    basis: own.basis,
    name: own.name,
    client: own.client,
    cue: own.cue,
    slip: own.slip,
    easier: own.easier,
    harder: own.harder,
    note: own.note,
    kit: [...new Set([...basis.kit, ...own.kit])],
    traits: [...new Set([...basis.traits, ...own.traits])],
    gate: basis.gate ?? own.gate,
    sets: own.sets,
    start: amount(own.start),
    most: amount(own.most),
  }
}

/** The library with the practice's own drills in use after it. One that cannot be read is left out, never half used. */
export function drillsWith(own: readonly OwnDrill[]): readonly Exercise[] {
  if (own.length === 0) return library
  return [...library, ...own.filter((one) => !one.isRetired && !ownDrillProblem(one)).map(exerciseFrom)]
}

/** A drill by its id, retired ones too: kept plans name them. */
export function drillNamed(id: string, own: readonly OwnDrill[]): Exercise | undefined {
  const mine = own.find((one) => one.id === id)
  return mine ? (ownDrillProblem(mine) ? undefined : exerciseFrom(mine)) : exerciseOf(id)
}

/** The drill of the library whose figure and rules these are. */
export const basisOf = ({ id, basis }: Pick<Exercise, 'id' | 'basis'>): string => basis ?? id
