import { MantineProvider } from '@mantine/core'
import { fireEvent, render, screen } from '@testing-library/react'
import { emptyFoot } from '@sturvo/core/measures'
import { defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { bySide } from '@sturvo/core/side'
import { neutralFoot } from '@sturvo/core/footShape'
import { footShapeOf } from '@sturvo/core/footShape'
import { bareFacts } from '../../../core/judgement/reading/testing/bareFacts'
import { footToMat, matToFoot } from './matFrame'
import { layerToggled, matSlice, nextLayerChosen } from './matSlice'
import { MatView, type MatViewProps } from './MatView'

const references = referenceValues()
const weighed = (h: number, m1: number, m5: number) => ({
  ...emptyFoot,
  numbers: {
    scaleHeel: h,
    scaleInner: m1,
    scaleOuter: m5,
    navicularSit: 42,
    navicularStand: 31,
    halluxAngle: 17,
  },
})
const facts = bareFacts({ ageYears: 40, feet: { left: weighed(10, 5, 5), right: weighed(20, 13, 3) } })
const props = (changed: Partial<MatViewProps> = {}): MatViewProps => ({
  shapes: bySide((side) => ({ ...neutralFoot, side })),
  traced: { left: undefined, right: undefined },
  isOverlaid: false,
  onOverlayToggled: () => undefined,
  onClientShown: () => undefined,
  onPartTapped: () => undefined,
  feet: facts.feet,
  prints: { left: undefined, right: undefined },
  marks: [],
  reading: read(facts, references, defaultSettings),
  tripodPoints: 'heads',
  references,
  layers: ['load', 'arch', 'toes', 'pain'],
  onLayerToggled: () => undefined,
  ...changed,
})
const show = (changed: Partial<MatViewProps> = {}) =>
  render(
    <MantineProvider>
      <MatView {...props(changed)} />
    </MantineProvider>,
  )

test('left is on the left: the left foot lies left of the right one, big toes to the middle', () => {
  expect(footToMat({ x: 0, y: 100 }, 'left').x).toBeLessThan(footToMat({ x: 0, y: 100 }, 'right').x)
  expect(footToMat({ x: 30, y: 0 }, 'left').x).toBeGreaterThan(footToMat({ x: 0, y: 0 }, 'left').x)
  expect(footToMat({ x: 30, y: 0 }, 'right').x).toBeLessThan(footToMat({ x: 0, y: 0 }, 'right').x)
  for (const side of ['left', 'right'] as const)
    expect(matToFoot(footToMat({ x: 12, y: 34 }, side), side)).toEqual({ x: 12, y: 34 })
})

test('loads, heights and angles stand on the Mat in words and numbers', () => {
  show()
  for (const text of ['36 % of weight', '64 % of weight', 'three points off', 'three points even'])
    expect(screen.getByText(text)).toBeTruthy()
  expect(screen.getAllByText('big toe leans 17°')).toHaveLength(2)
  expect(screen.getAllByText('sit 42')).toHaveLength(2)
})

test('a layer that is off is not drawn; its button says so and turns it on', () => {
  const toggled: string[] = []
  show({ layers: [], onLayerToggled: (layer) => toggled.push(layer) })
  expect(screen.queryByText('three points off')).toBeNull()
  const button = screen.getByRole('button', { name: 'Load' })
  expect(button.getAttribute('aria-pressed')).toBe('false')
  fireEvent.click(button)
  expect(toggled).toEqual(['load'])
})

test('a tap on a part of a foot leads to its fields', () => {
  const tapped: unknown[] = []
  show({ onPartTapped: (side, region) => tapped.push([side, region]) })
  fireEvent.keyDown(screen.getByRole('button', { name: 'left foot: go to its fields' }), { key: 'Enter' })
  expect(tapped).toEqual([['left', 'arch']])
})

test('pain and skin have layers of their own, and marks on a side view are not drawn from above', () => {
  const mark = (id: string, kind: 'pain' | 'skin', view: 'sole' | 'inner') => ({
    id,
    side: 'right' as const,
    across: 0,
    along: 0.4,
    kind,
    view,
    when: [],
  })
  const marks = [mark('a', 'pain', 'sole'), mark('b', 'skin', 'sole'), mark('c', 'pain', 'inner')]
  const { unmount } = show({ layers: ['pain'], marks })
  expect(screen.getAllByRole('img', { name: 'right foot, sore spot' })).toHaveLength(1)
  expect(screen.queryByRole('img', { name: 'right foot, skin' })).toBeNull()
  unmount()
  show({ layers: ['skin'], marks })
  expect(screen.getByRole('img', { name: 'right foot, skin' })).toBeTruthy()
})

test('left over right says in millimetres where the feet differ', () => {
  show({
    isOverlaid: true,
    shapes: {
      left: { ...neutralFoot, side: 'left', lengthMm: 256, ballWidthMm: 104 },
      right: { ...neutralFoot, side: 'right' },
    },
  })
  expect(screen.getByText(/^length: left 4(\.\d)? mm longer, likely$/)).toBeTruthy()
  expect(
    screen.getByText(/^ball, inside: left \d(\.\d)? mm wider(, likely|, within the error)?$/),
  ).toBeTruthy()
})

test('gaps and the other two arches stand where they belong once they are known', () => {
  const known = {
    numbers: { gapRest1: 2, gapSpread1: 7, ballWidth: 104, ballWidthSit: 96 },
    words: { outerArch: 'some', crossLighten: 'no' },
    states: {},
  }
  show({ layers: ['toes', 'arch'], feet: { left: emptyFoot, right: known } })
  expect(screen.getByText('› 7', { exact: false })).toBeTruthy()
  expect(screen.getByText('outer arch: some')).toBeTruthy()
  expect(screen.getByText('cross arch spreads 8 mm, cannot lighten')).toBeTruthy()
})

test('layers go round and toggle', () => {
  const { reducer } = matSlice
  let mat = reducer({ shown: ['load', 'arch'], isOverlaid: false }, nextLayerChosen())
  expect(mat.shown).toEqual(['print'])
  mat = reducer(mat, layerToggled('pain'))
  expect(reducer(mat, layerToggled('print')).shown).toEqual(['pain'])
  expect(reducer({ shown: ['shoe'], isOverlaid: false }, nextLayerChosen()).shown).toEqual(['load'])
})

test('a foot is drawn from its print and its own big toe; without a print from a neutral foot', () => {
  const print = {
    lengthMm: 240,
    toelessLengthMm: 196,
    ballWidthMm: 88,
    heelWidthMm: 52,
    toeWidthMm: undefined,
    archIndex: { value: 0.3, error: 0 },
    printKind: 'full' as const,
  }
  const drawn = footShapeOf({ side: 'left', foot: facts.feet.left, print, ballWidthMm: 97 })
  expect(drawn).toMatchObject({ lengthMm: 246, ballWidthMm: 97, halluxAngleDeg: 17, kind: 'full' })
  expect(
    footShapeOf({ side: 'left', foot: emptyFoot, print: undefined, ballWidthMm: undefined }),
  ).toMatchObject({ lengthMm: neutralFoot.lengthMm, halluxAngleDeg: neutralFoot.halluxAngleDeg })
})
