import { library } from '@sturvo/core/training'
import type { Handout, PlanSheet } from '@sturvo/pages/handout'
import { handoutPdf } from '../server/documents/handoutPdf'
import { planPdf } from '../server/documents/planPdf'
import { pdfPlaces, type PdfWord } from './support/pdfText'

/** Papers as a printer would put them on the sheet: measured from the finished file. */

// as many drills of one session as the shortest drills of the longest session allow, those with most to say
const wordy = [...library].sort((a, b) => b.cue.length + b.slip.length - a.cue.length - a.slip.length)
const longest = (drills: number): Handout => ({
  practice: 'Tideway Foot Room at the Old Harbour Wall',
  client: 'Wilhelmina Persephone Lund-Ashby-Featherstonehaugh',
  on: '30 September 2026',
  blocked: undefined,
  seen: Array.from(
    { length: 4 },
    () =>
      'Your right foot presses little with the ball of the big toe, and the arch above it comes down a lot.',
  ),
  minutes: 18,
  sessions: 14,
  phases: ['Wake the feet', 'Build strength', 'Join it up', 'Carry load'].map((name, i) => ({
    name,
    weeks: `weeks ${i * 5 + 1} to ${i * 5 + 5}`,
    drills: wordy.slice(0, drills).map((e) => e.client),
    gate: i > 0 ? 'after a small test: pushing off over the toe, balance with eyes shut' : undefined,
  })),
  drills: wordy.slice(0, drills).map((e) => ({
    id: e.id,
    name: e.client,
    dose: '3 × 12 each side, one set more on the right, 5 days a week',
    clock: 'minute 12 to 18, from week 2',
    cue: `${e.cue} Hold on to something steady.`,
    slip: e.slip,
    gate: undefined,
  })),
  sheet: {
    begins: '28 September 2026',
    days: ['Mon 28', 'Tue 29', 'Wed 30', 'Thu 1', 'Fri 2', 'Sat 3', 'Sun 4'],
    rows: [
      ...wordy.slice(0, 6).map((e) => ({ name: e.client, cells: Array<string>(7).fill('') })),
      { name: 'Spacers', cells: Array<string>(7).fill('120 min') },
      { name: 'New shoes', cells: Array<string>(7).fill('120 min') },
    ],
    checks: ['19 December 2026: First look together', '9 January 2027: Measure again together'],
  },
  care: [
    'We change things gently around the old injury.',
    'Go lightly over the sore spots.',
    'No bare feet outside.',
  ],
  shoes: [1, 2, 3, 4].map((n) => ({
    weeks: `Week ${n}`,
    minutes: '15 min a day, 5 days, at most 10 in one go · lighter',
    where: 'indoor floors',
  })),
  newShoe: 'Thin shoes with a long name, new',
  verdicts: [
    'Narrow town shoes: at most 4 hours a week (too narrow for your foot; they push your big toe aside)',
  ],
  spacing:
    'Start with 5 min a day at rest, 5 min more every 3 wearing days with no mark after 10 min, up to 120 min.',
  spacers: ['left foot: big and second toe 3 mm, fourth and little toe 2.5 mm'],
  tooMuch: [
    'pain above 3 of 10, or worse the next morning',
    'a sore spot on a bone',
    'numb toes, or a change of colour',
  ],
})

const footerBelow = 34

function overlapping(words: readonly PdfWord[]): string[] {
  const found: string[] = []
  words.forEach((a, i) =>
    words.slice(i + 1).forEach((b) => {
      const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
      // letters of two lines may come near each other; a baseline inside another line may not
      const along = Math.min(a.y + a.height * 0.7, b.y + b.height * 0.7) - Math.max(a.y, b.y)
      if (across > 1 && along > 0.5) found.push(`${a.text} | ${b.text}`)
    }),
  )
  return found
}

test.each([
  ['a4', 1],
  ['a4', 6],
  ['a4', 8],
  ['letter', 1],
  ['letter', 8],
  ['letter', 12],
] as const)(
  'the client plan on %s with %i drills of the longest texts: two pages, nothing over another, nothing small',
  async (paper, drills) => {
    const pages = await pdfPlaces(await handoutPdf(longest(drills), paper))
    expect(pages).toHaveLength(2)
    for (const { view, words } of pages) {
      const [, , width, height] = view as [number, number, number, number]
      expect(words.length).toBeGreaterThan(10)
      expect(overlapping(words)).toEqual([])
      for (const word of words) {
        expect(word.x).toBeGreaterThanOrEqual(30)
        expect(word.x + word.width).toBeLessThanOrEqual(width - 28)
        expect(word.y).toBeGreaterThan(8)
        expect(word.y + word.height).toBeLessThan(height - 8)
        if (word.y > footerBelow) expect(`${word.height >= 10.9} ${word.text}`).toBe(`true ${word.text}`)
      }
    }
    // every drill is on the first page, however little is said of it
    const first = pages[0]!.words
      .map((w) => w.text)
      .join(' ')
      .replaceAll(/\s+/g, ' ')
    for (const { name } of longest(drills).drills) expect(first).toContain(name.split(' ')[0])
  },
)

test('what can hurt stands on the first page, before what is to be done', async () => {
  const [first] = await pdfPlaces(await handoutPdf(longest(8)))
  const at = (start: string) => first!.words.find((w) => w.text.startsWith(start))!.y
  expect(at('Take care')).toBeGreaterThan(at('Your drills'))
  expect(at('Too much')).toBeGreaterThan(at('Your drills'))
})

test('the sheet of the practitioner keeps its tables on the paper', async () => {
  const sheet: PlanSheet = {
    title: 'Training plan with its reasons',
    head: ['Tideway Foot Room', 'Ansa Rook', '4 May 2026'],
    proof: 'Fills 69 % of what is short.',
    limits: ['Old injury'],
    needs: ['arch: missing left 50 %, right 100 %'],
    phases: [1, 2, 3, 4].map((n) => ({
      name: `Phase ${n}`,
      weeks: 'weeks 1 to 3, 17 min a session',
      drills: wordy.slice(0, 10).map((e) => ({
        name: e.name,
        dose: '2 × 10 each side',
        minutes: '2.5',
        because: `${e.cue} ${e.note}`,
        gate: e.gate && e.slip,
      })),
    })),
    leftOut: wordy.slice(10, 24).map((e) => ({
      name: e.name,
      because:
        'would push out the pointed-foot toe curl and the heel-to-toe stand; toe grip filled 40 % less',
    })),
    days: ['19 December 2026 (week 3): first look'],
    spacing: ['No spacers needed: the toes are straight.'],
  }
  for (const paper of ['a4', 'letter'] as const)
    for (const { view, words } of await pdfPlaces(await planPdf(sheet, paper))) {
      expect(overlapping(words)).toEqual([])
      for (const word of words) expect(word.x + word.width).toBeLessThanOrEqual(view[2]! - 36)
    }
})
