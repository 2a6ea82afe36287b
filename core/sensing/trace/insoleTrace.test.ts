import { distanceToLine } from '../../groundwork/geometry'
import { findSheet } from '../image'
import { inOwnFrame } from '../outline'
import { planeOf } from '../photo'
import { referenceValues } from '../../groundwork/reference'
import {
  arbitraryInsole,
  insoleAnchors,
  insoleOutline,
  insoleScene,
  photoPicture,
} from '../../madeUp/synthetic'
import { traceOutline } from './followEdge'

const references = referenceValues()

// sixty are measured in bench/fit.ts; these keep the figure here
test.each([2, 9, 23])('an insole photographed on a sheet (seed %d) is traced within 1.5 mm', (seed) => {
  const insole = arbitraryInsole(seed)
  const photo = photoPicture(insoleScene(insole), { seed, sizePx: 900, tiltDeg: 9 })
  const sheet = findSheet(photo.image)
  expect(sheet?.isSure).toBe(true)
  const toPlane = planeOf({ from: 'sheet', sheet: 'a4', corners: sheet!.cornersImagePx })
  const anchors = insoleAnchors.map((id) => photo.landmarksImagePx[id]!)
  const traced = inOwnFrame(traceOutline(photo.image, anchors).map(toPlane), insole.side, 'shoe', references)
  const truth = inOwnFrame(
    insoleOutline(insole).map((p) => ({ x: p.x * (insole.side === 'left' ? 1 : -1), y: p.y })),
    insole.side,
    'shoe',
    references,
  )
  const off = traced.map((p) => distanceToLine(p, truth, true)).sort((a, b) => a - b)
  expect(off[Math.floor(off.length * 0.95)]!).toBeLessThan(1.5)
})
