import { fireEvent, screen, waitFor } from '@testing-library/react'
import { defaultSettings } from '@sturvo/core/reading'
import { settingText } from '@sturvo/words'
import { renderAt } from '../../testing/renderAt'
import PracticeRoom from './PracticeRoom'

const changed = jest.fn()
let role = 'owner'
jest.mock('../../app/api', () => ({
  ...jest.requireActual<object>('../../app/api'),
  useSessionQuery: () => ({ data: { account: { role } } }),
}))
jest.mock('../../app/practiceApi', () => ({
  usePracticeQuery: () => ({
    data: {
      name: 'Tideway Foot Room',
      place: 'Orrin Quay',
      settings: jest.requireActual<{ defaultSettings: object }>('@sturvo/core/reading').defaultSettings,
      references: {},
      referencesVersion: 0,
      trialUses: {},
      drills: [],
      phone: '',
      emergency: '',
      factorRule: 'choice',
      retentionYears: null,
      consentText: '',
      version: 4,
    },
    isLoading: false,
    isError: false,
  }),
  useChangePracticeMutation: () => [
    (input: unknown) => ({ unwrap: () => changed(input) as Promise<unknown> }),
    { isLoading: false },
  ],
  usePreviewReferencesMutation: () => [jest.fn(), {}],
}))
beforeEach(() => {
  role = 'owner'
  changed.mockReset().mockResolvedValue({})
})

test('every approach setting is there with each of its choices, and the one in force is marked', () => {
  renderAt('/practice', <PracticeRoom />)
  // by the tree itself: asking by role goes through three hundred rows of the table each time
  const groups = new Map(
    [...document.querySelectorAll('[role="radiogroup"]')].map((group) => [
      document.getElementById(group.getAttribute('aria-labelledby') ?? '')?.textContent,
      [...group.querySelectorAll<HTMLInputElement>('input[type="radio"]')],
    ]),
  )
  for (const [key, { name, choices }] of Object.entries(settingText)) {
    const shown = groups.get(name)!
    expect(shown.map((radio) => radio.value)).toEqual(Object.keys(choices))
    expect(shown.find((radio) => radio.checked)?.value).toBe(
      defaultSettings[key as keyof typeof defaultSettings],
    )
  }
})

test('a choice is stored on the version it was made on', async () => {
  renderAt('/practice', <PracticeRoom />)
  fireEvent.click(document.querySelector('input[value="sixtyFive"]')!)
  await waitFor(() =>
    expect(changed).toHaveBeenCalledWith({ version: 4, change: { settings: { bigToeGoal: 'sixtyFive' } } }),
  )
})

test('who is not the owner reads them and cannot change any', () => {
  role = 'practitioner'
  renderAt('/practice', <PracticeRoom />)
  const radios = [...document.querySelectorAll<HTMLInputElement>('input[type="radio"]')]
  expect(radios.length).toBeGreaterThan(20)
  expect(radios.every((radio) => radio.disabled)).toBe(true)
  expect(screen.getAllByText(/only the owner may change it/).length).toBeGreaterThan(0)
})
