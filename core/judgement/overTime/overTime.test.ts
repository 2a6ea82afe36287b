import fc from 'fast-check'
import { emptyFoot, isNumberMeasure, measureIds, measureTable, type FootValues } from '../../foot/measures'
import { referenceValues } from '../../groundwork/reference'
import { bareFacts } from '../reading/testing/bareFacts'
import { defaultSettings, read, type VisitFacts } from '../reading'
import {
  compareVisits,
  dueRows,
  meaningOf,
  plannedSeconds,
  rowsOf,
  trainedBy,
  type DatedReading,
  type RetestEnd,
} from './index'
import { calledReal } from './testing/practiceStudy'

const r = referenceValues()
const bigToeGoalDeg = r.bigToeGoalDeg
const dated = (
  day: string,
  changed: Partial<VisitFacts>,
): DatedReading & { reading: ReturnType<typeof read> } => {
  const facts = bareFacts(changed)
  return { day, facts, reading: read(facts, r, { ...defaultSettings, licence: 'podiatrist' }) }
}
const both = (numbers: FootValues['numbers'], more: Partial<FootValues> = {}) => ({
  feet: { left: { ...emptyFoot, numbers, ...more }, right: { ...emptyFoot, numbers, ...more } },
})
const numberIds = measureIds.filter(isNumberMeasure)
const anyNumbers = fc
  .uniqueArray(fc.constantFrom(...numberIds), { maxLength: 12 })
  .chain((ids) =>
    fc
      .tuple(
        ...ids.map((id) =>
          fc.double({ min: measureTable[id].plausible[0], max: measureTable[id].plausible[1], noNaN: true }),
        ),
      )
      .map((values) => Object.fromEntries(ids.map((id, i) => [id, values[i]!]))),
  )

