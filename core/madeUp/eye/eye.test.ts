import { boundsOf, isInside } from '../../groundwork/geometry'
import { planeOf, measurePhoto } from '../../sensing/photo'
import { referenceValues } from '../../groundwork/reference'
import {
  eyeBiases,
  eyeKinds,
  eyeLevels,
  eyeLimit,
  eyeQuestion,
  eyeStandings,
  eyeTable,
  nextKind,
  scoreAnswer,
  type EyeAnswer,
  type EyeKindId,
  type EyeQuestion,
  type EyeResult,
} from './index'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const seeds = Array.from({ length: cases(3, 6) }, (_, i) => i * 7919 + 1)
const quick = eyeKinds.filter((kind) => kind !== 'landmarks')

function rightAnswer({ asks }: EyeQuestion): EyeAnswer {
  switch (asks.ask) {
    case 'number':
      return { kind: 'number', value: asks.truth }
    case 'choice':
      return { kind: 'choice', option: asks.truth }
    case 'which':
      return { kind: 'which', ...asks.truth }
    case 'points':
      return { kind: 'points', placed: asks.truth }
  }
}

test.each(quick)('%s: same seed, same question; the truth lies in reach and scores 0', (kind) => {
  for (const level of eyeLevels)
    for (const seed of seeds) {
      const question = eyeQuestion(kind, level, seed)
      // as text: comparing frames number by number takes seconds
      if (seed === seeds[0])
        expect(JSON.stringify(eyeQuestion(kind, level, seed))).toBe(JSON.stringify(question))
      const { asks } = question
      if (asks.ask === 'number') {
        expect(asks.truth).toBeGreaterThanOrEqual(asks.low)
        expect(asks.truth).toBeLessThanOrEqual(asks.high)
      }
      if (asks.ask === 'choice') expect(asks.options[asks.truth]).toBeDefined()
      expect(scoreAnswer(question, rightAnswer(question))!.error).toBeCloseTo(0, 9)
    }
})

test.each(quick)('%s: other seeds bring other truths, and both feet', (kind) => {
  const questions = Array.from({ length: 14 }, (_, seed) => eyeQuestion(kind, 2, seed * 31 + 5))
  expect(new Set(questions.map((q) => JSON.stringify(rightAnswer(q)))).size).toBeGreaterThan(2)
  expect(new Set(questions.map((q) => q.side))).toEqual(new Set(['left', 'right']))
})

test('drawn scenes lie in their frame', () => {
  for (const kind of quick)
    for (const seed of seeds) {
      const question = eyeQuestion(kind, 4, seed)
      if (question.shown !== 'scene') continue
      const { box, skins, prints } = question.scene
      const { minX, maxX, maxY } = boundsOf([...skins.flat(), ...prints.flat()])
      expect(minX).toBeGreaterThanOrEqual(box.x)
      expect(maxX).toBeLessThanOrEqual(box.x + box.width)
      expect(maxY).toBeLessThanOrEqual(box.y + box.height)
    }
})

test('the shoe that pushes reaches into the big toe by the true amount, the others leave it free', () => {
  for (const seed of seeds) {
    const question = eyeQuestion('shoe', 1, seed)
    if (question.shown !== 'scene' || question.asks.ask !== 'which') throw new Error('not a shoe question')
    const { scene, asks, side } = question
    scene.shoes.forEach(({ outline }, i) => {
      const skin = scene.skins[i]!
      // the skin that lies outside the shoe on the inner side, in the front fifth of the foot
      const { minY, maxY, minX, maxX } = boundsOf(skin)
      const middle = (minX + maxX) / 2
      const outside = skin.filter(
        (p) =>
          p.y < minY + 0.2 * (maxY - minY) &&
          (side === 'left' ? p.x > middle : p.x < middle) &&
          !isInside(p, outline),
      )
      const reach = Math.max(
        0,
        ...outside.map((p) => Math.min(...outline.map((q) => Math.hypot(p.x - q.x, p.y - q.y)))),
      )
      if (i === asks.truth.option) {
        expect(reach).toBeGreaterThan(asks.truth.mm * 0.6)
        expect(reach).toBeLessThan(asks.truth.mm + 1)
      } else expect(reach).toBeLessThan(1)
    })
  }
})

test('a squat gives way where it is said to: the heel moves most within the tenth after it', () => {
  for (const seed of seeds) {
    const question = eyeQuestion('squat', 3, seed)
    if (question.shown !== 'squat') throw new Error('not a squat')
    const { poses } = question.clip
    const moved = (i: number) =>
      Math.max(...poses[i]!.skin.map((p, k) => Math.hypot(p.x - poses[i - 1]!.skin[k]!.x, 0)))
    const fastest = poses.slice(1).reduce((best, _, i) => (moved(i + 1) > moved(best) ? i + 1 : best), 1)
    expect(fastest - question.asks.truth).toBeGreaterThanOrEqual(0)
    expect(fastest - question.asks.truth).toBeLessThanOrEqual(10)
  }
})

