import { cautionQuestions } from '@sturvo/core/cautions'
import { planDays } from '@sturvo/core/days'
import { daysAsked, defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { choosePlan, library, type OwnDrill } from '@sturvo/core/training'
import { factsOf, type Fields } from '@sturvo/schema'
import { handoutOf, planSheetOf } from './index'

const references = referenceValues()
const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false]))
const short: Fields = {
  ...noRedFlags,
  'measure.kneeToWall.left.1': 92,
  'measure.kneeToWall.right.1': 78,
  'measure.singleLegOpen.left.1': 6,
  'measure.singleLegOpen.right.1': 9,
  'answer.planMinutes': 14,
  'answer.planStart': '2026-05-11',
}
function papersOf(fields: Fields, own: OwnDrill[] = []) {
  const facts = factsOf({
    fields,
    birthYear: 1980,
    day: '2026-05-04',
    ownedKit: ['wall', 'step'],
    references,
  })
  const reading = read(facts, references, { ...defaultSettings, licence: 'podiatrist' }, own)
  const plan = choosePlan(reading.planInput!)
  const asked = daysAsked({ reading, plan, facts, visitOn: '2026-05-04' })!
  const days = planDays(asked)
  return {
    plan,
    days,
    sheet: planSheetOf({ reading, plan, prices: {}, days, head: ['Tideway Foot Room', 'Ansa Rook'] }),
    handout: handoutOf({
      reading,
      plan,
      days,
      practice: 'Tideway Foot Room',
      client: 'Ansa Rook',
      on: '4 May 2026',
      ...facts.plan,
      pinnedFindings: [],
    }),
  }
}

test('the sheet has every drill with its reason, its gate, and what stands in until then', () => {
  const { plan, sheet } = papersOf(short)
  expect(sheet.phases.map((p) => p.drills.map((d) => d.name))).toEqual(
    plan.phases.map((p) => p.picks.map((pick) => pick.exercise.name)),
  )
  for (const phase of sheet.phases)
    for (const drill of phase.drills) expect(drill.because.length).toBeGreaterThan(5)
  const behind = plan.phases.flatMap((p) => p.picks).filter((pick) => pick.gate)
  expect(behind.length).toBeGreaterThan(0)
  expect(sheet.phases.flatMap((p) => p.drills).filter((d) => d.gate)).toHaveLength(behind.length)
  expect(sheet.needs[0]).toMatch(/missing left \d+\s%, right \d+\s%/)
  expect(sheet.proof).toMatch(/nobody proved/)
})

test('cautions in force, and the reason of each drill left out, stand on the sheet', () => {
  const { sheet } = papersOf({ ...short, 'answer.caution:diabetesOrNumb': true })
  expect(sheet.limits).toHaveLength(1)
  expect(sheet.leftOut.length).toBeGreaterThan(0)
  for (const { because } of sheet.leftOut) expect(because).not.toBe('')
})

test('what the weeks cannot have and what is looked at stand on it by day', () => {
  const { sheet } = papersOf({
    ...short,
    'answer.weekUsual': ['rest', 'rest', 'rest', 'rest', 'free', 'free', 'free'],
  })
  expect(sheet.days[0]).toMatch(/^Week 1: 3 of 5 sessions fit/)
  expect(sheet.days.some((line) => /^\d+ \w+ 2026 \(week \d+\): /.test(line))).toBe(true)
})

test('the week sheet has a box exactly where something is to be done', () => {
  const { handout, days } = papersOf(short)
  const week = days.weeks[0]!
  const { rows } = handout.sheet!
  const drills = rows.filter(({ name }) => name !== 'Spacers' && name !== 'New shoes')
  const boxes = (i: number) => drills.filter(({ cells }) => cells[i] !== null).length
  week.days.forEach((day, i) => expect(boxes(i)).toBe(new Set(day.parts.flat().map((d) => d.id)).size))
})

test('an own drill of the practice is named as its own and drawn as its basis', () => {
  const dome = library.find((e) => e.id === 'dome')!
  const own: OwnDrill = {
    ...dome,
    id: 'own.rope',
    basis: 'dome',
    name: 'Harbour rope pull',
    client: 'Pull the rope in',
    note: 'our own practice',
    gate: undefined,
    start: 4,
    most: 6,
  }
  const { handout, sheet } = papersOf({ ...short, 'answer.planPinned': ['own.rope'] }, [own])
  expect(handout.drills.find((d) => d.name === 'Pull the rope in')!.id).toBe('dome')
  for (const { name } of handout.sheet!.rows) expect(name).not.toMatch(/^own\./)
  expect(sheet.phases[0]!.drills.map((d) => d.name)).toContain('Harbour rope pull')
})
