import { tissues, type Tissue } from '../training'

/** Days of a simulated half year. */
export const simulatedDays = 182

/**
 * What one plan does to each tissue day by day, for a client of usual capacity: Σ n · ℓ^b over the steps of the day, the
 * usual day being 1. Capacity's own course (it grows with the dose, late, up to a cap) is already in it.
 */
export type PlanInput = Record<Tissue, Float64Array>

/**
 * D ← max(0, D + k · x − ρ), overloaded where D > 1. Typed arrays, no allocation in the loop; a client who is overloaded
 * is not followed any further in that tissue.
 * @param k damage of a usual day, by client and tissue (client-major), > 0
 * @param rho repair a day, by tissue
 * @param firstDay filled: the first day over 1, counted from 1; 0 where never
 */
export function countOverloads(
  plan: PlanInput,
  k: Float64Array,
  rho: Readonly<Record<Tissue, number>>,
  firstDay: Uint8Array,
): void {
  const count = tissues.length
  const clients = k.length / count
  for (let t = 0; t < count; t++) {
    const x = plan[tissues[t]!]
    const repair = rho[tissues[t]!]
    const days = x.length
    let heaviest = 0
    for (let day = 0; day < days; day++) if (x[day]! > heaviest) heaviest = x[day]!
    for (let client = 0; client < clients; client++) {
      const at = client * count + t
      const a = k[at]!
      let first = 0
      // who repairs more than the heaviest day takes is never overloaded
      if (a * heaviest > repair) {
        let damage = 0
        for (let day = 0; day < days; day++) {
          damage += a * x[day]! - repair
          if (damage < 0) damage = 0
          else if (damage > 1) {
            first = day + 1
            break
          }
        }
      }
      firstDay[at] = first
    }
  }
}

/** Part of the clients with any tissue overloaded, 0..1. */
export function overloadedShare(firstDay: Uint8Array): number {
  const count = tissues.length
  const clients = firstDay.length / count
  let over = 0
  for (let client = 0; client < clients; client++) {
    let any = false
    for (let t = 0; t < count; t++) if (firstDay[client * count + t]! > 0) any = true
    if (any) over++
  }
  return clients > 0 ? over / clients : 0
}
