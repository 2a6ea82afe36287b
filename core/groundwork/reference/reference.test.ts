import { referenceProblem, referenceTable, referenceValues, type ReferenceId } from './index'

test('the table as it ships is sound, and a practice lays its own values over it', () => {
  expect(referenceProblem(referenceValues())).toBeUndefined()
  const own = referenceValues({ halluxSlightDeg: 17 })
  expect(own.halluxSlightDeg).toBe(17)
  expect(own.halluxModerateDeg).toBe(referenceTable.halluxModerateDeg.value)
})

test('limits the wrong way round, or equal, are named as a pair', () => {
  expect(referenceProblem(referenceValues({ travelLittleMm: 12 }))).toEqual({
    what: 'order',
    lower: 'travelLittleMm',
    higher: 'travelMuchMm',
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

/** How a unit stands at the end of a name; what is counted ("answers", "toes") says so by its own word. */
const unitEndings: Record<string, string> = {
  mm: 'Mm',
  'mm on a 250 mm foot': 'Mm',
  'mm²': 'Mm2',
  '°': 'Deg',
  '%': 'Pct',
  '% of stance': 'Pct',
  '% depth': 'Pct',
  '% a week': 'Pct',
  s: 'S',
  N: 'N',
  g: 'G',
  Hz: 'Hz',
  kg: 'Kg',
  kPa: 'Kpa',
}

test('a value with a unit of measure says the unit in its name', () => {
  const nameless = Object.entries(referenceTable).filter(
    ([id, entry]) => !id.endsWith(unitEndings[entry.unit] ?? ''),
  )
  expect(nameless.map(([id, entry]) => `${id} in ${entry.unit}`)).toEqual([])
})
