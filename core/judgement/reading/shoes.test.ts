import { referenceValues } from '../../groundwork/reference'
import { footOutline, neutralFoot } from '../../figure/footShape'
import { emptyFoot } from '../../foot/measures'
import type { Shoe } from '../../shoe/footwear'
import { defaultSettings, read, type VisitFacts } from './index'
import { bareFacts } from './testing/bareFacts'

const references = referenceValues()
const outline = (side: 'left' | 'right') =>
  footOutline({ ...neutralFoot, side, lengthMm: 250, ballWidthMm: 100 }).outlineFootMm
const measured = (numbers: object) => ({
  ...emptyFoot,
  numbers: { footLength: 250, ballWidth: 100, toeWidth: 92, heelWidth: 64, ...numbers },
})
const facts = (shoes: readonly Shoe[], changed: Partial<VisitFacts> = {}) =>
  bareFacts({
    bodyMassKg: 70,
    feet: { left: measured({}), right: measured({}) },
    traced: { left: outline('left'), right: outline('right') },
    hoursStanding: 20,
    hoursWalking: 10,
    shoes,
    ...changed,
  })
const readNow = (shoes: readonly Shoe[], changed: Partial<VisitFacts> = {}) =>
  read(facts(shoes, changed), references, defaultSettings)
const wide: Shoe = {
  id: 'wide',
  name: 'Wide',
  hoursPerWeek: 10,
  stackHeelMm: 8,
  stackForefootMm: 8,
  bendStiffness: 1,
  innerLengthMm: 266,
  innerWidthBallMm: 112,
  innerWidthToesMm: 112,
  innerWidthHeelMm: 74,
  soleWidthMm: 116,
}
const narrow: Shoe = {
  ...wide,
  id: 'narrow',
  name: 'Narrow',
  hoursPerWeek: 30,
  innerWidthBallMm: 74,
  innerWidthToesMm: 56,
}
const verdictOf = (shoe: Shoe, changed: Partial<VisitFacts> = {}) =>
  readNow([shoe], changed).shoes.shoes[0]!.verdict

describe('the verdict', () => {
  test('a shoe with room stays, with its reasons', () => {
    const verdict = verdictOf(wide)
    expect(verdict.choice).toBe('keep')
    expect(verdict.inFavour.map((r) => r.kind)).toEqual(expect.arrayContaining(['room', 'thin', 'bends']))
  })
  test('a shoe the foot reaches far out of is let go, and names the hours it is worn', () => {
    const verdict = verdictOf(narrow)
    expect(verdict).toMatchObject({ choice: 'letGo', hoursPerWeek: references.limitNarrowHours })
    expect(verdict.against[0]!.kind).toBe('outside')
    expect(verdict.against.map((r) => r.kind)).toContain('mostWorn')
  })
  test('where only widths are known they speak, and limit', () => {
    const verdict = verdictOf(
      { id: 'x', name: 'x', hoursPerWeek: 5, innerWidthToesMm: 80 },
      {
        traced: { left: undefined, right: undefined },
        feet: { left: { ...emptyFoot, numbers: { toeWidth: 92 } }, right: emptyFoot },
      },
    )
    expect(verdict.against[0]).toEqual({ kind: 'narrow', mm: 10 })
    expect(verdict.choice).toBe('limit')
  })
  test('a measured width that is narrower speaks, whatever a guessed inside says; nothing is called room then', () => {
    for (const known of [{ innerWidthToesMm: 88 }, { innerWidthBallMm: 97 }]) {
      const { innerWidthBallMm: _, innerWidthToesMm: __, innerWidthHeelMm: ___, ...rest } = wide
      const verdict = verdictOf({ ...rest, ...known })
      expect(
        verdict.against.map((r) => r.kind).filter((k) => k === 'narrow' || k === 'outside'),
      ).toHaveLength(1)
      expect(verdict.inFavour.map((r) => r.kind)).not.toContain('room')
      expect(verdict.choice).not.toBe('keep')
    }
  })
  test('an insert too high is changed, not the shoe; a foot that does not go in without one lets it go', () => {
    const deep = { ...wide, depthArchMm: 72, depthForefootMm: 60, depthHeelMm: 90 }
    const support = { kind: 'support', archMm: 12 } as const
    expect(verdictOf({ ...deep, insert: support }).choice).toBe('insert')
    expect(verdictOf(deep).choice).toBe('keep')
    expect(verdictOf({ ...deep, depthArchMm: 50 }).against.map((r) => r.kind)).toContain('noDepth')
  })
  test('an insert with nothing beneath it cannot hold', () => {
    const leg = { left: measured({ loadLine: 30, heelRest: 12 }), right: measured({}) }
    const shoe: Shoe = {
      ...wide,
      heelBaseWidthMm: 50,
      insert: { kind: 'support', archMm: 2, heelMm: 1, forefootMm: 0 },
    }
    const verdict = verdictOf(shoe, { feet: leg })
    expect(verdict.against).toContainEqual(
      expect.objectContaining({ kind: 'noBase', side: 'left', hasInsert: true }),
    )
    expect(verdict.choice).toBe('insert')
  })
  test('a tall stack with hardly any drop is limited to fewer hours', () => {
    expect(verdictOf({ ...wide, stackHeelMm: 33, stackForefootMm: 31 })).toMatchObject({
      choice: 'limit',
      hoursPerWeek: references.limitTallHours,
    })
  })
  test('an overhang within the error of a guessed inside is not held against a shoe', () => {
    const guessed: Shoe = { id: 'g', name: 'g', hoursPerWeek: 5, innerWidthToesMm: 86 }
    expect(verdictOf(guessed).against.filter((r) => r.kind === 'outside')).toEqual([])
  })
  test('nothing known, nothing said', () => {
    expect(verdictOf({ id: 'x', name: 'x' }).isOpen).toBe(true)
  })
})

