import { svgPath } from '@sturvo/core/drawing'
import type { Point } from '@sturvo/core/geometry'
import type { LandmarkId, PhotoView } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import { neutralFoot, type SideShape } from '@sturvo/core/footShape'
import { innerScene, rearScene, topScene, type FootScene } from '@sturvo/core/synthetic'
import classes from './PhotoRoom.module.css'

const sideShape = (side: Side): SideShape => ({
  side,
  lengthMm: 252,
  truncatedLengthMm: 183,
  navicularMm: 46,
  dorsumMm: 63,
  heelAngleDeg: 3,
  legAngleDeg: 0,
})

function sceneOf(view: PhotoView, side: Side): FootScene {
  switch (view) {
    case 'top':
      return topScene({ ...neutralFoot, side }, 'top')
    case 'gaps':
      return topScene({ ...neutralFoot, side, toeGapMm: 3 }, 'top')
    case 'spread':
      return topScene({ ...neutralFoot, side, toeGapMm: 9 }, 'spread')
    case 'inner':
    case 'innerSeated':
      return innerScene(sideShape(side))
    case 'rear':
      return rearScene(sideShape(side))
  }
}

const around = 26

/** A small drawing of the view, with a ring where a point goes. */
export function PlaceGuide({
  view,
  side,
  landmark,
}: {
  view: PhotoView
  side: Side
  landmark?: LandmarkId | undefined
}) {
  const scene = sceneOf(view, side)
  const flip = (p: Point): Point => ({ x: p.x, y: -p.y })
  const isGaps = view === 'gaps' || view === 'spread'
  const all = scene.outlineMm.map(flip)
  const xs = all.map((p) => p.x)
  const ys = all.map((p) => p.y)
  const top = Math.min(...ys) - around
  // gaps need the toes only
  const bottom = isGaps ? top + (Math.max(...ys) - top) * 0.42 : Math.max(...ys) + around
  const left = Math.min(...xs) - around
  const width = Math.max(...xs) + around - left
  const place = landmark && scene.landmarks[landmark]
  const at = place && flip(place)
  const r = Math.max(width, bottom - top) * 0.035
  return (
    <svg viewBox={`${left} ${top} ${width} ${bottom - top}`} className={classes.guide} aria-hidden="true">
      {scene.skins.map((skin, i) => (
        <path key={i} d={svgPath(skin.map(flip))} className={classes.guideSkin} />
      ))}
      {scene.lines.map((line, i) => (
        <path key={i} d={svgPath(line.map(flip), false)} className={classes.guideLine} />
      ))}
      {scene.dots.map(flip).map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r={r * 0.35} className={classes.guideDot} />
      ))}
      {at && (
        <g style={{ color: `var(--${side})` }}>
          <circle cx={at.x} cy={at.y} r={r * 1.5} className={classes.guideRing} />
          <circle cx={at.x} cy={at.y} r={r * 0.4} fill="currentColor" />
        </g>
      )}
    </svg>
  )
}
