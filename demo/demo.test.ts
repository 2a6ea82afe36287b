import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import dayjs from 'dayjs'
import { measureOutline } from '@sturvo/core/outline'
import { referenceValues } from '@sturvo/core/reference'
import { choosePlan, kitItems } from '@sturvo/core/training'
import { transitionSentence } from '@sturvo/words'
import { shoePageOf } from '@sturvo/pages/handout'
import { keptPlanSchema, photoOf, printOf, readingOf, type Practice } from '@sturvo/schema'
import {
  adjustedPlan,
  heldHere,
  keptTexts,
  logAnswerOf,
  openDatabase,
  readVisit,
  tables,
  todayAnswer,
  type Database,
} from '@sturvo/server'
import { cases } from '@sturvo/core/testing/cases'
import { filledPractice } from '@sturvo/server/testing/filledPractice'
import { madeUpClients, seedDemo } from './index'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-demo-'))
let today: Date
let database: Database
const dayOf = (daysAgo: number) => dayjs(today).subtract(daysAgo, 'day').format('YYYY-MM-DD')
beforeAll(async () => {
  const filled = await filledPractice()
  cpSync(filled, folder, { recursive: true })
  today = new Date(readFileSync(join(filled, 'madeOn'), 'utf8'))
  database = await openDatabase(join(folder, 'demo.db'))
})
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})
test('five people wrote logs: one stop, one back-off, one hold, and who is calm is not listed for it', async () => {
  const { due } = await todayAnswer(database, heldHere, dayOf(0))
  const levelOf = (key: string) => due.find((d) => d.personId === `demo${key}person`)?.level
  expect([levelOf('corin'), levelOf('pia'), levelOf('wen')]).toEqual(['stopSign', 'backOff', 'hold'])
  expect(['stopSign', 'backOff', 'restart']).not.toContain(levelOf('ketta'))
  const rows = await database.db.select({ personId: tables.logEntry.personId }).from(tables.logEntry)
  expect(new Set(rows.map((r) => r.personId)).size).toBe(5)
  expect(rows.filter((r) => r.personId === 'demolioperson').length).toBeGreaterThan(50)
})

const readOf = (key: string) => readVisit(database, `demo${key}visit1`)

test('Ansa: low arches that move much, boots that decide, a whole plan', async () => {
  const { visit, reading } = await readOf('ansa')
  expect(visit.startedOn).toBe(dayOf(3))
  expect(reading.look.right.position?.kind).toBe('low')
  expect(reading.look.right.motion.motion!.much).toBeGreaterThan(0.5)
  expect(reading.look.right.motion.hasNoReserve).toBe(true)
  expect(reading.shelf.mostWorn?.shoe).toMatchObject({ name: 'Deck boots', hoursPerWeek: 60 })
  expect(reading.grades.left.arch.grade).toBe(1)
  expect(choosePlan(reading.planInput!).phases.every((p) => p.picks.length > 0)).toBe(true)
})

test('Oda: big toes lean and the town shoes are narrower than the feet; spacers start small', async () => {
  const { reading } = await readOf('oda')
  expect(reading.shelf.mostWorn?.isNarrow).toBe(true)
  const town = reading.shoes.shoes[0]!
  expect(town.insole?.from).toBe('photo')
  expect(town.verdict.choice).toBe('letGo')
  expect(town.verdict.against.map((r) => r.kind)).toEqual(expect.arrayContaining(['outside', 'pushesToe']))
  expect(reading.spacing).toMatchObject({ use: 'start', startMin: 5 })
})

test('Suna: grade 2 on the left, and what to test next on the right', async () => {
  const { reading } = await readOf('suna')
  expect(reading.grades.left.arch.grade).toBe(2)
  expect(reading.testNext).toContainEqual(expect.objectContaining({ measure: 'footprint', side: 'right' }))
})

test('Suna: her support goes into the walking shoes and not into the boot, which has no base for it either', async () => {
  const { reading } = await readOf('suna')
  const [{ inShoes }] = reading.shoes.orthoses as [(typeof reading.shoes.orthoses)[number]]
  const verdicts = Object.fromEntries(
    inShoes.map((fit) => [
      reading.shoes.shoes.find((s) => s.reading.shoe.id === fit.shoeId)!.reading.shoe.name,
      fit,
    ]),
  )
  expect(verdicts['Walking shoes']!.verdict).toBe('fits')
  expect(verdicts['Bee yard boots']!.aspects.filter((a) => a.verdict === 'no').map((a) => a.aspect)).toEqual([
    'depth',
    'base',
  ])
  expect(reading.findings.map((f) => f.kind)).toEqual(expect.arrayContaining(['base', 'orthosis']))
})

