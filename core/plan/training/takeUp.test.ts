import { referenceValues } from '../../groundwork/reference'
import { mayTakeUp } from './takeUp'

const r = referenceValues()
type Known = Parameters<typeof mayTakeUp>[1]
const known = (changed: Partial<Known> = {}, measured: Partial<Known['measured']> = {}): Known => ({
  effects: ['noBounce'],
  painPlaces: { left: ['heel'], right: [] },
  pain: { left: 1, right: 0 },
  hasPinch: false,
  measured: {
    kneeToWallMm: 110,
    bigToeExtensionDeg: 70,
    singleLegOpenS: 30,
    heelRaises: 25,
    best: { singleLegOpen: 30, singleLegShut: 10, heelRaises: 25 },
    worstPain: 1,
    kneeComesIn: false,
    isLocked: false,
    ...measured,
  },
  ...changed,
})

test('what is known is the same, or less is known against it: it may', () => {
  expect(mayTakeUp(known(), known(), r)).toBe(true)
  expect(mayTakeUp(known(), known({ effects: [], painPlaces: { left: [], right: [] } }), r)).toBe(true)
})
test.each<[string, Known]>([
  ['a caution', known({ effects: ['noBounce', 'noSpacers'] })],
  ['a place of pain on the other foot', known({ painPlaces: { left: ['heel'], right: ['heel'] } })],
  ['a pinch in front of the ankle', known({ hasPinch: true })],
  ['a foot that is locked', known({}, { isLocked: true })],
  ['a stiffer ankle, behind its gate again', known({}, { kneeToWallMm: 70 })],
  ['pain above what bounce allows', known({}, { worstPain: 6 })],
  ['a gate that nobody measured this time', known({}, { heelRaises: undefined })],
])('%s came up since: it may not', (_name, now) => {
  expect(mayTakeUp(known(), now, r)).toBe(false)
})
test('more pain than it was made for: it may not, nor may one of before pain was kept by side', () => {
  expect(mayTakeUp(known(), known({ pain: { left: 4, right: 0 } }), r)).toBe(false)
  expect(mayTakeUp(known({ pain: { left: 6, right: 0 } }), known({ pain: { left: 4, right: 0 } }), r)).toBe(
    true,
  )
  const { pain: _pain, ...older } = known()
  expect(mayTakeUp(older, known(), r)).toBe(true)
  expect(mayTakeUp(older, known({ pain: { left: 6, right: 0 } }), r)).toBe(false)
})

test('a gate that was shut then may be shut now', () => {
  expect(mayTakeUp(known({}, { kneeToWallMm: 70 }), known({}, { kneeToWallMm: 60 }), r)).toBe(true)
})
