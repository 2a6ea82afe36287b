import fc from 'fast-check'
import {
  carriedFoot,
  emptyFoot,
  isNumberMeasure,
  measuredTogether,
  measureIds,
  type FootValues,
  type MeasureId,
  type NumberMeasureId,
} from './index'

const footOf = (numbers: Partial<Record<NumberMeasureId, number>>): FootValues => ({ ...emptyFoot, numbers })
const numberIds = measureIds.filter(isNumberMeasure)
const anyFoot = fc
  .dictionary(fc.constantFrom(...numberIds), fc.double({ min: 1, max: 50, noNaN: true }))
  .map((numbers) => footOf(numbers))
const visits = fc.array(anyFoot, { maxLength: 4 })
const dated = (feet: readonly FootValues[]) => feet.map((foot, i) => ({ day: `2026-0${9 - i}-01`, foot }))

describe('a foot of a re-test', () => {
  test('what was measured today stands, and comes from nowhere else', () => {
    fc.assert(
      fc.property(anyFoot, visits, (today, earlier) => {
        const { foot, days } = carriedFoot(today, dated(earlier))
        for (const id of numberIds)
          if (today.numbers[id] !== undefined) {
            expect(foot.numbers[id]).toBe(today.numbers[id])
            expect(days[id]).toBeUndefined()
          }
      }),
    )
  })
  test('values that are read together are never of two days', () => {
    fc.assert(
      fc.property(anyFoot, visits, (today, earlier) => {
        const { foot, days } = carriedFoot(today, dated(earlier))
        for (const id of numberIds) {
          const known = measuredTogether(id).filter((m): m is NumberMeasureId => m in foot.numbers)
          const isToday = known.some((m) => m in today.numbers)
          if (isToday) for (const m of known) expect(days[m]).toBeUndefined()
        }
      }),
    )
  })
  test('nothing before: the foot as it is', () => {
    fc.assert(
      fc.property(anyFoot, (today) => {
        expect(carriedFoot(today, []).foot.numbers).toEqual(today.numbers)
      }),
    )
  })
  test('the newest of the visits before counts, and one height of the arch takes the others out', () => {
    const earlier = dated([
      footOf({ navicularStand: 36, kneeToWall: 90 }),
      footOf({ navicularStand: 30, navicularSit: 40, heelRaises: 9 }),
    ])
    const { foot, days } = carriedFoot(footOf({ navicularSit: 44 }), earlier)
    expect(foot.numbers).toEqual({ navicularSit: 44, kneeToWall: 90, heelRaises: 9 })
    expect(days).toEqual({ kneeToWall: '2026-09-01', heelRaises: '2026-08-01' })
  })
  test('an angle of the shin of today is not outdone by the distance of last time', () => {
    const { foot } = carriedFoot(footOf({ shinAngle: 40 }), dated([footOf({ kneeToWall: 60 })]))
    expect(foot.numbers).toEqual({ shinAngle: 40 })
  })
  test('called unchanged: the last value, as of today; not tested: the last value, as of then', () => {
    const seen: FootValues = {
      ...emptyFoot,
      states: { kneeToWall: 'unchanged', heelRaises: 'notTested' },
    }
    const { foot, days } = carriedFoot(seen, dated([footOf({ kneeToWall: 90, heelRaises: 9 })]))
    expect(foot.numbers).toEqual({ kneeToWall: 90, heelRaises: 9 })
    expect(foot.states.kneeToWall).toBe('unchanged')
    expect(days).toEqual({ heelRaises: '2026-09-01' })
  })
  test('who could not do it last time still cannot, until it is tried again', () => {
    const before: FootValues = { ...emptyFoot, states: { singleLegOpen: 'cannot' } }
    expect(carriedFoot(emptyFoot, dated([before])).foot.states.singleLegOpen).toBe('cannot')
    expect(
      carriedFoot(footOf({ singleLegOpen: 4 }), dated([before])).foot.states.singleLegOpen,
    ).toBeUndefined()
  })
  test('every measure is together with itself, both ways', () => {
    for (const id of measureIds) {
      expect(measuredTogether(id)).toContain(id)
      for (const other of measuredTogether(id)) expect(measuredTogether(other)).toContain<MeasureId>(id)
    }
  })
})
