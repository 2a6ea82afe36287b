import type { Tissue } from '../training'

/**
 * Capacity's course under a dose, for the usual client = 1: it goes slowly towards what the dose asks for, up to a cap;
 * bone loses up to a tenth in weeks 3 to 8 of a new load before it gains.
 * @param dose day by day, the usual day being 1
 * @param days time constant
 * @param gain what it follows of a dose over the usual one, 0 for none
 */
export function capacityCourse(
  tissue: Tissue,
  dose: Float64Array,
  { days, gain, cap, dip }: { days: number; gain: number; cap: number; dip: number },
): Float64Array {
  const course = new Float64Array(dose.length)
  let capacity = 1
  let since = -1
  for (let day = 0; day < dose.length; day++) {
    const over = dose[day]! - 1
    if (since < 0 && over > newLoadFrom) since = day
    const wanted = Math.min(1 + cap, 1 + gain * Math.max(0, over))
    capacity += (wanted - capacity) / days
    course[day] = capacity * (tissue === 'forefootBone' && gain > 0 ? 1 - dip * dipAt(day - since, since) : 1)
  }
  return course
}

const newLoadFrom = 0.02
const dipFromDay = 14
const dipToDay = 56

/** 0 outside weeks 3 to 8 of a new load, 1 in their middle. */
function dipAt(day: number, since: number): number {
  if (since < 0 || day < dipFromDay || day > dipToDay) return 0
  return Math.sin((Math.PI * (day - dipFromDay)) / (dipToDay - dipFromDay))
}
