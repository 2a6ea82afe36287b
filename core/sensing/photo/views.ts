/** The photos of the step Look; each asks only for the points it needs, in the order of asking. */
export const photoViews = ['top', 'gaps', 'spread', 'inner', 'innerSeated', 'rear'] as const
export type PhotoView = (typeof photoViews)[number]

/** edge: lies on the border of the skin; dot: a pen mark; free: wherever the hand puts it. */
export type LandmarkKind = 'edge' | 'dot' | 'free'

const gapPoints = ([1, 2, 3, 4] as const).flatMap((n) => [`gap${n}Medial`, `gap${n}Lateral`] as const)
const sideOn = ['floorHeel', 'floorBall', 'heelBack', 'toeTip', 'firstJoint', 'navicular', 'dorsum'] as const

export const viewLandmarks = {
  top: ['heelBack', 'heelMedial', 'heelLateral', 'm1', 'm5', 'halluxEdge', 'fifthEdge', 'tip1', 'tip2'],
  gaps: gapPoints,
  spread: gapPoints,
  inner: sideOn,
  innerSeated: sideOn,
  rear: ['legUpper', 'legLower', 'heelUpper', 'heelLower'],
} as const satisfies Record<PhotoView, readonly string[]>
export type LandmarkId = (typeof viewLandmarks)[PhotoView][number]

export const landmarkKind: Record<LandmarkId, LandmarkKind> = {
  heelBack: 'edge',
  heelMedial: 'edge',
  heelLateral: 'edge',
  m1: 'edge',
  m5: 'edge',
  halluxEdge: 'edge',
  fifthEdge: 'edge',
  tip1: 'edge',
  tip2: 'edge',
  gap1Medial: 'edge',
  gap1Lateral: 'edge',
  gap2Medial: 'edge',
  gap2Lateral: 'edge',
  gap3Medial: 'edge',
  gap3Lateral: 'edge',
  gap4Medial: 'edge',
  gap4Lateral: 'edge',
  floorHeel: 'edge',
  floorBall: 'edge',
  toeTip: 'edge',
  firstJoint: 'dot',
  navicular: 'dot',
  dorsum: 'edge',
  legUpper: 'dot',
  legLower: 'dot',
  heelUpper: 'dot',
  heelLower: 'dot',
}
