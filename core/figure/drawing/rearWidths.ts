/**
 * Half widths of heel and lower leg from behind by height above the ground, mm, for a heel 62 mm wide: towards the inner
 * and towards the outer side. The inner head of the calf is the larger one and ends lower.
 */
export const rearWidths = [
  [3, 19, 19],
  [12, 29, 29],
  [28, 31, 31],
  [46, 28, 28],
  [60, 29, 28],
  [74, 32, 30],
  [84, 34, 28],
  [100, 26, 25],
  [125, 24, 24],
  [160, 30, 30],
  [205, 43, 42],
  [255, 56, 51],
  [300, 60, 57],
  [340, 55, 58],
  [390, 50, 53],
  [430, 52, 54],
  [480, 56, 57],
] as const