test('everybody has three to six shoes, and what is worn most decides on the ferry', async () => {
  for (const { key } of madeUpClients) {
    const { reading } = await readOf(key)
    expect(reading.shoes.shoes.length).toBeGreaterThanOrEqual(3)
    expect(reading.shoes.shoes.length).toBeLessThanOrEqual(6)
  }
  const { reading } = await readOf('ansa')
  expect(reading.shelf.mostWorn?.shoe.name).toBe('Deck boots')
  expect(reading.shelf.mostWorn!.hoursShare).toBeGreaterThan(0.6)
})

test('Yusk: hot and swollen today, so there is no plan', async () => {
  const { visit, reading } = await readOf('yusk')
  expect(visit.startedOn).toBe(dayOf(0))
  expect(reading.cautions.isBlocked).toBe(true)
  expect(reading.planInput).toBeUndefined()
})

test('fourteen people, each with a visit that says something', async () => {
  expect(madeUpClients).toHaveLength(14)
  for (const { key, person } of madeUpClients) {
    const { reading, visit } = await readOf(key)
    expect(visit.fields['answer.goal']).toBeTruthy()
    if (key !== 'yusk')
      expect({ name: person.name, says: reading.findings.length > 3 }).toEqual({
        name: person.name,
        says: true,
      })
  }
})

test('Bo comes out boring: nothing to watch, nothing to work on, no caution', async () => {
  const { reading } = await readOf('bo')
  expect(reading.findings.filter((f) => f.concern !== 'fine').map((f) => f.id)).toEqual([])
  expect(reading.cautions.cautions).toEqual([])
  for (const side of ['left', 'right'] as const)
    expect(reading.look[side].map?.best).toEqual({ position: 'middle', motion: 'usual' })
})

test('Oda: tapered outline and leaning big toes come before everything but the shoes', async () => {
  const { reading } = await readOf('oda')
  const first = reading.findings.slice(0, 8).map((f) => f.kind)
  expect(first).toEqual(expect.arrayContaining(['fan', 'hallux']))
  expect(reading.findings.filter((f) => f.kind === 'fan').map((f) => f.fan)).toEqual(['tapered', 'tapered'])
  expect(reading.findings.filter((f) => f.kind === 'hallux').map((f) => f.lean)).toEqual([
    'moderate',
    'moderate',
  ])
})

test('Tobin: high and locked on both sides', async () => {
  const { reading } = await readOf('tobin')
  for (const side of ['left', 'right'] as const) {
    const { map, motion } = reading.look[side]
    expect(map!.best).toEqual({ position: 'high', motion: 'little' })
    expect(map!.chance).toBeGreaterThan(0.8)
    expect(motion.rigidity).toBeGreaterThan(0.97)
  }
  expect(reading.findings.map((f) => f.kind)).toContain('noRollIn')
})

test.each([
  ['edric', ['balanceRisk', 'thinFatPad']],
  ['corin', ['feeling']],
  ['pia', ['boneHistory']],
  ['jory', ['stiffBigToe', 'oldInjury']],
  ['ketta', ['oldInjury', 'twoSided']],
])('%s brings the cautions of the story', async (key, ids) => {
  const { reading } = await readOf(key)
  expect(reading.cautions.cautions.map((c) => c.id)).toEqual(expect.arrayContaining(ids))
})

test('the way into other shoes is everybody’s own, two keep theirs for their grade, and the runner with the old fracture arrives', async () => {
  const keys = 'ansa oda suna tobin mirel jory edric pia corin wen bo ketta lio'.split(' ')
  const ways = await Promise.all(
    keys.map(async (key) => [key, (await readOf(key)).reading.transition!] as const),
  )
  const half = ways.map(([, { weeks }]) =>
    Array.from({ length: 26 }, (_, i) => weeks[Math.min(i, weeks.length - 1)]?.minutes ?? 0).join(' '),
  )
  // held up by grade 2
  expect(ways.flatMap(([key, { keptFor }]) => (keptFor ? [[key, keptFor]] : []))).toEqual([
    ['ansa', 'grade'],
    ['suna', 'grade'],
  ])
  expect(new Set(half).size).toBeGreaterThanOrEqual(9)
  const pia = new Map(ways).get('pia')!
  expect(pia.factors).toContain('bone')
  expect(pia.reachedWeek).toBeLessThanOrEqual(40)
  // bones that broke once: what she runs, she runs in the usual shoes
  expect(pia.weeks.every((w) => w.runMinutes === 0)).toBe(true)
  expect(transitionSentence(pia)).toContain('Running stays in the usual shoes')
  // who wears thin shoes 18 hours a week goes on from there
  expect(new Map(ways).get('lio')!.weeks[0]!.minutes).toBe(18 * 60)
})