describe('two visits compared', () => {
  test('a visit with itself shows no change', () => {
    fc.assert(
      fc.property(anyNumbers, (numbers) => {
        const visit = dated('2026-03-02', both(numbers))
        const { rows } = compareVisits(
          visit,
          { ...visit, day: '2026-06-01' },
          { references: r, bigToeGoalDeg },
        )
        for (const row of rows) {
          expect(row.change.judged).toBe('withinError')
          expect(row.towards).toBeUndefined()
        }
      }),
      { numRuns: 40 },
    )
  })
  test('the days tell which came first, not the order they are handed over in', () => {
    fc.assert(
      fc.property(anyNumbers, anyNumbers, (a, b) => {
        const [one, other] = [dated('2026-03-02', both(a)), dated('2026-06-01', both(b))]
        const input = { references: r, bigToeGoalDeg }
        expect(compareVisits(one, other, input)).toEqual(compareVisits(other, one, input))
      }),
      { numRuns: 40 },
    )
  })
  test('other hands on the second day: their spread is added, and it is said; one error of a change no longer does', () => {
    const [before, after] = [120, 135].map((mm, i) =>
      dated(`2026-0${3 + 3 * i}-02`, both({ kneeToWall: mm })),
    )
    const by = (first?: string, second?: string) =>
      compareVisits({ ...before!, by: first }, { ...after!, by: second }, { references: r, bigToeGoalDeg })
    expect(by('Ilse', 'Ilse').rows[0]!.change.judged).toBe('likely')
    expect(by('Ilse', 'Ferro').rows[0]!.change.judged).toBe('withinError')
    expect([by('Ilse', 'Ferro'), by('Ilse', 'Ilse'), by('Ilse')].map((c) => c.areOtherHands)).toEqual([
      true,
      false,
      false,
    ])
    const study = (errs: object) => calledReal({ times: 1, changeInMdc: 0, ...errs }, 400, 7)
    // the same days judged as if one person had measured them call every fifth flat course a change
    expect(study({ hands: 1 }).real).toBeLessThan(0.08)
    expect(study({ hands: 1 }).handsUnsaid).toBeGreaterThan(0.12)
    expect(study({ hands: 1, slips: 20 }).real).toBeLessThan(0.1)
  })
  test('by hand: 15 mm nearer to the wall is real with one trial each, 8 mm is not', () => {
    const of = (mm: number) =>
      compareVisits(
        dated('2026-03-02', both({ kneeToWall: 80 })),
        dated('2026-06-01', both({ kneeToWall: mm })),
        {
          references: r,
          bigToeGoalDeg,
        },
      ).rows[0]!
    // 1.96·√2·6 = 16.6 mm
    expect(of(97).change).toMatchObject({ judged: 'real', difference: 17 })
    expect(of(97).change.mdc).toBeCloseTo(16.63, 2)
    expect(of(97).towards).toBe('better')
    expect(of(88).change.judged).toBe('withinError')
    expect(of(60)).toMatchObject({ towards: 'worse', change: { judged: 'real' } })
  })
  test('beyond the goal there is nothing better; an arch that stands higher is another one, not a better one', () => {
    const { rows } = compareVisits(
      dated('2026-03-02', both({ kneeToWall: 130, navicularSit: 45, navicularStand: 40 })),
      dated('2026-06-01', both({ kneeToWall: 170, navicularSit: 55, navicularStand: 50 })),
      { references: r, bigToeGoalDeg },
    )
    for (const row of rows) expect(row.towards).toBeUndefined()
    expect(rows.find((row) => row.id === 'navicularStand')!.change.judged).toBe('real')
    expect(rows.find((row) => row.id === 'archTravel')!.change.judged).toBe('withinError')
  })
  test('loads of scales and felt loads cannot be compared, and it is said why', () => {
    const scales = { scaleHeel: 20, scaleInner: 8, scaleOuter: 8, feltHeel: 5, feltInner: 3, feltOuter: 2 }
    const { rows } = compareVisits(
      dated('2026-03-02', both(scales)),
      dated('2026-06-01', { ...both(scales), loadMethod: 'felt' }),
      { references: r, bigToeGoalDeg },
    )
    expect(rows.find((row) => row.id === 'shareHeel')!.change).toMatchObject({
      judged: 'notComparable',
      because: 'method',
    })
  })
  test('a felt load is judged with the error of feeling, which is far wider', () => {
    const felt = (heel: number) =>
      dated(heel === 5 ? '2026-03-02' : '2026-06-01', {
        ...both({ feltHeel: heel, feltInner: 2, feltOuter: 3 }),
        loadMethod: 'felt',
      })
    const { rows } = compareVisits(felt(5), felt(8), { references: r, bigToeGoalDeg })
    const { change } = rows.find((row) => row.id === 'shareHeel')!
    expect(change.difference).toBeGreaterThan(0.1)
    expect(change.judged).toBe('withinError')
    expect(change.mdc).toBeCloseTo(r.changeReal * Math.SQRT2 * r.semTripodFelt, 6)
  })
  test('trials of one day do not shrink what only another day shows', () => {
    const many = both({ kneeToWall: 80 }, { trials: { kneeToWall: 9 } })
    const [row] = compareVisits(dated('2026-03-02', many), dated('2026-06-01', many), {
      references: r,
      bigToeGoalDeg,
    }).rows
    const dayAlone = r.changeReal * Math.SQRT2 * r.semKneeToWallMm * Math.sqrt(r.dayShare)
    expect(row!.change.mdc).toBeGreaterThan(dayAlone)
    expect(row!.change.mdc).toBeLessThan(dayAlone * 1.1)
  })
  test('what a re-test only reads from before is compared with nothing, nor what is made of it', () => {
    const heights = {
      navicularSit: 45,
      navicularStand: 33,
      kneeToWall: 60,
      scaleHeel: 20,
      scaleInner: 8,
      scaleOuter: 8,
    }
    const before = dated('2026-03-02', both(heights))
    const days = { navicularSit: '2026-03-02', navicularStand: '2026-03-02', scaleHeel: '2026-03-02' }
    const after = dated('2026-06-01', {
      ...both({ ...heights, kneeToWall: 80 }),
      carried: { left: days, right: days },
    })
    const { rows, carried } = compareVisits(before, after, { references: r, bigToeGoalDeg })
    const ids = new Set(rows.map((row) => row.id))
    expect(ids.has('kneeToWall')).toBe(true)
    for (const id of ['navicularSit', 'archTravel', 'archReserve', 'shareHeel'] as const)
      expect(ids.has(id)).toBe(false)
    expect(carried).toBe(6)
    // and no drill is swapped for what nobody looked at
    const said = meaningOf(
      {
        before,
        after,
        comparison: { ...compareVisits(before, after, { references: r, bigToeGoalDeg }) },
        trained: trainedBy(['dome'], []),
        log: { action: undefined, trainedShare: 1 },
      },
      r,
    )
    expect(said.find((each) => each.capacity === 'arch')?.because).toBe('notMeasured')
  })
  test('says how many chance alone would bring', () => {
    const visit = dated('2026-03-02', both({ kneeToWall: 80, heelRaises: 12, bigToeExtension: 50 }))
    expect(
      compareVisits(visit, { ...visit, day: '2026-05-01' }, { references: r, bigToeGoalDeg }).realByChance,
    ).toBeCloseTo(6 * 0.05, 2)
  })
})