test('points on a photo: their own truth measures as the foot was drawn, and a shifted point costs its mm', () => {
  for (const seed of [3, 4, 5]) {
    const question = eyeQuestion('landmarks', 2, seed)
    if (question.shown !== 'photo') throw new Error('not a photo')
    const { asks } = question
    const toPlane = planeOf(asks.scale)
    expect(
      Object.keys(
        measurePhoto({ view: asks.view, side: question.side, landmarksImagePx: asks.truth }, toPlane),
      ).length,
    ).toBeGreaterThan(0)
    const right = scoreAnswer(question, rightAnswer(question))!
    expect(right.error).toBeCloseTo(0, 9)
    expect(right.derived!.error).toBeCloseTo(0, 9)
    const first = asks.ids[0]!
    const shifted = { ...asks.truth, [first]: { x: asks.truth[first]!.x + 20, y: asks.truth[first]!.y } }
    const scored = scoreAnswer(question, { kind: 'points', placed: shifted })!
    // twenty pixels, in mm of the sheet
    expect(scored.points[first]! / (20 * asks.mmPerPx)).toBeGreaterThan(0.85)
    expect(scored.points[first]! / (20 * asks.mmPerPx)).toBeLessThan(1.15)
    expect(scoreAnswer(question, { kind: 'points', placed: {} })).toBeUndefined()
    const heap = Object.fromEntries(asks.ids.map((id) => [id, { x: 100, y: 100 }]))
    expect(Object.keys(scoreAnswer(question, { kind: 'points', placed: heap })!.points)).toEqual([
      ...asks.ids,
    ])
  }
})

test('an answer of the wrong kind is no answer; the wrong shoe misses the whole push', () => {
  const question = eyeQuestion('shoe', 1, 9)
  if (question.asks.ask !== 'which') throw new Error('not a shoe question')
  const { option, mm } = question.asks.truth
  expect(scoreAnswer(question, { kind: 'number', value: 3 })).toBeUndefined()
  expect(scoreAnswer(question, { kind: 'which', option: (option + 1) % 3, mm })!.error).toBe(-mm)
  expect(scoreAnswer(question, { kind: 'which', option, mm: mm + 2 })!.error).toBe(2)
})

describe('habits', () => {
  const answer = (kind: EyeKindId, side: 'left' | 'right', error: number, i: number): EyeResult => ({
    kind,
    side,
    error,
    level: 1,
    at: `2026-05-${String(i + 1).padStart(2, '0')}T10:00:00.000Z`,
  })
  const of = (side: 'left' | 'right', errors: readonly number[]) =>
    errors.map((error, i) => answer('heel', side, error, i))

  test('always too small on left feet is named, for left feet only', () => {
    const results = [...of('left', [-2, -1.5, -2, -1.8, -1.7]), ...of('right', [1, -1, 0, 0.5, -0.5])]
    expect(eyeBiases(results, references)).toEqual([
      { kind: 'heel', side: 'left', mean: expect.closeTo(-1.8, 9), answers: 5 },
    ])
  })
  test('both sides alike are one habit, opposite ones are two', () => {
    const low = [-2, -1.5, -2, -1.8, -1.7]
    expect(eyeBiases([...of('left', low), ...of('right', low)], references)).toMatchObject([
      { side: undefined, answers: 10 },
    ])
    const opposite = [
      ...of('left', low),
      ...of(
        'right',
        low.map((e) => -e),
      ),
    ]
    expect(eyeBiases(opposite, references).map((b) => b.side)).toEqual(['left', 'right'])
  })
  test('few answers, scatter, and kinds without a direction name nothing', () => {
    expect(eyeBiases(of('left', [-3, -3, -3, -3]), references)).toEqual([])
    expect(eyeBiases(of('left', [-3, 3, -2, 2, 0.5]), references)).toEqual([])
    const toes = Array.from({ length: 9 }, (_, i) => answer('toe', 'left', 1, i))
    expect(eyeBiases(toes, references)).toEqual([])
  })

  test('what was missed comes back before what was seen; never practised comes first', () => {
    const now = '2026-05-20T10:00:00.000Z'
    const all = eyeKinds.flatMap((kind): EyeResult[] =>
      [0, 1, 2].map((i) => answer(kind, 'left', kind === 'hallux' ? 40 : 0, i)),
    )
    expect(nextKind(eyeStandings(all, now, references), undefined)).toBe('hallux')
    expect(nextKind(eyeStandings(all, now, references), 'hallux')).not.toBe('hallux')
    const without = all.filter((r) => r.kind !== 'grade')
    expect(nextKind(eyeStandings(without, now, references), undefined)).toBe('grade')
  })
  test('four within the limit lead up a level, three beyond it lead down', () => {
    const now = '2026-05-20T10:00:00.000Z'
    const levelAfter = (errors: readonly number[]) =>
      eyeStandings(of('left', errors), now, references).find((s) => s.kind === 'heel')!.level
    expect(levelAfter([0, 0, 0])).toBe(1)
    expect(levelAfter([0, 0, 0, 0])).toBe(2)
    expect(levelAfter([0, 0, 0, 0, 9, 9, 9])).toBe(1)
    expect(levelAfter([9, 9, 9])).toBe(1)
    expect(levelAfter(Array(30).fill(0))).toBe(4)
  })
})

test('what counts as an error: MDC95 of the measure, or a limit of the table', () => {
  expect(eyeLimit('heel', references)).toBeCloseTo(1.96 * Math.SQRT2 * 1.5, 9)
  expect(eyeLimit('tripod', references)).toBeCloseTo(1.96 * Math.SQRT2 * 3, 9)
  expect(eyeLimit('toe', references)).toBe(0.5)
  for (const kind of eyeKinds) expect(eyeTable[kind].unit).not.toBe('')
})
