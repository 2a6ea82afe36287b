import type { ShoePage } from '@sturvo/pages/handout'
import { pagesOf } from './handoutPdf'
import { shoesPdf } from './shoesPdf'

/** As long as one can come: forty weeks, running, harder ground every fourth week, seven shoes. */
const longest: ShoePage = {
  practice: 'Tideway Foot Room',
  client: 'Pia Lund-Ashby',
  on: '4 May 2026',
  sentence:
    'From none today to 18 h a week and 40 min of running, reached in week 40 at the earliest; never under 38 weeks.',
  because: 'Slower because: earlier stress fracture, high stiff arch, sore now.',
  broken: ['Week 3 is 12 min over the limit (growth of a week): 48 min would be allowed.'],
  shoe: 'Canvas shoes with the level sole',
  firstWeek:
    'First week: 5, 5, 5 min on 3 days, a day of rest after each; at most 5 min in one go, standing on carpet.',
  weeks: Array.from({ length: 40 }, (_, i) => ({
    week: i + 1,
    isLighter: i % 4 === 3,
    days: '6',
    minutes: '155 min',
    longest: '45 min',
    runs: i > 16 ? '18 min' : '',
    where: 'rubber floor',
    opens: i % 4 === 0 ? 'brisk walking, after 3 days without pain on the step below' : '',
  })),
  after: 'From week 41 on as in week 40.',
  buy: [
    'by week 2: stack up to 12 mm, drop up to 2 mm, bend stiffness up to 2 of 5',
    'by week 17: the same for running',
  ],
  letGo: ['Town shoes, by week 9', 'Old boots'],
  verdicts: Array.from(
    { length: 7 },
    (_, i) => `Shoe number ${i + 1}: keep it for the garden, it is wide enough there.`,
  ),
  tooMuch: ['it hurts more the next morning', 'it hurts at night', 'one spot on a bone is sore', 'you limp'],
}

test.each(['a4', 'letter'] as const)('the longest change of shoes is one page of %s', async (paper) => {
  expect(pagesOf(await shoesPdf(longest, paper))).toBe(1)
})

test('a change without a ladder is a page too', async () => {
  const bare = {
    ...longest,
    weeks: [],
    because: undefined,
    shoe: undefined,
    firstWeek: undefined,
    after: undefined,
    broken: [],
  }
  const pdf = await shoesPdf(bare, 'a4')
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  expect(pagesOf(pdf)).toBe(1)
})
