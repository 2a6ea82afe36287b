const reachZ = 2.6 // the outer cells end here; what lies further out stands at the edge

/**
 * Where a z lies along one side of the arch map, 0 to 1: each class takes a third, its limits at −1 and +1, and the outer
 * ones reach a little further.
 * @example archMapPlace(0) // 0.5
 */
export function archMapPlace(z: number): number {
  const clipped = Math.max(-reachZ, Math.min(reachZ, z))
  if (clipped < -1) return (clipped + reachZ) / (reachZ - 1) / 3
  if (clipped > 1) return 2 / 3 + (clipped - 1) / (reachZ - 1) / 3
  return 1 / 3 + (clipped + 1) / 6
}
