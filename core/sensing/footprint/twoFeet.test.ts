import { flattenSheet, findSheet, sheetSizesMm } from '../image'
import { referenceValues } from '../../groundwork/reference'
import { arbitraryFoot, printTruth, contactShape, printsScene, photoPicture } from '../../madeUp/synthetic'
import { readFootprint, readFootprints, type FootprintWishes } from './index'

const references = referenceValues()
const shapes = {
  left: { ...arbitraryFoot(11), side: 'left' as const, lengthMm: 246, ballWidthMm: 94 },
  right: { ...arbitraryFoot(12), side: 'right' as const, lengthMm: 250, ballWidthMm: 96 },
}
const photo = photoPicture(printsScene(shapes.left, shapes.right), { seed: 4, sizePx: 1500, tiltDeg: 18 })
const sheet = findSheet(photo.image)!
const mmPerPx = 0.3
const flat = flattenSheet(photo.image, sheet.cornersImagePx, sheetSizesMm.a4, mmPerPx)
const one = (wishes: FootprintWishes) => {
  const outcome = readFootprint(flat, mmPerPx, references, wishes)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  return outcome.value
}

test('two feet on one slanted photo of a sheet are told apart, left on the left, and measured', () => {
  expect(sheet.isSure).toBe(true)
  const outcome = readFootprints(flat, mmPerPx, references)
  expect(outcome.ok).toBe(true)
  if (!outcome.ok) return
  expect(outcome.value.map((r) => r.side)).toEqual(['left', 'right'])
  outcome.value.forEach((reading, i) => {
    const shape = i === 0 ? shapes.left : shapes.right
    const truth = printTruth(shape, contactShape(shape))
    expect(Math.abs(reading.lengthMm.value / truth.lengthMm - 1)).toBeLessThan(0.015)
    expect(Math.abs(reading.archIndex.value - truth.archIndex)).toBeLessThan(0.02)
  })
})

test('of several prints the one nearest to a point is read, the same one again and again', () => {
  const left = one({ nearImagePx: { x: 150, y: 500 } })
  const right = one({ nearImagePx: { x: 560, y: 500 } })
  expect([left.side, right.side]).toEqual(['left', 'right'])
  expect(one({ nearImagePx: { x: 200, y: 300 } })).toEqual(left)
})

describe('brush and eraser', () => {
  const near = { nearImagePx: { x: 150, y: 500 } }
  const before = one(near)
  const middle = {
    x: (before.axis.heelImagePx.x + before.axis.toeImagePx.x) / 2,
    y: (before.axis.heelImagePx.y + before.axis.toeImagePx.y) / 2,
  }
  test('what the brush adds in the middle raises the arch index, what the eraser takes lowers it', () => {
    const added = one({ ...near, strokes: [{ mode: 'add', radiusPx: 60, points: [middle] }] })
    const taken = one({
      ...near,
      strokes: [
        {
          mode: 'erase',
          radiusPx: 60,
          points: [
            { x: 20, y: middle.y },
            { x: 320, y: middle.y },
          ],
        },
      ],
    })
    expect(added.archIndex.value).toBeGreaterThan(before.archIndex.value + 0.005)
    expect(taken.archIndex.value).toBeLessThan(before.archIndex.value - 0.005)
    expect(taken.printKind).toBe('interrupted')
  })
  test('a stroke and its opposite over it leave what the later one says; no strokes leave all as it was', () => {
    const stroke = { radiusPx: 60, points: [middle] }
    const erased = one({ ...near, strokes: [{ mode: 'erase', ...stroke }] })
    const both = one({
      ...near,
      strokes: [
        { mode: 'add', ...stroke },
        { mode: 'erase', ...stroke },
      ],
    })
    expect(both).toEqual(erased)
    expect(one({ ...near, strokes: [] })).toEqual(before)
  })
  test('strokes beyond the border of the picture harm nothing', () => {
    const far = [
      { x: -500, y: -500 },
      { x: -480, y: 9000 },
    ]
    expect(one({ ...near, strokes: [{ mode: 'add', radiusPx: 20, points: far }] }).lengthMm).toEqual(
      before.lengthMm,
    )
  })
})
