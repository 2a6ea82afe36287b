import { cautionIds, cautionQuestions } from '@sturvo/core/cautions'
import { measureIds } from '@sturvo/core/measures'
import { defaultSettings, read, type Finding, type VisitFacts } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { choosePlan, library } from '@sturvo/core/training'
import { factsOf, openApiDocument } from '@sturvo/schema'
import { handoutOf } from '@sturvo/pages/handout'
import {
  becauseText,
  cautionText,
  chancePct,
  clientWords,
  doseText,
  findingWords,
  measureText,
  num,
  pct,
  plain,
  problemText,
  sentenceOf,
  settingText,
} from './index'
import { letterText } from '@sturvo/pages/handout'

const references = referenceValues()
const both = (id: string, left: number | string, right: number | string) => ({
  [`measure.${id}.left.1`]: left,
  [`measure.${id}.right.1`]: right,
})
const fields = {
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
  ...both('navicularSit', 43, 42),
  ...both('navicularStand', 34.5, 31),
  ...both('navicularSingle', 31, 30.5),
  ...both('navicularActive', 42.5, 36),
  ...both('navicularPassive', 44, 42),
  ...both('archSeen', 'some', 'none'),
  ...both('truncatedLength', 181, 183),
  ...both('ballWidth', 100, 104),
  ...both('toeWidth', 97, 99),
  ...both('halluxAngle', 9, 22),
  ...both('toeState', 'straight', 'straight'),
  ...both('scaleHeel', 17, 19),
  ...both('scaleInner', 8, 13),
  ...both('scaleOuter', 8, 3),
  ...both('kneeToWall', 92, 68),
  ...both('kneeToWallFeel', 'nothing', 'pinch in front'),
  ...both('bigToeExtension', 58, 44),
  ...both('singleLegOpen', 26, 'cannot'),
  ...both('singleLegShut', 7, 3),
  ...both('heelRaises', 17, 'cannot'),
  ...both('heelRest', 7, 12),
  ...both('heelActive', 3, 8),
  'shoe.shoe00000001': {
    name: 'Deck boots',
    hoursPerWeek: 60,
    stackHeelMm: 30,
    stackForefootMm: 29,
    innerWidthBallMm: 98,
  },
  'shoe.shoe00000002': { name: 'Clogs', hoursPerWeek: 6, stackHeelMm: 30, stackForefootMm: 29 },
  'answer.hoursStanding': 30,
}
const facts: VisitFacts = factsOf({
  fields,
  birthYear: 1992,
  day: '2026-05-04',
  ownedKit: ['wall', 'step'],
  references,
})
const reading = read(facts, references, defaultSettings)
const wordsOf = (id: string) => findingWords(reading.findings.find((f) => f.id === id)!)

