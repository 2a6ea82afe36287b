import type { KeptPlan } from '@sturvo/schema'
import type { Handout } from './handout'
import { movedHandout } from './movedHandout'

const day = (date: string, more: object = {}) => ({
  date,
  wish: 'free',
  trainMin: 10,
  parts: [['toeFan', 'kneeOverToe']],
  spacersMin: 12,
  shoesMin: 0,
  shoesMostMin: 0,
  checks: [],
  ...more,
})
const dose = { sets: 2, extraSets: {}, holdS: 20, perWeek: 5, minutes: 3, kit: [], lines: [], because: [] }
const kept = {
  madeOn: '2026-05-19',
  because: {
    action: 'backOff',
    rule: 'painTwice',
    from: '2026-05-20',
    words: 'secret',
    before: 'plan00000001',
  },
  days: {
    startsOn: '2026-05-11',
    weeks: [
      { week: 1, stage: 'wake', days: [day('2026-05-11')] },
      {
        week: 2,
        stage: 'wake',
        days: [
          day('2026-05-18', { shoesMin: 40 }),
          day('2026-05-20', { shoesMin: 9, setsShare: 0.6, isEasier: true, checks: [{ kind: 'judge' }] }),
        ],
      },
    ],
    conflicts: [],
  },
  plan: {
    phases: [
      {
        stage: 'wake',
        fromWeek: 1,
        weeks: 1,
        minutesPerSession: 10,
        drills: [{ ...dose, id: 'toeFan', name: 'Toe fan', sides: 'each' }],
      },
      {
        stage: 'load',
        fromWeek: 2,
        weeks: 3,
        minutesPerSession: 10,
        drills: [
          { ...dose, id: 'toeFan', name: 'Toe fan', sides: 'each' },
          {
            ...dose,
            id: 'kneeOverToe',
            name: 'Knee over toe',
            sides: 'each',
            holdS: 30,
            lines: ['Beside something to hold.'],
          },
        ],
      },
    ],
    leftOut: [],
  },
} as unknown as KeptPlan
const before = {
  practice: 'Tideway Foot Room',
  client: 'Ansa Rook',
  on: '4 May 2026',
  seen: ['The arch is low.'],
  drills: [
    {
      id: 'toeFan',
      name: 'My own word',
      clock: '0 to 3 min',
      dose: 'old',
      cue: 'Wide.',
      slip: 'No curl.',
      gate: undefined,
    },
  ],
  phases: [{ name: 'Wake', weeks: 'weeks 1 to 3', drills: [], gate: undefined }],
  shoes: [{ weeks: 'weeks 1 to 4', minutes: '40', where: 'carpet' }],
  care: ['Go lightly.'],
  tooMuch: ['It hurts'],
} as unknown as Handout

test('the page of a moved plan: same care and names, the week as it stands, nothing of what is over', () => {
  const page = movedHandout(kept, before)
  expect(page).toMatchObject({
    on: '19 May 2026',
    care: ['Go lightly.'],
    phases: [],
    shoes: [],
    seen: [],
    changed: [
      expect.stringContaining('lighter'),
      'Do about 60 % of the sets below for now.',
      'Take the easier form of each exercise.',
      'New shoes for now on the softer ground of before.',
      expect.stringContaining('earlier sheet is over'),
    ],
  })
  expect(page.sheet).toMatchObject({
    begins: '18 May 2026',
    days: ['Mon 18', 'Wed 20'],
    rows: [
      { name: 'My own word', cells: ['', ''] },
      { cells: ['', ''] },
      { name: 'Spacers', cells: ['12 min', '12 min'] },
      { name: 'New shoes', cells: ['40 min', '9 min'] },
    ],
    checks: ['20 May 2026: Measure again together'],
  })
  // of the phase this week is in, with its own dose
  expect(page.drills.map((d) => [d.id, d.name])).toEqual([
    ['toeFan', 'My own word'],
    ['kneeOverToe', expect.any(String)],
  ])
  expect(page.drills[1]!.dose).toContain('30 s')
  expect(JSON.stringify(page)).not.toMatch(/secret|undefined|NaN/)
})

test('a plan without days keeps its page but for what is over', () => {
  const { days: _days, ...rest } = kept
  const page = movedHandout(rest, before)
  expect(page).toMatchObject({ drills: [], shoes: [] })
  expect(page.sheet).toBeUndefined()
})

test('a week that is moved keeps every line of caution, on a drill the page before did not have too', () => {
  const { drills } = movedHandout(kept, before)
  expect(drills.find((d) => d.id === 'kneeOverToe')!.cue).toContain('Beside something to hold.')
})