describe('truth on simulated practices', () => {
  test.each([0.5, 1, 2])(
    'an error of %s times the default: no change is called real in at most 6 %%',
    (times) => {
      const { real, bare } = calledReal({ times, changeInMdc: 0 }, 3000, 7)
      expect(real).toBeLessThanOrEqual(0.06)
      expect(real).toBeGreaterThan(0.03)
      // who looks at the bare difference calls every second one an improvement
      expect(bare).toBeGreaterThan(0.45)
    },
  )
  test('a change of twice the smallest real one is seen nearly always by sure hands, mostly by unsure ones', () => {
    expect(calledReal({ times: 0.5, changeInMdc: 2 }, 1000, 9).real).toBeGreaterThan(0.97)
    expect(calledReal({ times: 2, changeInMdc: 2 }, 1000, 9).real).toBeGreaterThan(0.8)
  })
  test('without the part of the day noise is called a success far too often', () => {
    expect(calledReal({ times: 0.5, changeInMdc: 0 }, 1000, 10).withoutDays).toBeGreaterThan(0.2)
  })
})

describe('rows that are due', () => {
  const before = dated('2026-03-02', {
    ...both({ kneeToWall: 60, bigToeExtension: 80, heelRaises: 26, navicularSit: 45, navicularStand: 30 }),
    worstPain: 1,
  })
  test('what was short or behind a shut gate, with the measures it is read with; not what was fine', () => {
    const rows = dueRows(before, [], [], r)
    const of = (what: string) => rows.find((row) => row.what === what)?.whys
    expect(of('kneeToWall')).toEqual(['gate', 'deficit'])
    expect(of('navicularSit')).toContain('deficit')
    expect(of('navicularStand')).toContain('deficit')
    expect(of('bigToeExtension')).toBeUndefined()
    // shut, since nobody measured it
    expect(of('singleLegOpen')).toEqual(['gate'])
  })
  test('what the plan trained is due even where nothing was short', () => {
    const calm = dated('2026-03-02', { ...both({ heelRaises: 40, singleLegOpen: 60 }), worstPain: 0 })
    const of = (inForce: string[]) => dueRows(calm, inForce, [], r).find((row) => row.what === 'heelRaises')
    expect(of([])).toBeUndefined()
    expect(of(['floorRaise'])?.whys).toEqual(['trained'])
  })
  test('a value within the error of its limit is due as borderline', () => {
    const edge = dated('2026-03-02', both({ kneeToWall: r.kneeToWallGoalMm + 3 }))
    expect(dueRows(edge, [], [], r).find((row) => row.what === 'kneeToWall')?.whys).toEqual(['borderline'])
  })
  test('ten minutes are enough for a usual re-test', () => {
    expect(plannedSeconds(dueRows(before, ['floorRaise', 'kneeOverToe'], [], r), r)).toBeLessThan(600)
  })
})

