import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import type { FollowDecision, LogAnswer, LogEntryAnswer } from '@sturvo/schema'
import { entriesOf, keyed, PaperKeys } from './PaperKeys'
import { handBackParts } from '@sturvo/core/followup'
import { BringIn } from './BringIn'
import { ProposalCard } from './ProposalCard'

const decided: FollowDecision[] = []
const keyedIn: LogEntryAnswer[] = []
let isAnswerLost = false
jest.mock('../../app/practiceApi', () => ({ usePracticeQuery: () => ({ data: undefined }) }))
jest.mock('../../app/followApi', () => ({
  useDecideMutation: () => [
    ({ decision }: { decision: FollowDecision }) => {
      decided.push(decision)
      return { unwrap: () => Promise.resolve() }
    },
    { isLoading: false },
  ],
  useKeyLogMutation: () => [
    ({ entries }: { entries: LogEntryAnswer[] }) => {
      keyedIn.push(...entries)
      // the log took it; its answer may be lost all the same
      return { unwrap: () => (isAnswerLost ? Promise.reject(new Error('lost')) : Promise.resolve()) }
    },
    { isLoading: false },
  ],
}))
beforeEach(() => {
  decided.length = 0
  keyedIn.length = 0
  isAnswerLost = false
})

const shown = (part: React.ReactNode) =>
  render(
    <MantineProvider>
      <Notifications />
      <MemoryRouter>{part}</MemoryRouter>
    </MantineProvider>,
  )
const logWith = (followUp: LogAnswer['followUp']): LogAnswer => ({
  entries: [],
  planId: 'plan00000001',
  planNumber: 1,
  restartShare: 0.6,
  owner: '0123456789abcdef',
  now: '2026-05-05T08:00:00.000Z',
  ...(followUp && { followUp }),
  decisions: [],
})
const card = (followUp: LogAnswer['followUp'], mayDecide = true) =>
  shown(
    <ProposalCard
      personId="person000001"
      log={logWith(followUp)}
      practice="Tideway Foot Room"
      mayDecide={mayDecide}
    />,
  )
const backOff: LogAnswer['followUp'] = {
  action: 'backOff',
  lanes: ['train', 'shoes'],
  fired: [
    {
      rule: 'painTwice',
      action: 'backOff',
      lanes: ['train'],
      evidence: { channel: 'pain', value: 5, level: 1, limit: 2, days: ['2026-05-04'] },
    },
    { rule: 'painSome', action: 'hold', lanes: ['train'], evidence: { channel: 'pain', value: 5, level: 1 } },
  ],
  minutes: { shoes: 12 },
  setsShare: 0.6,
}

test('a proposal says every reason, is taken with words, and never with more than was proposed', async () => {
  card(backOff)
  expect(screen.getByText(/more than 2 above on 4 May 2026/)).toBeTruthy()
  expect(screen.getByText(/this week \(hold\)/)).toBeTruthy()
  fireEvent.change(screen.getByLabelText('New shoes, at most a day'), { target: { value: '40' } })
  fireEvent.change(screen.getByLabelText('Why, in your words'), { target: { value: 'long tide' } })
  fireEvent.click(document.querySelector('[data-take]')!)
  await waitFor(() => expect(decided).toHaveLength(1))
  expect(decided[0]).toMatchObject({
    kind: 'take',
    action: 'backOff',
    rule: 'painTwice',
    setsShare: 0.6,
    words: 'long tide',
  })
  expect((decided[0] as { minutes: { shoes: number } }).minutes.shoes).toBeLessThanOrEqual(12)
})

test('where the phone holds the plan by itself is said beside what is proposed, and not beside a stop', () => {
  const held = { week: 2, behind: 3, share: 0.6, why: 'stepBack' as const }
  const shownWith = (action: 'backOff' | 'stop') =>
    shown(
      <ProposalCard
        personId="person000001"
        log={{ ...logWith({ ...backOff, action }), held }}
        practice="Tideway Foot Room"
        mayDecide
      />,
    )
  const { unmount } = shownWith('backOff')
  expect(document.querySelector('[data-page-holds]')!.textContent).toBe(
    'The client’s page stays at week 2, 3 behind the calendar: clearly more pain, so 60 % and the easier form. What is decided here begins from there.',
  )
  unmount()
  shownWith('stop')
  expect(document.querySelector('[data-page-holds]')).toBeNull()
})

