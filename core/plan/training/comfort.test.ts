import { choosePlan, kitItems, library, type PainPlace } from './index'
import { inputOf, shortOfAll, usualSettings } from './testing/arbitraryClient'

/** What each place draws, as a practitioner would say it; written apart from the drills. */
const ownOf: Record<PainPlace, readonly string[]> = {
  heel: ['pullBack', 'ballRoll', 'firmBallRoll', 'coolInStages', 'calfPress'],
  arch: ['pullBack', 'ballRoll', 'firmBallRoll', 'coolInStages', 'calfPress'],
  insideAnkle: ['crossRub', 'calfPress', 'ankleCircles'],
  achilles: ['calfPress', 'ankleCircles'],
  ball: [],
  top: [],
}
const soothing = library.filter((e) => e.targets[0]![0] === 'comfort').map((e) => e.id)
const settings = { ...usualSettings, plantarFascia: 'lengthen', pressureTools: 'firmAllowed' } as const
const chosen = (places: readonly PainPlace[], pinned: readonly string[] = []) =>
  choosePlan(
    inputOf(
      {
        left: shortOfAll,
        right: shortOfAll,
        goal: 'lessPain',
        places: { left: [...places], right: [] },
        pain: 4,
      },
      { kit: [...kitItems], minutesPerSession: 30, settings, pinned },
    ),
  )
const idsIn = (places: readonly PainPlace[], pinned: readonly string[] = []) =>
  new Set(chosen(places, pinned).phases.flatMap((p) => p.picks.map((pick) => pick.exercise.id)))

test.each(Object.keys(ownOf) as PainPlace[])('a sore %s draws only what is its own', (place) => {
  const ids = idsIn([place])
  expect(soothing.filter((id) => ids.has(id) && !ownOf[place].includes(id))).toEqual([])
  // and what soothes others is not offered in its stead
  const left = chosen([place])
    .leftOut.filter((l) => l.because.why === 'notSore')
    .map((l) => l.exercise.id)
  expect(left.filter((id) => ownOf[place].includes(id))).toEqual([])
})

test('no place marked: no drill that is there to soothe, unless a hand pins it', () => {
  expect(soothing.filter((id) => idsIn([]).has(id))).toEqual([])
  expect(idsIn([], ['ankleCircles']).has('ankleCircles')).toBe(true)
  expect(chosen([]).leftOut.find((l) => l.exercise.id === 'calfPress')?.because).toEqual({ why: 'notSore' })
})

test('a ball goes beside a sore spot, and the drill says so', () => {
  const picks = chosen(['heel'], ['ballRoll']).phases.flatMap((p) => p.picks)
  const ball = picks.find((pick) => pick.exercise.id === 'ballRoll')!
  expect(ball.lines).toContain('besideSpot')
})
