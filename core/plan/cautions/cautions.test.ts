import {
  cautionIds,
  cautionQuestions,
  cautionSigns,
  cautionTable,
  readCautions,
  stopQuestions,
  type CautionId,
  type CautionQuestion,
  type CautionRule,
  type CautionSign,
} from './index'

const ask = (
  answers: Partial<Record<CautionQuestion, boolean>>,
  signs: readonly CautionSign[] = [],
  dealtWith = {},
) => readCautions({ answers, signs, dealtWith, hasLicensedLead: true, isAgeKnown: true })
const rule = (id: CautionId): CautionRule => cautionTable[id]

/** What must come of each rule, written down apart from the table. */
const expected: Record<CautionId, [level: string, ...effects: string[]]> = {
  noWeight: ['stop', 'blocksPlan'],
  tenderBone: ['stop', 'blocksPlan'],
  hotSwollen: ['stop', 'blocksPlan'],
  openWound: ['stop', 'blocksPlan'],
  coldPale: ['stop', 'blocksPlan'],
  newNumbness: ['stop', 'blocksPlan'],
  calfSwollen: ['stop', 'blocksPlan'],
  popPushOff: ['stop', 'blocksPlan'],
  nightPain: ['stop', 'blocksPlan'],
  shapeChange: ['stop', 'blocksPlan'],
  eyeJointSkin: ['stop', 'blocksPlan'],
  childLimping: ['stop', 'blocksPlan'],
  feeling: [
    'limit',
    'noBarefootOutside',
    'noSpacers',
    'noCold',
    'noBall',
    'noEyesShutAlone',
    'oneLegSupported',
    'noKnobs',
    'noDeepPress',
    'dailySkinLook',
    'licensedLead',
  ],
  circulation: ['limit', 'noCold', 'noCompression', 'noSpacers'],
  boneHistory: ['limit', 'noBounce', 'longerTransition', 'softGround'],
  inflammatory: ['limit', 'nothingForced'],
  anticoagulants: ['limit', 'noFirmBall', 'noCrossRub'],
  pregnancy: ['limit', 'supportAtHand', 'noNewExtremes', 'notOnBack', 'noDeepPress'],
  recentOperation: ['limit', 'surgeonRules', 'noSpacers', 'noBigToeLoad', 'noThinSoles', 'noBounce'],
  freshBreak: ['limit', 'surgeonRules', 'noBounce', 'nothingForced', 'longerTransition', 'softGround'],
  freshSprain: ['limit', 'noBounce', 'nothingForced', 'midRangeOnly', 'supportAtHand'],
  injuryPassive: ['limit', 'passiveOnly', 'noThinSoles', 'noEyesShutAlone'],
  injuryRange: ['limit', 'noStrengthYet', 'noThinSoles'],
  injuryStrength: ['limit', 'noBalanceYet'],
  jointFusion: ['limit', 'noBigToeExtension', 'noBigToeLoad'],
  stiffBigToe: ['limit', 'bigToeInComfort', 'noBigToeLoad'],
  hypermobility: ['limit', 'midRangeOnly'],
  child: ['limit', 'noLoadPlan'],
  balanceRisk: ['limit', 'supportAtHand', 'noEyesShutAlone'],
  thinFatPad: ['limit', 'keepCushion', 'noKnobs', 'supportAtHand'],
  allergy: ['limit', 'checkKitSkin'],
  fixedFlat: ['limit', 'supportStays'],
  oldInjury: ['mind', 'gentleChange'],
  twoSided: ['mind'],
  soreSpots: ['mind', 'goLightly'],
}

