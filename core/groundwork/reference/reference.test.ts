import { referenceProblem, referenceTable, referenceValues, type ReferenceId } from './index'

test('the table as it ships is sound, and a practice lays its own values over it', () => {
  expect(referenceProblem(referenceValues())).toBeUndefined()
  const own = referenceValues({ halluxSlight: 17 })
  expect(own.halluxSlight).toBe(17)
  expect(own.halluxModerate).toBe(referenceTable.halluxModerate.value)
})

test('limits the wrong way round, or equal, are named as a pair', () => {
  expect(referenceProblem(referenceValues({ travelLittle: 12 }))).toEqual({
    what: 'order',
    lower: 'travelLittle',
    higher: 'travelMuch',
  })
  expect(referenceProblem(referenceValues({ fanTapered: 1 }))?.what).toBe('order')
})

const above = (Object.keys(referenceTable) as ReferenceId[]).filter((id) => referenceTable[id].value > 0)
test('no value that ships above zero can be pushed to nothing', () => {
  for (const id of above)
    for (const value of [0, -1])
      expect({ id, refused: referenceProblem(referenceValues({ [id]: value })) !== undefined }).toEqual({
        id,
        refused: true,
      })
})

test('every value says its unit, where it comes from and what it is for, and no two say the same', () => {
  const entries = Object.values(referenceTable)
  for (const entry of entries) {
    expect(entry.source.length).toBeGreaterThan(3)
    expect(entry.label.length).toBeGreaterThan(5)
    expect(Number.isFinite(entry.value)).toBe(true)
  }
  const names = entries.map((entry) => `${entry.group}: ${entry.label}`)
  expect(new Set(names).size).toBe(names.length)
})