test('each finding of a full visit makes a whole sentence without a hole in it', () => {
  const kinds = new Set<Finding['kind']>()
  for (const finding of reading.findings) {
    const { sentence, detail, evidence } = findingWords(finding)
    kinds.add(finding.kind)
    for (const text of [plain(sentence), detail, evidence])
      expect(text).not.toMatch(/undefined|NaN|null|\[object|Infinity/)
    expect(plain(sentence)).toMatch(/\.$/)
  }
  expect([...kinds].sort()).toEqual([
    'archMap',
    'archMotion',
    'archPosition',
    'balance',
    'driver',
    'fan',
    'grade',
    'hallux',
    'heelRaises',
    'noReserve',
    'range',
    'shelf',
    'shoe',
    'sideDifference',
    'sideShare',
    'tripod',
  ])
})

test('sentences as a practitioner reads them', () => {
  expect(plain(wordsOf('motion.right').sentence)).toBe('The right arch moves a lot.')
  expect(wordsOf('motion.right').detail).toContain('comes down 11 mm from sitting, has 0.5 mm left')
  expect(plain(wordsOf('balance.open.right').sentence)).toBe('Cannot stand on the right leg, eyes open.')
  expect(plain(wordsOf('kneeToWall.right').sentence)).toBe('Right ankle bends 68 mm to the wall, goal 125.')
  expect(wordsOf('kneeToWall.right').detail).toBe('pinch in front at the end of the range')
  expect(plain(wordsOf('grade.heel.right').sentence)).toContain('2 or 3')
})

test('words never blame: not abnormal, not bad feet, not fix', () => {
  const all = [
    ...reading.findings.flatMap((f) => [
      plain(findingWords(f).sentence),
      findingWords(f).detail,
      clientWords(f) ?? '',
    ]),
    ...cautionIds.flatMap((id) => Object.values(cautionText[id])),
    ...measureIds.flatMap((id) => Object.values(measureText[id])),
    ...Object.values(settingText).flatMap((s) => [s.name, s.changes, ...Object.values(s.choices)]),
    ...library.flatMap((e) => [e.name, e.cue, e.slip]),
  ]
  for (const text of all) expect(text).not.toMatch(/abnormal|bad feet|bad foot|\bfix\b/i)
})

test('every problem has a sentence that says what to do', () => {
  expect(sentenceOf({ code: 'blankSheet', path: 'image', contrast: 3 })).toMatch(/blank.*choose another/)
  expect(sentenceOf({ code: 'tooManyPrints', path: 'image', found: 3, expected: 1 })).toContain('3 prints')
  expect(sentenceOf({ code: 'noLoad', path: 'loads', side: 'left' })).toContain('left foot')
  const reasons: Partial<Record<string, string>> = { badOutline: 'crossing' }
  for (const [code, words] of Object.entries(problemText)) {
    const text = (words as (p: object) => string)({
      code,
      path: 'p3',
      side: 'left',
      found: 2,
      expected: 1,
      widthPx: 1,
      heightPx: 1,
      neededPx: 24,
      megapixels: 50,
      limitMegapixels: 40,
      mmPerPx: 0,
      low: 0,
      high: 1,
      lengthMm: 3,
      neededMm: 80,
      frames: 3,
      neededFrames: 20,
      key: 'rows',
      reason: reasons[code] ?? 'badValue',
      value: 'two',
      line: 4,
      column: 2,
      limit: 2000,
      unit: 'kPa',
      cells: 50_000,
    })
    expect(text.length).toBeGreaterThan(20)
    expect(text).not.toMatch(/undefined|NaN/)
  }
})

test('numbers: sensible decimals, sign with its number, never wholly sure', () => {
  expect(num(34.5)).toBe('34.5')
  expect(num(34.04)).toBe('34')
  expect(pct(0.834)).toBe('83\u00a0%')
  expect(chancePct(0.9999)).toBe('over 99\u00a0%')
  expect(chancePct(0.0001)).toBe('under 1\u00a0%')
})

test('a drill says its dose and its reason', () => {
  const dose = { sets: 3, work: { holdS: 30 }, perWeek: 5, extraSets: { left: 0, right: 0 }, minutes: 4 }
  expect(doseText(dose, 'each')).toBe('3 × 30 s each side, 5 days a week')
  expect(
    doseText({ ...dose, work: { reps: 8, secondsPerRep: 4 }, extraSets: { left: 1, right: 0 } }, 'each'),
  ).toBe('3 × 8 each side, one set more on the left, 5 days a week')
  expect(doseText({ ...dose, sets: 1, work: { holdS: 120 } }, 'both')).toBe('1 × 2 min, 5 days a week')
  expect(becauseText([{ measure: 'bigToeExtensionDeg', side: 'right', value: 48, goal: 60 }])).toBe(
    'right big toe bends 48°, goal 60°',
  )
})

test("the client's page holds drills, shoes and care; with a stop only where to go", () => {
  // grade 2 keeps the shoes: this arch is lifted by the client's own strength
  const { right } = facts.feet
  const numbers = { ...right.numbers, navicularActive: 41.5 }
  const able = read(
    { ...facts, feet: { ...facts.feet, right: { ...right, numbers } } },
    references,
    defaultSettings,
  )
  const page = handoutOf({
    reading: able,
    plan: choosePlan(able.planInput!),
    practice: 'Tideway',
    client: 'Ansa Rook',
    on: '4 May 2026',
    ...facts.plan,
    pinnedFindings: [],
  })
  expect(page.blocked).toBeUndefined()
  expect(page.drills.length).toBeGreaterThan(2)
  expect(page.minutes).toBeLessThanOrEqual(facts.plan.minutesPerSession)
  // four weeks in full, and where they lead
  expect(page.shoes).toHaveLength(5)
  expect(page.shoes.at(-1)!.weeks).toMatch(/^To week \d+$/)
  const stopped = read(
    { ...facts, cautionAnswers: { ...facts.cautionAnswers, calfSwollen: true } },
    references,
    defaultSettings,
  )
  const blocked = handoutOf({
    reading: stopped,
    plan: undefined,
    practice: 'Tideway',
    client: 'Ansa Rook',
    on: '4 May 2026',
    ...facts.plan,
    pinnedFindings: [],
  })
  expect(blocked).toMatchObject({ drills: [], shoes: [], blocked: { see: 'a doctor, today' } })
})

test('the letter says from whom, about whom and why, and does not diagnose', () => {
  const stopped = read({ ...facts, cautionAnswers: { tenderBone: true } }, references, defaultSettings)
  const text = letterText({
    practice: { name: 'Tideway Foot Room', place: 'Orrin Quay' },
    practitioner: 'Ilse Marrack',
    client: { name: 'Ansa Rook', birthYear: 1992 },
    on: '4 May 2026',
    stops: stopped.cautions.cautions,
    findings: stopped.findings,
    pinnedFindings: [],
  })
  for (const part of [
    'Tideway Foot Room, Orrin Quay',
    'To the family doctor',
    'About Ansa Rook, born 1992',
    'Tender bone',
    'Ilse Marrack',
    'not a diagnosis',
  ])
    expect(text).toContain(part)
})

test('the OpenAPI document is made from the contracts', () => {
  const document = JSON.stringify(openApiDocument('1.0.0'))
  expect(document).toContain('"openapi":"3.1.0"')
  expect(document).toContain('birthYear')
})

test('a pinned sentence goes on the page and into the letter, however small it is', () => {
  const small = reading.findings.find((f) => f.kind === 'sideShare')!
  const sentence = plain(findingWords(small).sentence)
  const input = {
    reading,
    plan: undefined,
    practice: 'Tideway',
    client: 'Ansa Rook',
    on: '4 May 2026',
    ...facts.plan,
  }
  expect(handoutOf({ ...input, pinnedFindings: [] }).seen).not.toContain(sentence)
  expect(handoutOf({ ...input, pinnedFindings: [small.id] }).seen[0]).toBe(sentence)
  const letter = (pinnedFindings: string[]) =>
    letterText({
      practice: { name: 'T', place: 'O' },
      practitioner: 'I',
      client: { name: 'A', birthYear: null },
      on: 'today',
      stops: [],
      findings: reading.findings,
      pinnedFindings,
    })
  expect(letter([])).not.toContain(sentence)
  expect(letter([small.id])).toContain(sentence)
})