describe('what it means', () => {
  const trained = trainedBy(['kneeOverToe'], [])
  const capacity = trained[0]!.capacity
  const end = (
    mm: number,
    log: RetestEnd['log'],
    day = '2026-06-01',
    more: Partial<VisitFacts> = {},
  ): RetestEnd => {
    const before = dated('2026-03-02', { ...both({ kneeToWall: 60 }), worstPain: 2 })
    const after = dated(day, { ...both({ kneeToWall: mm }), worstPain: 1, ...more })
    const comparison = compareVisits(before, after, { references: r, bigToeGoalDeg })
    return { before, after, comparison, trained, log }
  }
  const said = (...given: Parameters<typeof end>) =>
    meaningOf(end(...given), r).map(({ act, because }) => `${act}: ${because}`)
  const calm = { action: undefined, trainedShare: 0.9 }
  test('ankle bend is what that drill is for', () => {
    expect(capacity).toBe('ankleBend')
    expect(rowsOf(capacity, end(90, calm).comparison.rows).map((row) => row.id)).toEqual([
      'kneeToWall',
      'kneeToWall',
    ])
  })
  test('really better and still short: a step up', () => {
    expect(said(95, calm)).toContain('stepUp: reallyBetter')
  })
  test('at the goal: the drill has done its work', () => {
    expect(said(125, calm)).toContain('stop: reached')
  })
  test('nothing but error after weeks of training: another drill; hardly trained: nothing said of the drill', () => {
    expect(said(63, calm)).toEqual(['swap: noChange'])
    expect(said(63, { action: undefined, trainedShare: 0.2 })).toEqual(['keep: notTrained'])
    expect(said(63, calm, '2026-03-20')).toEqual(['keep: tooEarly'])
  })
  test('likely worse is told, and is never worded as no change', () => {
    const judged = (mm: number) =>
      rowsOf(capacity, end(mm, calm).comparison.rows).map((row) => row.change.judged)
    const likely = Array.from({ length: 25 }, (_, i) => 62 - i).filter(
      (mm) => judged(mm).includes('likely') && !judged(mm).includes('real'),
    )
    expect(likely.length).toBeGreaterThan(0)
    for (const mm of likely) expect(said(mm, calm)).toEqual(['keep: likelyWorse'])
  })
  test('small losses that add up are told against the first visit', () => {
    const last = end(56, calm)
    const first = dated('2025-09-01', { ...both({ kneeToWall: 90 }), worstPain: 2 })
    const now = dated('2026-06-01', { ...both({ kneeToWall: 56 }), worstPain: 1 })
    const sinceFirst = compareVisits(first, now, { references: r, bigToeGoalDeg })
    expect(meaningOf(last, r).map((m) => m.because)).not.toContain('worseSinceFirst')
    const said = meaningOf({ ...last, sinceFirst }, r)
    expect(said.map(({ act, because }) => `${act}: ${because}`)).toEqual(['swap: worseSinceFirst'])
    expect(said[0]!.rows.map((row) => row.before.value)).toEqual([90, 90])
  })
  test('really worse: never on as before', () => {
    expect(said(40, calm)).toEqual(['swap: reallyWorse'])
  })
  test('a gate that opens is a step up', () => {
    expect(said(r.kneeToWallLimitedMm + 1, calm)).toContain('stepUp: gateOpened')
  })
  test.each([
    ['a log that asks for less', { action: 'backOff' as const, trainedShare: 0.9 }, 'easier: painRose'],
    ['a stop sign in the log', { action: 'stop' as const, trainedShare: 0.9 }, 'refer: stopSign'],
  ])('%s comes first, and nothing steps up, however good the measures are', (_name, log, first) => {
    const all = said(125, log)
    expect(all[0]).toBe(first)
    expect(all.filter((each) => each.startsWith('stepUp'))).toEqual([])
    expect(said(95, log).filter((each) => each.startsWith('stepUp'))).toEqual([])
  })
  test.each([
    ['red flags that nobody asked', { cautionAnswers: {} }, 'ask: unasked'],
    ['pain that nobody asked about', { worstPain: undefined }, 'ask: painUnasked'],
    ['pain clearly above that of before', { worstPain: 6 }, 'easier: painRose'],
  ])('%s keeps everything from stepping up', (_name, more, first) => {
    const all = said(95, calm, '2026-06-01', more)
    expect(all[0]).toBe(first)
    expect(all.filter((each) => each.startsWith('stepUp'))).toEqual([])
    expect(all).toContain('keep: reallyBetter')
  })
  test('pain a little up is no rise', () => {
    expect(said(95, calm, '2026-06-01', { worstPain: 4 })).toContain('stepUp: reallyBetter')
  })
  test('a red flag of today: refer, and no step up', () => {
    const all = said(95, calm, '2026-06-01', { cautionAnswers: { tenderBone: true } })
    expect(all[0]).toBe('refer: redFlag')
    expect(all.filter((each) => each.startsWith('stepUp'))).toEqual([])
  })
})
