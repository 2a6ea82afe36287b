import fc from 'fast-check'
import { shelfThen, type ShelfPart, type ShelfShoe } from './shelfThen'

const minutes = (parts: readonly ShelfPart[]) => parts.reduce((total, part) => total + part.minutes, 0)
const shoe = (more: Partial<ShelfShoe> & { id: string }): ShelfShoe => ({
  name: more.id,
  isNew: false,
  isLetGo: false,
  use: 'walk',
  hoursPerWeek: 10,
  stackHeelMm: 30,
  stackForefootMm: 22,
  ...more,
})
const change = { moreMin: 0, barefootMin: 0, isBarefoot: false }
const of = (parts: readonly ShelfPart[], id: string) => parts.find((part) => part.id === id)?.minutes ?? 0

test('what is new takes its minutes from the others by their share; nobody is on the feet longer', () => {
  const { now, then } = shelfThen({
    shoes: [shoe({ id: 'boots', hoursPerWeek: 30 }), shoe({ id: 'town', hoursPerWeek: 10 })],
    change: { ...change, moreMin: 8 * 60 },
    buy: { stackMm: 8, dropMm: 0 },
    walkedIn: undefined,
  })
  expect(of(now, 'boots')).toBe(1800)
  expect(of(then, 'boots')).toBe(24 * 60)
  expect(of(then, 'town')).toBe(8 * 60)
  expect(then.find(({ kind }) => kind === 'toBuy')).toMatchObject({ minutes: 480, stackHeelMm: 8 })
})

test('shoes that are let go are empty at the end; what the new ones do not take goes on elsewhere', () => {
  const shoes = [shoe({ id: 'boots', isLetGo: true, hoursPerWeek: 20 }), shoe({ id: 'town' })]
  const { then } = shelfThen({ shoes, change: { ...change, moreMin: 300 }, buy: undefined, walkedIn: 'town' })
  expect(of(then, 'boots')).toBe(0)
  expect(of(then, 'town')).toBeGreaterThanOrEqual(600)
  expect(of(then, 'inPlace')).toBe(900)
})

test('a shoe of the shelf that is not worn yet carries the new minutes; bare feet carry them where they are the end', () => {
  const shoes = [
    shoe({ id: 'boots', hoursPerWeek: 20 }),
    shoe({ id: 'thin', isNew: true, hoursPerWeek: 2, stackHeelMm: 7, stackForefootMm: 7 }),
  ]
  const more = { ...change, moreMin: 120 }
  expect(of(shelfThen({ shoes, change: more, buy: undefined, walkedIn: 'thin' }).then, 'thin')).toBe(240)
  const bare = shelfThen({ shoes, change: { ...more, isBarefoot: true }, buy: undefined, walkedIn: 'thin' })
  expect([of(bare.then, 'thin'), of(bare.then, 'barefoot')]).toEqual([120, 120])
})

test('both lists add up to the same minutes, none is below nothing, and no change changes nothing', () => {
  const shelf = fc.array(
    fc.record({
      hoursPerWeek: fc.integer({ min: 0, max: 60 }),
      isNew: fc.boolean(),
      isLetGo: fc.boolean(),
      use: fc.constantFrom('work', 'walk', 'run', 'home', 'other'),
    }),
    { maxLength: 6 },
  )
  fc.assert(
    fc.property(
      shelf,
      fc.integer({ min: 0, max: 3000 }),
      fc.integer({ min: 0, max: 300 }),
      fc.boolean(),
      fc.integer({ min: -1, max: 5 }),
      (some, moreMin, barefootMin, isBarefoot, walked) => {
        const shoes = some.map((one, i) => shoe({ ...one, id: `s${i}`, isLetGo: one.isLetGo && !one.isNew }))
        const input = { shoes, buy: { stackMm: 8, dropMm: 0 }, walkedIn: shoes[walked]?.id }
        const { now, then } = shelfThen({ ...input, change: { moreMin, barefootMin, isBarefoot } })
        expect(Math.abs(minutes(now) - minutes(then))).toBeLessThan(2)
        expect([...now, ...then].every((part) => part.minutes > 0)).toBe(true)
        if (shoes.some(({ isLetGo }) => isLetGo)) return
        const same = shelfThen({ ...input, change: { moreMin: 0, barefootMin, isBarefoot } })
        expect(same.then).toEqual(same.now)
      },
    ),
  )
})
