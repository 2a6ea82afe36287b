import {
  alternativesTo,
  choosePlan,
  comparePlans,
  inOrderOfWeight,
  kitItems,
  movedBetween,
  readSurer,
  otherWishes,
  without,
  withOther,
} from './index'
import { inputOf, shortOfAll } from './testing/arbitraryClient'

const input = inputOf({ left: shortOfAll, right: { ...shortOfAll, heelRaises: 4 } }, { kit: [...kitItems] })
const plan = choosePlan(input)

test('needs stand by weight, and none is lost between those that count and the rest', () => {
  const { counted, rest } = inOrderOfWeight(
    inputOf({ left: { kneeToWallMm: 60 }, right: { heelRaises: 8 } }).priorities,
  )
  expect(counted.slice(0, 2).sort()).toEqual(['ankleBend', 'calf'])
  expect(new Set([...counted, ...rest]).size).toBe(17)
})

test('what may take a place shares a target, is in no phase, and nothing forbids it', () => {
  const pick = plan.phases[0]!.picks[0]!
  const ids = alternativesTo(pick, plan)
  expect(ids.length).toBeGreaterThan(0)
  const inPlan = plan.phases.flatMap((p) => p.picks.map((each) => each.exercise.id))
  for (const id of ids) expect(inPlan).not.toContain(id)
  const without1 = choosePlan(without({ ...input, pinned: [pick.exercise.id] }, pick.exercise.id))
  expect(without1.phases.flatMap((p) => p.picks.map((each) => each.exercise.id))).not.toContain(
    pick.exercise.id,
  )
})

test('compared with itself nothing is gained or lost; each other wish asks something else', () => {
  expect(comparePlans(plan, plan)).toEqual({
    gained: [],
    lost: [],
    filled: [plan.filledShare, plan.filledShare],
  })
  for (const other of otherWishes) expect(withOther(input, other)).not.toEqual(input)
  const [shorter, longer] = (['shorter', 'longer'] as const).map((other) =>
    choosePlan(withOther(input, other)),
  )
  expect(longer!.filledShare).toBeGreaterThan(shorter!.filledShare)
  for (const each of [shorter!, longer!]) {
    expect(each.filledShare).toBeGreaterThan(0)
    expect(each.filledShare).toBeLessThanOrEqual(1)
  }
})

test('what a change moved: in, out, and in another dose', () => {
  const [first] = plan.phases[0]!.picks
  const id = first!.exercise.id
  expect(movedBetween(plan, plan)).toEqual({ came: [], went: [], dosed: [] })
  const less = choosePlan({ ...input, banned: [id] })
  const moved = movedBetween(plan, less)
  expect(moved.went).toContain(id)
  const oneSet = choosePlan({ ...input, pinned: [id], doses: { [id]: { sets: 1, amount: 1 } } })
  expect(movedBetween(plan, oneSet).dosed).toContain(id)
  expect(movedBetween(plan, oneSet).went).not.toContain(id)
})

test('what would make a need surer: tests that bear on it, missing on either side, the weightiest first', () => {
  const facts = { left: { heelRaises: 10, raisePath: 'straight' }, right: { heelRaises: 12 } }
  const surer = readSurer(facts)
  expect(surer.calf).toEqual([])
  expect(surer.insideAnkle.map((t) => t.fact)).toContain('raisePath')
  expect(surer.insideAnkle.find((t) => t.fact === 'raisePath')!.sides).toEqual(['right'])
  for (const tests of Object.values(surer)) {
    expect(tests.map((t) => t.weight)).toEqual(tests.map((t) => t.weight).sort((a, b) => b - a))
    expect(new Set(tests.map((t) => t.fact)).size).toBe(tests.length)
    // what was told is not asked for again
    expect(tests.map((t) => t.fact)).not.toContain('hadSprain')
  }
})
