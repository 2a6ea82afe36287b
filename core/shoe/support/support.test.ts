import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { orthosisOrder, fadePlan } from './fadePlan'
import { orthosisInShoe, orthosisThickness, type Orthosis } from './orthosis'

const references = referenceValues()
const orthosis: Orthosis = {
  id: 'd',
  kind: 'support',
  volume: 'full',
  reason: 'grade',
  archMm: 16,
  heelMm: 5,
  forefootMm: 3,
  widthBallMm: 88,
}
const foot = { lengthMm: 256, archMm: 58, forefootMm: 27, heelMm: 52 }
const leg = { atFootMm: 27, leanDeg: 0 }
const roomy = {
  id: 'a',
  name: 'walking shoe',
  depthForefootMm: 46,
  depthArchMm: 88,
  depthHeelMm: 66,
  innerWidthBallMm: 104,
  heelBaseWidthMm: 84,
  stackHeelMm: 30,
}
const verdictIn = (shoe: object, changed: Partial<Orthosis> = {}) =>
  orthosisInShoe(
    { orthosis: { ...orthosis, ...changed }, shoe: { ...roomy, ...shoe }, foot, leg },
    references,
  )

describe('one device in every shoe', () => {
  test('fits where there is depth, width and base', () => {
    expect(verdictIn({}).verdict).toBe('fits')
  })
  test.each([
    ['too low at the arch', { depthArchMm: 70 }, 'depth'],
    ['too narrow', { innerWidthBallMm: 84 }, 'width'],
    ['nothing beneath it', { heelBaseWidthMm: 48 }, 'base'],
  ] as const)('does not fit: %s', (_, shoe, aspect) => {
    const fit = verdictIn(shoe)
    expect(fit.verdict).toBe('no')
    expect(fit.aspects.filter((a) => a.verdict === 'no').map((a) => a.aspect)).toEqual([aspect])
  })
  test('what was not measured is not known, and never "fits"', () => {
    expect(verdictIn({ depthArchMm: undefined }).verdict).toBe('unknown')
    expect(verdictIn({ heelBaseWidthMm: undefined }).verdict).toBe('unknown')
    expect(verdictIn({ heelBaseWidthMm: undefined, depthArchMm: 70 }).verdict).toBe('no')
  })
  test('a cushion needs no base; the heel class no heel above its limit', () => {
    expect(verdictIn({ heelBaseWidthMm: 48 }, { kind: 'cushion', archMm: 4 }).verdict).toBe('fits')
    expect(verdictIn({ stackHeelMm: 45 }, { volume: 'heel' }).verdict).toBe('no')
    expect(verdictIn({ stackHeelMm: 38 }, { volume: 'heel' }).verdict).toBe('fits')
  })
  test('a thicker device never fits better', () => {
    const order = ['fits', 'unknown', 'tight', 'no']
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 20 }), (archMm, more) => {
        const at = (mm: number) => order.indexOf(verdictIn({}, { archMm: mm }).verdict)
        expect(at(archMm + more)).toBeGreaterThanOrEqual(at(archMm))
      }),
    )
  })
  test('a slim one is thinner where nobody measured it', () => {
    const bare = { ...orthosis, archMm: undefined }
    expect(orthosisThickness({ ...bare, volume: 'slim' }, references).arch).toBeLessThan(
      orthosisThickness(bare, references).arch,
    )
  })
})

describe('fading a device', () => {
  const open = { grade: 2, isStructurallyFlat: false, isHealing: false, view: 'trainFirst' as const }
  test('hours fall step by step to none, weeks rise', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 16 }),
        fc.constantFrom('trainFirst' as const, 'whileTraining' as const, 'supportFirst' as const),
        (hoursPerDay, view) => {
          const plan = fadePlan({ kind: 'support', hoursPerDay }, { ...open, view }, references)
          if (!plan.isOpen) throw new Error('open')
          expect(plan.steps[0]).toEqual({ fromWeek: 0, hoursPerDay })
          expect(plan.steps.at(-1)!.hoursPerDay).toBe(0)
          plan.steps.slice(1).forEach((step, i) => {
            expect(step.hoursPerDay).toBeLessThan(plan.steps[i]!.hoursPerDay)
            expect(step.fromWeek).toBeGreaterThan(plan.steps[i]!.fromWeek)
          })
        },
      ),
    )
  })
  test('support first waits longer than training first', () => {
    const first = (view: 'trainFirst' | 'supportFirst') => {
      const plan = fadePlan({ kind: 'support', hoursPerDay: 4 }, { ...open, view }, references)
      return plan.isOpen ? plan.steps[1]!.fromWeek : 0
    }
    expect(first('supportFirst')).toBeGreaterThan(first('trainFirst'))
  })
  test.each([
    ['grade 3', { kind: 'support' as const }, { ...open, grade: 3 }, 'gradeThree'],
    [
      'a structurally flat foot',
      { kind: 'support' as const },
      { ...open, isStructurallyFlat: true },
      'structurallyFlat',
    ],
    ['a custom device', { kind: 'custom' as const }, open, 'custom'],
  ])('never without the prescriber: %s', (_, kind, input, because) => {
    expect(fadePlan(kind, input, references)).toEqual({ isOpen: false, because })
  })
  test('a brace stays while an injury heals, then fades; what holds an arch back does not hold it', () => {
    const brace = { kind: 'brace' as const, hoursPerDay: 8 }
    expect(fadePlan(brace, { ...open, isHealing: true }, references)).toEqual({
      isOpen: false,
      because: 'stillHealing',
    })
    const plan = fadePlan(brace, { ...open, grade: 3, isStructurallyFlat: true }, references)
    expect(plan.isOpen && plan.steps.at(-1)!.hoursPerDay).toBe(0)
    expect(fadePlan({ kind: 'support' }, { ...open, isHealing: true }, references).isOpen).toBe(true)
    expect(
      orthosisThickness({ ...orthosis, forefootMm: undefined, kind: 'brace' }, references),
    ).toMatchObject({ forefoot: 0 })
  })
  test('the order follows the setting, and a custom one always needs a prescriber', () => {
    expect(orthosisOrder('shelfFirst').map((d) => d.kind)).toEqual(['cushion', 'support', 'custom'])
    expect(orthosisOrder('customFirst')[0]).toEqual({ kind: 'custom', needsPrescriber: true })
  })
})