test('the Reading names the worst place of the shoe worn most; retired shoes and ghosts are quiet', () => {
  const reading = readNow([
    narrow,
    { ...narrow, id: 'old', isRetired: true },
    { ...narrow, id: 'ghost', isGhost: true },
  ])
  expect(reading.findings.filter((f) => f.kind === 'fit').map((f) => f.id)).toEqual(['shoe.narrow'])
})

test('a device that does not fit is found, and in which shoes', () => {
  const reading = readNow([{ ...wide, depthArchMm: 66 }], {
    orthoses: [{ id: 'd', kind: 'support', volume: 'full', reason: 'grade', archMm: 14 }],
  })
  const finding = reading.findings.find((f) => f.kind === 'orthosis')
  expect(finding).toMatchObject({ notIn: [{ name: 'Wide' }] })
})

test('new minutes are walked in the thinnest shoe that stays; a decision stands over the proposal', () => {
  expect(readNow([narrow, wide]).newShoe?.reading.shoe.name).toBe('Wide')
  expect(readNow([narrow, { ...wide, ownVerdict: { choice: 'letGo' } }]).newShoe).toBeUndefined()
  expect(readNow([{ ...wide, use: 'home' }]).newShoe).toBeUndefined()
})

test('what a verdict was made without is what nobody measured', () => {
  const missingOf = (shoe: Partial<Shoe>) =>
    readNow([{ id: 'a', name: 'Boots', hoursPerWeek: 10, ...shoe }]).shoes.shoes[0]!.verdict.missing
  expect(missingOf({})).toEqual(expect.arrayContaining(['shoeWidths', 'stacks', 'bend']))
  // stacks of 38 and 22 mm are measured: they are not asked for again
  expect(missingOf({ stackHeelMm: 38, stackForefootMm: 22 })).not.toContain('stacks')
  expect(missingOf({ bendStiffness: 2 })).not.toContain('bend')
  expect(missingOf({ innerWidthBallMm: 100, innerLengthMm: 270 })).not.toContain('shoeWidths')
  // a line that is no inside of a shoe is not taken for its widths
  const tiny = [0, 1, 2].map((i) => ({ x: i, y: i * i }))
  expect(missingOf({ insole: { points: tiny, from: 'file' } })).toContain('shoeWidths')
})
