import { cautionIds, cautionTable } from '@sturvo/core/cautions'
import { stopSigns } from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { cautionText, stopSignText } from '@sturvo/words'
import { letterOf, letterText } from './index'

const references = referenceValues()
const told = {
  complaint: 'Since the harvest it will not bear me.',
  marks: [
    {
      side: 'left' as const,
      view: 'sole' as const,
      along: 0.1,
      kind: 'pain' as const,
      worst: 8,
      when: ['night' as const],
    },
  ],
  worstPain: 8,
  answers: { pregnancy: true, anticoagulants: true, hypermobility: false },
  otherConditions: 'psoriasis',
  medicines: ['insulin', 'blood thinners'],
  events: [
    { kind: 'operation' as const, side: 'left', month: '2026-03', words: 'second toe' },
    { kind: 'stressFracture' as const, side: 'right', month: '2024-02' },
  ],
  tried: ['plan version 2 of 4 May 2026: 9 exercises'],
}
const base = {
  practice: { name: 'Tideway Foot Room', place: 'Orrin Quay' },
  practitioner: 'Ilse Marrack',
  client: { name: 'Yusk Amari', birthYear: 1979 },
  on: '4 May 2026',
  findings: [],
  pinnedFindings: [],
  references,
}
/** What the next person needs, whatever stops the plan. */
const needed = [
  'Yusk Amari, born 1979',
  'Since the harvest',
  'worst of the last week: 8 of 10',
  'left foot, heel (sole), 8 of 10, at night',
  'Pregnant',
  'Blood thinners',
  'psoriasis',
  'insulin',
  'operation, left, 2026-03: second toe',
  'stress fracture, right, 2024-02',
  'plan version 2 of 4 May 2026',
  'are stopped until you have seen the foot',
  'Ilse Marrack',
]

const stops = cautionIds.filter((id) => cautionTable[id].level === 'stop')
test.each(stops)('%s: the letter says since when, where told, and everything that bears on it', (id) => {
  const { effects, see, level, step } = cautionTable[id]
  const stop = {
    id,
    level,
    effects,
    see,
    step,
    because: 'answer' as const,
    dealtWith: undefined,
  }
  const since = [{ what: id, toldAt: 'visit' as const, since: '2026-05-04', visitId: 'v' }]
  const text = letterText({ ...base, stops: [stop], told: { ...told, stops: since } })
  for (const fact of [...needed, cautionText[id].name, 'told at a visit on 4 May 2026'])
    expect(text).toContain(fact)
  expect(text).not.toContain('hypermobility')
})

test.each(stopSigns)('%s ticked on the phone has its letter, with the day it was written', (sign) => {
  const since = [{ what: sign, toldAt: 'log' as const, since: '2026-05-09', visitId: undefined }]
  const text = letterText({ ...base, stops: [], told: { ...told, stops: since } })
  for (const fact of needed) expect(text).toContain(fact)
  expect(text.toLowerCase()).toContain(
    `${stopSignText[sign]}, written in the log on 9 may 2026`.toLowerCase(),
  )
  // never nobody, and for what cannot wait never somebody who is seen next week
  expect(text).toMatch(/^To .+$/m)
  if (['fever', 'calfSwelling', 'brokenSkin', 'colourChange', 'lostPushOff'].includes(sign))
    expect(text).toContain('To a doctor, today')
})

test('what nobody told has no head of its own', () => {
  const nothing = {
    ...told,
    stops: [],
    complaint: ' ',
    marks: [],
    worstPain: undefined,
    answers: {},
    otherConditions: undefined,
    medicines: [],
    events: [],
    tried: [],
  }
  expect(letterOf({ ...base, stops: [], told: nothing }).told).toEqual([])
})