test('the change of shoes of everybody fits a page of words, and nobody with a stop has one', async () => {
  for (const { key } of madeUpClients) {
    const { reading, references, person, practice } = await readOf(key)
    const page = shoePageOf({
      reading,
      references,
      practice: practice.name,
      client: person.name,
      on: '4 May 2026',
    })
    expect(page === undefined).toBe(reading.transition === undefined)
    if (!page) continue
    expect(JSON.stringify(page)).not.toMatch(/NaN|Infinity|undefined|null/)
    expect(page.weeks.map((w) => w.week)).toEqual(page.weeks.map((_, i) => i + 1))
    for (const w of page.weeks) expect(w.days === 'none' || /^\d$/.test(w.days)).toBe(true)
  }
  const { reading, references } = await readOf('pia')
  const page = shoePageOf({ reading, references, practice: '', client: '', on: '' })!
  // bones that broke once: nobody runs on them in thin soles
  expect(page.weeks.every((w) => w.runs === '')).toBe(true)
  expect(page.weeks).toHaveLength(reading.transition!.reachedWeek!)
  expect(page.firstWeek).toMatch(/^First week: \d/)
  expect((await readOf('yusk')).reading.transition).toBeUndefined()
})

test('Lio has three visits over six months, and the arches hold better each time', async () => {
  const travels = await Promise.all(
    ['demolioearlier1', 'demolioearlier2', 'demoliovisit1'].map(
      async (id) => (await readVisit(database, id)).reading.look.right.motion.travelMm!,
    ),
  )
  expect(travels).toEqual([...travels].sort((a, b) => b - a))
})

test('Lio’s half year: four versions, one week held, a fortnight missed, 130 days and more written down', async () => {
  const kept = (await keptTexts(database.db, 'demolioperson')).map(({ document }) =>
    keptPlanSchema.parse(JSON.parse(document)),
  )
  expect(kept.map(({ because }) => because?.action ?? 'visit')).toEqual(['visit', 'hold', 'visit', 'restart'])
  const log = await logAnswerOf(database, 'demolioperson', today)
  const days = log.entries.map(({ day }) => day).sort()
  expect(days.length).toBeGreaterThan(130)
  const gaps = days.slice(1).map((day, i) => (Date.parse(day) - Date.parse(days[i]!)) / 86_400_000)
  expect(Math.max(...gaps)).toBeGreaterThanOrEqual(13)
})

test('the versions made of proposals come out again of the version before: history replays to the same plan', async () => {
  const kept = (await keptTexts(database.db, 'demolioperson')).map(({ document }) =>
    keptPlanSchema.parse(JSON.parse(document)),
  )
  const moved = kept.filter(({ because }) => because !== undefined)
  expect(moved).toHaveLength(2)
  for (const plan of moved) {
    const { action, rule, words, setsShare, minutes, growth, standsAt, before } = plan.because!
    const again = adjustedPlan(
      kept.find(({ id }) => id === before)!,
      {
        action: action as 'hold',
        standsAt,
        rule,
        words,
        setsShare: setsShare!,
        minutes: minutes!,
        growth: growth!,
        today: plan.madeOn,
        by: plan.by,
      },
    )!
    expect({ ...again, id: plan.id }).toEqual(plan)
  }
})

test('Oda and Suna were here before, and nothing of then is called rapidly worse', async () => {
  for (const key of ['oda', 'suna']) {
    const { reading } = await readVisit(database, `demo${key}visit1`)
    expect((await readVisit(database, `demo${key}earlier1`)).reading.valueCount).toBeGreaterThan(4)
    expect(reading.cautions.isBlocked).toBe(false)
  }
})

test('an outline was traced on the photo, and its widths are those of the foot that was drawn', async () => {
  const { visit } = await readOf('oda')
  const photo = photoOf(visit.fields, 'top', 'left')!
  const found = measureOutline(photo.outlineFootMm!, referenceValues())!
  expect(Math.abs(found.footLengthMm - 242)).toBeLessThan(4)
  expect(Math.abs(found.ballWidthMm - 94)).toBeLessThan(5)
})

test('the prints were measured, not written down: left and right differ, and kinds follow the feet', async () => {
  const { visit } = await readOf('ansa')
  const [left, right] = [printOf(visit.fields, 'left')!, printOf(visit.fields, 'right')!]
  expect(left.measures.archIndex.value).toBeLessThan(right.measures.archIndex.value)
  expect(left.measures.archIndex.error).toBeGreaterThan(0)
  expect(printOf((await readOf('suna')).visit.fields, 'left')!.measures.printKind).toBe('full')
})

