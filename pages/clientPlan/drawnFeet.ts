import { svgPath } from '@sturvo/core/drawing'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import { simplify } from '@sturvo/core/geometry'
import { sides } from '@sturvo/core/side'
import type { ClientPlan } from '@sturvo/schema'

type DrawnFeet = ClientPlan['feet']

const finestMm = 0.35 // finer than a phone shows

/** Both feet from above, toes up, left on the left; drawn here so that the page needs no geometry of its own. */
export function drawnFeet(): DrawnFeet {
  return Object.fromEntries(
    sides.map((side) => {
      const sign = side === 'left' ? 1 : -1
      const drawn = footOutline({ ...neutralFoot, side })
      const put = (points: readonly { x: number; y: number }[]) =>
        points.map((p) => ({ x: p.x * sign, y: -p.y }))
      const outline = put(simplify(drawn.outlineFootMm, finestMm))
      const [xs, ys] = [outline.map((p) => p.x), outline.map((p) => p.y)]
      return [
        side,
        {
          path: svgPath(outline, true),
          nails: drawn.nailsFootMm.map((nail) => svgPath(put(simplify(nail, finestMm)), true)),
          creases: drawn.creasesFootMm.map((line) => svgPath(put(simplify(line, finestMm)), false)),
          left: Math.min(...xs),
          right: Math.max(...xs),
          top: Math.min(...ys),
          bottom: Math.max(...ys),
        },
      ]
    }),
  ) as DrawnFeet
}
