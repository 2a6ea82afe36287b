/** What can be moved in the simulator. */
export type Setting = {
  forefootDeg: number
  ballWidthMm: number
  firstRayMm: number
  wedgeM1: number
  wedgeM5: number
  wedgeHeel: number
  acrossMm: number
  alongPct: number
  areToesLifted: boolean
  isRolled: boolean
}
