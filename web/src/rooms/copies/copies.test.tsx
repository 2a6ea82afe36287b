import { MantineProvider } from '@mantine/core'
import { fireEvent, render, screen } from '@testing-library/react'
import type { Copies } from '@sturvo/schema'
import CopiesRoom from './CopiesRoom'

let copies: Copies
const make = jest.fn(() => ({ unwrap: () => Promise.resolve({}) }))
const tryOne = jest.fn(() => ({ unwrap: () => Promise.resolve({}) }))
jest.mock('../../app/trustApi', () => ({
  useCopiesQuery: () => ({ data: copies, isLoading: false, refetch: () => undefined }),
  useMakeCopyMutation: () => [make, { isLoading: false }],
  useTryCopyMutation: () => [tryOne, { isLoading: false }],
}))

const none: Copies = {
  folder: '/mnt/copies',
  isSameDisk: false,
  copies: [],
  runs: [],
  lastGood: null,
  isAutomatic: true,
  isOld: true,
  lastTrial: null,
  replica: null,
}
const show = (data: Copies) => {
  copies = data
  render(
    <MantineProvider>
      <CopiesRoom />
    </MantineProvider>,
  )
}
const daysAgo = (n: number) => new Date(Date.now() - n * 86_400_000).toISOString()

test('no copy at all is an alarm, and there is nothing to try', () => {
  show(none)
  expect(screen.getByRole('alert').textContent).toContain(
    'There is no copy yet. If this disk is lost, everything is.',
  )
  expect(screen.getByText<HTMLElement>('Try the newest').closest('button')!.disabled).toBe(true)
  fireEvent.click(screen.getByText('Make a copy now'))
  expect(make).toHaveBeenCalledTimes(1)
})

test('an old one is an alarm with its age; a fresh one is said calmly, on the same disk with a warning', () => {
  show({
    ...none,
    lastGood: daysAgo(3),
    copies: [
      { name: 'b', madeAt: daysAgo(-365), bytes: 5e6, keptAs: 'ahead' },
      { name: 'a', madeAt: daysAgo(3), bytes: 5e6, keptAs: 'newest' },
    ],
  })
  expect(screen.getByRole('alert').textContent).toContain(
    'The last copy was made 3 days ago. That is too old',
  )
  expect(document.querySelector('[data-copy="b"]')!.textContent).toContain('dated in the future')
  expect(screen.getByLabelText('1 copy of the last half year')).toBeDefined()
  show({ ...none, isOld: false, isSameDisk: true, lastGood: daysAgo(0.5), copies: [] })
  expect(document.querySelector('[data-copies="fresh"]')!.textContent).toMatch(
    /12 hours ago\..*a lost disk takes both/,
  )
})

test('a trial that failed stands where nobody overlooks it', () => {
  const run = {
    id: 'r',
    at: daysAgo(1),
    kind: 'trial' as const,
    isFine: false,
    name: 'a',
    words: 'It is damaged.',
    bytes: 0,
    tookMs: 900,
  }
  show({ ...none, isOld: false, lastGood: daysAgo(1), lastTrial: run, runs: [run] })
  expect(screen.getByRole('alert').textContent).toBe('Tried 24 hours ago, and it failed: It is damaged.')
  expect(document.querySelector('[data-run="failed"]')!.textContent).toContain('Failed. It is damaged.')
})

test('a place of replication that is behind is an alarm, with what it holds and what was said', () => {
  const replica = { to: '/mnt/elsewhere', upTo: daysAgo(1), isBehind: false, words: '' }
  show({ ...none, isOld: false, lastGood: daysAgo(0.5), replica })
  expect(document.querySelector('[data-replica="fresh"]')!.textContent).toMatch(
    /It holds everything up to .*\d\d:\d\d/,
  )
  expect(screen.queryByRole('alert')).toBeNull()
  show({
    ...none,
    isOld: false,
    lastGood: daysAgo(0.5),
    replica: { ...replica, isBehind: true, words: 'no space' },
  })
  expect(screen.getByRole('alert').textContent).toMatch(/is behind\..*nothing since.*It was said: no space\./)
})
