const reach = 5 // standard deviations either way; what lies beyond weighs under one in a million

type Over = {
  mean: number
  sd: number
  /** how many points; 41 gives chances to about 1e-6 */
  nodes?: number
}
type Four = readonly [number, number, number, number]

/** Mean of a function over a normal distribution, by the midpoint rule: smooth functions need few nodes. */
export function normalMean(over: Over, of: (x: number) => number): number {
  return normalMeans(over, (x) => [of(x), 0, 0, 0])[0]
}

/** Means of four functions at once, since what they share is worked out once for each node. */
export function normalMeans({ mean, sd, nodes = 41 }: Over, of: (x: number) => Four): Four {
  if (!(sd > 0)) return of(mean)
  const sums = [0, 0, 0, 0] as [number, number, number, number]
  let mass = 0
  for (let i = 0; i < nodes; i++) {
    const z = -reach + (2 * reach * (i + 0.5)) / nodes
    const density = Math.exp(-0.5 * z * z)
    const values = of(mean + z * sd)
    for (let k = 0; k < 4; k++) sums[k]! += density * values[k]!
    mass += density
  }
  return [sums[0] / mass, sums[1] / mass, sums[2] / mass, sums[3] / mass]
}
