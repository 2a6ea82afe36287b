import fc from 'fast-check'
import { referenceValues } from '../groundwork/reference'
import { minutesOf } from '../plan/training'
import {
  afterAway,
  firstSideOf,
  movedTo,
  paused,
  resumed,
  sessionOf,
  sessionSeconds,
  shareDone,
  startOf,
  stretchAt,
  timerAt,
  type TimedDrill,
} from './index'

const r = referenceValues()
const drills = fc.array(
  fc.record({
    id: fc.constantFrom('a', 'b', 'c'),
    sides: fc.constantFrom('both' as const, 'each' as const),
    sets: fc.integer({ min: 1, max: 5 }),
    extraSets: fc.record({ left: fc.integer({ min: 0, max: 1 }), right: fc.integer({ min: 0, max: 1 }) }),
    setS: fc.integer({ min: 3, max: 120 }),
  }),
  { minLength: 1, maxLength: 8 },
)

test('a session takes what the plan counted, to the second', () => {
  fc.assert(
    fc.property(drills, (list: TimedDrill[]) => {
      const planned = list.reduce((sum, d) => {
        const extra = (d.extraSets.left ?? 0) + (d.extraSets.right ?? 0)
        return sum + minutesOf(d.sides, d.sets, extra, { holdS: d.setS }, r)
      }, 0)
      expect(sessionSeconds(sessionOf(list, r))).toBeCloseTo(planned * 60, 6)
    }),
  )
})

test('sides take turns, the weaker one ends with its extra set', () => {
  const [drill]: TimedDrill[] = [{ id: 'a', sides: 'each', sets: 2, extraSets: { right: 1 }, setS: 20 }]
  const work = sessionOf([drill!], r).filter(({ kind }) => kind === 'work')
  expect(work.map(({ side, set, of }) => `${side} ${set}/${of}`)).toEqual([
    'left 1/2',
    'right 1/3',
    'left 2/2',
    'right 2/3',
    'right 3/3',
  ])
  const other = sessionOf([drill!], { changeoverS: 10, first: 'right' }).filter(({ kind }) => kind === 'work')
  expect(other[0]!.side).toBe('right')
})

test('less is done by sets, never none', () => {
  const list: TimedDrill[] = [{ id: 'a', sides: 'each', sets: 3, extraSets: {}, setS: 20 }]
  const less = sessionOf(list, { changeoverS: 10, setsShare: 0.6 })
  expect(less.filter(({ kind }) => kind === 'work')).toHaveLength(4)
  expect(sessionOf([{ ...list[0]!, sets: 1 }], { changeoverS: 10, setsShare: 0.1 }).length).toBeGreaterThan(0)
})

test('the clock tells where it stands: a locked screen, a pause, a jump', () => {
  const stretches = sessionOf([{ id: 'a', sides: 'both', sets: 3, extraSets: {}, setS: 20 }], {
    changeoverS: 10,
  })
  let timer = resumed({ atS: 0, runningSinceMs: undefined }, 1000)
  expect(timerAt(timer, 26_000)).toBe(25)
  expect(stretchAt(stretches, 25)).toMatchObject({ index: 1, startsAtS: 10, leftS: 5, doneShare: 0.75 })
  timer = paused(timer, 26_000)
  expect(timerAt(timer, 9_999_000)).toBe(25)
  timer = movedTo(resumed(timer, 100_000), startOf(stretches, 3), 100_000)
  expect(stretchAt(stretches, timerAt(timer, 102_000))).toMatchObject({ index: 3, leftS: 18 })
  // a clock set back does not run backwards past what was done
  expect(timerAt(timer, 50_000)).toBe(40)
  expect(stretchAt(stretches, sessionSeconds(stretches))).toBeUndefined()
})

test('nothing runs on while nobody looks for long; a short call costs nothing', () => {
  const from = resumed({ atS: 30, runningSinceMs: undefined }, 1_000_000)
  const seen = 1_020_000
  const short = afterAway(from, seen, seen + 4 * 60_000, r.timerAwayMin)
  expect(timerAt(short, seen + 4 * 60_000)).toBe(30 + 20 + 240)
  const long = afterAway(from, seen, seen + 6 * 60_000, r.timerAwayMin)
  expect(long).toEqual({ atS: 50, runningSinceMs: undefined })
  const still = paused(from, seen)
  expect(afterAway(still, seen, seen + 9e9, r.timerAwayMin)).toBe(still)
})

test('what was skipped or is still running is not done', () => {
  const session = sessionOf([{ id: 'a', sides: 'both', sets: 4, extraSets: {}, setS: 20 }], r)
  const end = sessionSeconds(session)
  expect(shareDone(session, end)).toBe(1)
  expect(shareDone(session, end - 1)).toBe(0.75)
  expect(shareDone(session, end, new Set([1, 3]))).toBe(0.5)
  // a rest that was skipped is no set
  expect(shareDone(session, end, new Set([0]))).toBe(1)
  expect(shareDone([], 0)).toBe(1)
  fc.assert(
    fc.property(drills, fc.double({ min: 0, max: 1, noNaN: true }), (list: TimedDrill[], part) => {
      const whole = sessionOf(list, r)
      const share = shareDone(whole, part * sessionSeconds(whole))
      expect(share).toBeGreaterThanOrEqual(0)
      if (part < 0.99) expect(share).toBeLessThan(1)
    }),
  )
})

test('the side with more to do begins; else the sides take turns by the day', () => {
  const plain = [{ extraSets: {} }, { extraSets: { left: 1, right: 1 } }]
  expect([firstSideOf(plain, '2026-05-04'), firstSideOf(plain, '2026-05-05')].sort()).toEqual([
    'left',
    'right',
  ])
  for (const date of ['2026-05-04', '2026-05-05'])
    expect(firstSideOf([...plain, { extraSets: { right: 1 } }], date)).toBe('right')
})