test('a stop opens only with what was found; an assistant decides nothing', async () => {
  const stop: LogAnswer['followUp'] = {
    action: 'stop',
    lanes: ['train'],
    fired: [
      {
        rule: 'stopSign',
        action: 'stop',
        lanes: ['train'],
        evidence: { signs: ['numb'], days: ['2026-05-04'] },
      },
    ],
    minutes: {},
    setsShare: 0,
  }
  const { unmount } = card(stop)
  expect(document.querySelector('[data-take]')).toBeNull()
  const open = document.querySelector<HTMLButtonElement>('[data-reopen]')!
  expect(open.disabled).toBe(true)
  fireEvent.change(screen.getByLabelText('What you found'), { target: { value: '  ' } })
  expect(open.disabled).toBe(true)
  fireEvent.change(screen.getByLabelText('What you found'), { target: { value: 'laces too tight' } })
  fireEvent.click(open)
  await waitFor(() =>
    expect(decided).toMatchObject([
      { kind: 'reopen', words: 'laces too tight', seenUpTo: '2026-05-05T08:00:00.000Z' },
    ]),
  )
  unmount()
  card(stop, false)
  expect(document.querySelector('[data-reopen], [data-take]')).toBeNull()
  expect(screen.getByText(/numbness on 4 May 2026/)).toBeTruthy()
})

test('more than three weeks away: no one-tap restart, a new plan at a visit', () => {
  card({
    action: 'restart',
    lanes: ['train'],
    fired: [
      {
        rule: 'missedLong',
        action: 'restart',
        lanes: ['train'],
        evidence: { value: 30, days: ['2026-05-04'] },
      },
    ],
    minutes: {},
    setsShare: 0.6,
  })
  expect(document.querySelector('[data-take]')).toBeNull()
  expect(screen.getByText(/make a new plan at a visit/)).toBeTruthy()
})

test('what a key means in a box', () => {
  expect([keyed('training', 'D'), keyed('training', 'x'), keyed('pain', '7'), keyed('pain', 't')]).toEqual([
    'd',
    undefined,
    '7',
    '10',
  ])
  expect([keyed('pain', 'p'), keyed('spacersMin', '3')]).toEqual([undefined, undefined])
})

test('a keyed week: only days with something, on their days', () => {
  const now = new Date('2026-05-12T10:00:00Z')
  const entries = entriesOf(
    '2026-05-04',
    { '0.training': 'd', '0.pain': '0', '2.pain': '10', '6.shoesMin': '25' },
    now,
  )
  expect(entries.map(({ id: _id, at: _at, ...rest }) => rest)).toEqual([
    { day: '2026-05-04', training: 'done', pain: 0 },
    { day: '2026-05-06', pain: 10 },
    { day: '2026-05-10', shoesMin: 25 },
  ])
  expect(entriesOf('2026-05-04', {}, now)).toEqual([])
})

test('one key a box moves on; Backspace empties; arrows move', async () => {
  shown(<PaperKeys personId="person000001" />)
  fireEvent.click(document.querySelector('[data-paper]')!)
  const box = (name: RegExp) => screen.getAllByLabelText(name)[0] as HTMLInputElement
  box(/^Mon, Training/).focus()
  fireEvent.keyDown(document.activeElement!, { key: 'd' })
  expect(document.activeElement).toBe(box(/^Mon, Pain/))
  fireEvent.keyDown(document.activeElement!, { key: '3' })
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowLeft' })
  expect(document.activeElement).toBe(box(/^Mon, Pain/))
  fireEvent.keyDown(document.activeElement!, { key: 'Backspace' })
  expect(box(/^Mon, Pain/).value).toBe('')
  fireEvent.click(document.querySelector('[data-save-paper]')!)
  await waitFor(() => expect(keyedIn).toMatchObject([{ training: 'done' }]))
})