test('filled twice on the same day it is the same practice', async () => {
  const other = await openDatabase(join(folder, 'other.db'))
  const some = ['yusk', 'oda', 'suna', 'lio'].slice(0, cases(1, 4))
  await seedDemo(other, today, some)
  const strip = (fields: Record<string, unknown>) =>
    JSON.stringify(Object.entries(fields).sort(([a], [b]) => (a < b ? -1 : 1))).replaceAll(
      /"(pictureId|insoleId)":"[^"]*"/g,
      '',
    )
  for (const key of some)
    expect(strip((await readVisit(other, `demo${key}visit1`)).visit.fields)).toBe(
      strip((await readOf(key)).visit.fields),
    )
  await other.close()
})

describe('plans differ where feet differ', () => {
  type Settings = Partial<Practice['settings']>
  const drillsOf = async (key: string, settings: Settings = {}, kit: readonly string[] = []) => {
    const { visit, person, practice } = await readOf(key)
    const { planInput } = readingOf({
      fields: visit.fields,
      person,
      practice: { ...practice, settings: { ...practice.settings, ...settings } },
      startedOn: visit.startedOn,
    }).reading
    if (!planInput) return undefined
    const plan = choosePlan({
      ...planInput,
      kit: [...planInput.kit, ...kitItems.filter((item) => kit.includes(item))],
    })
    return plan.phases.map((phase) => phase.picks.map((pick) => pick.exercise))
  }
  const idsOf = async (key: string, settings: Settings = {}, kit: readonly string[] = []) =>
    (await drillsOf(key, settings, kit))?.map((phase) => phase.map((e) => e.id))
  const keys = madeUpClients.map((client) => client.key)

  test('the first weeks of any two clients share less than a third of their drills', async () => {
    const wakes = (await Promise.all(keys.map((key) => idsOf(key))))
      .map((phases) => new Set(phases?.[0] ?? []))
      .filter((wake) => wake.size > 0)
    expect(wakes.length).toBeGreaterThanOrEqual(11)
    const shares = wakes.flatMap((a, i) =>
      wakes.slice(i + 1).map((b) => {
        const both = [...a].filter((id) => b.has(id)).length
        return both / (a.size + b.size - both)
      }),
    )
    expect(shares.reduce((sum, share) => sum + share, 0) / shares.length).toBeLessThanOrEqual(0.3)
  })

  test('Tobin, high and locked, learns to yield; Ketta, pinched in front, is not stretched; Bo gets none', async () => {
    const tobin = (await drillsOf('tobin'))!
    for (const phase of tobin) {
      expect(phase.some((e) => e.targets[0]![0] === 'yield')).toBe(true)
      expect(phase.some((e) => e.targets[0]![0] === 'arch')).toBe(false)
    }
    for (const e of (await drillsOf('ketta'))!.flat()) {
      expect(e.traits).not.toContain('calfStretch')
      expect(e.traits).not.toContain('ankleFront')
    }
    expect(await drillsOf('bo')).toEqual([])
    expect(await drillsOf('yusk')).toBeUndefined()
  })

  test("the two schools of a sore heel differ in Mirel's plan by two drills at least", async () => {
    const strengthen = new Set(
      (await idsOf('mirel', { plantarFascia: 'strengthen' }, ['towel', 'step', 'support']))!.flat(),
    )
    const lengthen = new Set(
      (await idsOf('mirel', { plantarFascia: 'lengthen' }, ['towel', 'step', 'support']))!.flat(),
    )
    const differ = [...strengthen, ...lengthen].filter((id) => strengthen.has(id) !== lengthen.has(id))
    expect(differ.length).toBeGreaterThanOrEqual(2)
  })

  /** Whom each setting has to touch: written down by what the feet and the complaint of each are. */
  test.each([
    [{ plantarFascia: 'lengthen' }, ['ansa']],
    [{ toeCurl: 'avoided' }, ['suna', 'pia']],
    [{ hipDrills: 'whenKneeIn' }, ['edric', 'corin']],
    [{ pronation: 'limit' }, ['tobin', 'wen']],
    [{ correction: 'localFirst' }, ['tobin', 'ansa']],
    [{ barefoot: 'cautious' }, ['pia', 'wen']],
    [{ bigToeGoal: 'sixtyFive' }, ['corin', 'wen']],
    [{ precision: 'symmetry' }, ['ansa', 'jory']],
  ] as [Settings, string[]][])('%j changes the plans of %j', async (settings, touched) => {
    for (const key of touched) expect(await idsOf(key, settings)).not.toEqual(await idsOf(key))
  })
})