describe.each(cautionIds)('rule %s', (id) => {
  const { asks, signs } = rule(id)
  test('fires on its question and on each of its signs, with its level and effects', () => {
    const ways = [...(asks ? [ask({ [asks]: true })] : []), ...signs.map((sign) => ask({}, [sign]))]
    expect(ways.length).toBeGreaterThan(0)
    for (const reading of ways) {
      const raised = reading.cautions.find((c) => c.id === id)
      expect(raised?.level).toBe(expected[id][0])
      expect([...reading.effects]).toEqual(expect.arrayContaining(expected[id].slice(1)))
    }
  })
  test('does not fire on a "no", on silence, or on anything else at once', () => {
    const others = Object.fromEntries(cautionQuestions.map((q) => [q, q !== asks]))
    const otherSigns = cautionSigns.filter((sign) => !signs.includes(sign))
    expect(ask(others, otherSigns).cautions.map((c) => c.id)).not.toContain(id)
    expect(ask({}).cautions).toEqual([])
  })
})

test('every question and every sign raises something', () => {
  const rules = cautionIds.map(rule)
  for (const q of cautionQuestions) expect(rules.filter((r) => r.asks === q)).toHaveLength(1)
  for (const s of cautionSigns) expect(rules.some((r) => r.signs.includes(s))).toBe(true)
})

test('a stop always says who should see it', () => {
  for (const id of cautionIds) if (rule(id).level === 'stop') expect(rule(id).see).toBeDefined()
})

test('a stop dealt with no longer blocks, and is still shown with name and words', () => {
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'Seen today, no fracture.' }
  const reading = ask({ tenderBone: true }, [], { tenderBone: dealt })
  expect(reading.isBlocked).toBe(false)
  expect(reading.cautions).toMatchObject([{ id: 'tenderBone', dealtWith: dealt }])
})

test('one of two stops dealt with still blocks', () => {
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'Seen today, no fracture.' }
  expect(ask({ tenderBone: true, calfSwollen: true }, [], { tenderBone: dealt }).isBlocked).toBe(true)
})

test('a limit that was talked about keeps its effects', () => {
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'Knows about it.' }
  const reading = ask({ diabetesOrNumb: true }, [], { feeling: dealt })
  expect([...reading.effects]).toEqual(expect.arrayContaining(['noSpacers', 'noBarefootOutside', 'noBall']))
})

test('red-flag questions nobody asked are listed, a "no" is not; the child question only for a child', () => {
  const open = stopQuestions.filter((q) => q !== 'hotSwollen' && q !== 'childLimping')
  expect(ask({ hotSwollen: false }).unanswered).toEqual(open)
  expect(ask({ hotSwollen: false }, ['ageChild']).unanswered).toEqual([...open, 'childLimping'])
})

test('stops come first, then limits, then what to mind', () => {
  const levels = ask({ oldInjury: true, boneHistory: true, nightPain: true }).cautions.map((c) => c.level)
  expect(levels).toEqual(['stop', 'limit', 'mind'])
})

test('what asks for a licensed lead allows no plan where a coach leads, until one has said yes by name', () => {
  const all = Object.fromEntries(cautionQuestions.map((q) => [q, false]))
  const read = (hasLicensedLead: boolean, dealtWith = {}) =>
    readCautions({
      answers: { ...all, diabetesOrNumb: true },
      signs: [],
      dealtWith,
      hasLicensedLead,
      isAgeKnown: true,
    })
  expect(read(true).block).toBeUndefined()
  expect(read(false).block).toEqual({ openQuestions: [], isAgeUnknown: false, stops: ['feeling'] })
  const yes = { feeling: { by: 'Tor Vandry', on: '2026-03-02', words: 'seen, may train' } }
  expect(read(false, yes).block).toBeUndefined()
})

test('a condition nobody asked about, or an unknown age, allows no plan', () => {
  const all = Object.fromEntries(cautionQuestions.map((q) => [q, false]))
  const read = (answers: Partial<Record<CautionQuestion, boolean>>, isAgeKnown: boolean) =>
    readCautions({ answers, signs: [], dealtWith: {}, hasLicensedLead: true, isAgeKnown }).block
  expect(read(all, true)).toBeUndefined()
  expect(read(all, false)).toEqual({ openQuestions: [], isAgeUnknown: true, stops: [] })
  for (const question of cautionQuestions.filter((q) => q !== 'childLimping'))
    expect(read({ ...all, [question]: undefined }, true)).toEqual({
      openQuestions: [question],
      isAgeUnknown: false,
      stops: [],
    })
})