test('a week sent again after its answer was lost is the same week; a day that was changed is another', async () => {
  shown(<PaperKeys personId="person000001" />)
  fireEvent.click(document.querySelector('[data-paper]')!)
  const box = (name: RegExp) => screen.getAllByLabelText(name)[0] as HTMLInputElement
  box(/^Mon, Pain/).focus()
  fireEvent.keyDown(document.activeElement!, { key: '3' })
  box(/^Tue, Pain/).focus()
  fireEvent.keyDown(document.activeElement!, { key: '4' })
  const save = async (count: number) => {
    fireEvent.click(document.querySelector('[data-save-paper]')!)
    await waitFor(() => expect(keyedIn).toHaveLength(count))
  }
  isAnswerLost = true
  await save(2)
  await save(4)
  const ids = keyedIn.map(({ id }) => id)
  expect(ids.slice(2)).toEqual(ids.slice(0, 2))
  box(/^Tue, Pain/).focus()
  fireEvent.keyDown(document.activeElement!, { key: '5' })
  isAnswerLost = false
  await save(6)
  expect(keyedIn[4]!.id).toBe(ids[0])
  expect(ids).not.toContain(keyedIn[5]!.id)
})

test('a stop sign told on paper is keyed in with its day', async () => {
  shown(<PaperKeys personId="person000001" />)
  fireEvent.click(screen.getByText('Key in a paper week'))
  fireEvent.click(screen.getByLabelText('Stop signs told on paper', { selector: 'input' }))
  fireEvent.click(await screen.findByText('numbness'))
  fireEvent.click(document.querySelector('[data-save-paper]')!)
  await waitFor(() => expect(keyedIn).toHaveLength(1))
  expect(keyedIn[0]).toMatchObject({ stops: ['numb'], day: expect.stringMatching(/^\d{4}-/) })
})

describe('a log that is brought in', () => {
  const owner = '0123456789abcdef'
  const note = (id: string, day: string) => ({ id, day, at: `${day}T19:00:00.000Z`, pain: 2 })
  const textOf = (whose: string, entries: object[], most?: number) =>
    handBackParts(
      whose,
      `p${btoa(JSON.stringify(entries)).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '')}`,
      most,
    )
  const paste = (text: string) => {
    shown(<BringIn personId="person000001" owner={owner} />)
    fireEvent.click(document.querySelector('[data-bring-in]')!)
    fireEvent.change(screen.getByLabelText('The text'), { target: { value: text } })
  }
  const keep = () => document.querySelector<HTMLButtonElement>('[data-keep-brought]')!

  test('is kept whole; what is about days to come is left out and said', async () => {
    paste(
      `Here it is:\n${textOf(owner, [note('note00000001', '2026-05-04'), note('note00000002', '2126-05-04')])[0]}`,
    )
    await screen.findByText(
      /1 note of this client, 4 May 2026 to 4 May 2026\. 1 note about days to come left out/,
    )
    fireEvent.click(keep())
    await waitFor(() => expect(keyedIn).toMatchObject([{ id: 'note00000001', pain: 2 }]))
  })
  test('with parts missing says which', async () => {
    const parts = textOf(owner, [note('note00000001', '2026-05-04')], 40)
    paste(parts.filter((_, i) => i !== 1).join('\n'))
    await screen.findByText(/missing: 2\./)
    expect(keep().disabled).toBe(true)
  })
  test('of another client, broken, or no log at all: refused in one sentence, nothing kept', async () => {
    const entries = [note('note00000001', '2026-05-04')]
    const own = textOf(owner, entries)[0]!
    const cases: [string, RegExp][] = [
      [textOf('ffffffffffffffff', entries)[0]!, /of another client/],
      [`${own}\n${textOf('ffffffffffffffff', entries)[0]!}`, /of another client/],
      [own.replace(/.{4}\.$/, 'AAAA.'), /changed on the way/],
      [textOf(owner, [{ id: 'x', pain: 99 }])[0]!, /cannot be read/],
      ['Hello, it went well.', /no log in this text/],
    ]
    for (const [text, said] of cases) {
      paste(text)
      await screen.findByText(said)
      expect(keep().disabled).toBe(true)
      cleanup()
    }
    expect(keyedIn).toEqual([])
  })
})
