import { weightedZ } from '../../foot/arch'

/** What is known of a class so far: parts in z with weight and error. */
export type KnownParts = readonly { z: number; weight: number; error: number }[]

/** Feet of nobody in particular: z with mean 0 and this spread. */
const spread = 1
const nodes = 31
const reach = 3 // standard deviations either way that the quadrature covers

/**
 * How much surer the best class is expected to be after one more measure, over all values it may bring.
 * @param known parts measured so far, may be empty
 * @param added weight and error of the measure not taken yet
 * @param bestChance chance of the likeliest class for a z and its error
 * @returns gain in the chance of the best class, −1..1; near 0 where it would decide nothing
 */
export function expectedGain(
  known: KnownParts,
  added: { weight: number; error: number },
  bestChance: (z: number, errorZ: number) => number,
): number {
  const now = known.length === 0 ? { z: 0, errorZ: spread } : weightedZ(known)
  const before = bestChance(now.z, now.errorZ)
  // the new value scatters round what is believed of the foot, and by its own error
  const sd = Math.hypot(now.errorZ, added.error)
  let sum = 0
  let mass = 0
  for (let i = 0; i < nodes; i++) {
    const t = -reach + (2 * reach * i) / (nodes - 1)
    const density = Math.exp(-0.5 * t * t)
    const after = weightedZ([...known, { z: now.z + t * sd, ...added }])
    sum += density * bestChance(after.z, after.errorZ)
    mass += density
  }
  return sum / mass - before
}
