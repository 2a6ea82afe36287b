import { act, fireEvent, renderHook, screen, waitFor, within } from '@testing-library/react'
import { cautionQuestions } from '@sturvo/core/cautions'
import { choosePlan, movedBetween, type PlanInput } from '@sturvo/core/training'
import type { Fields, KeptPlan, PlanLine } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { outboxChanged } from '../../../outbox/visitSlice'
import { solveAway } from '../../../workers/planJobs'
import { PlanStep } from '../steps/PlanStep'
import { inputOf, shortOfAll } from '../../../../../core/plan/training/testing/arbitraryClient'
import { KeptPlans } from './KeptPlans'
import { PlanRelax } from './PlanRelax'
import { usePlan } from './usePlan'

jest.mock('../steps/TransitionView', () => ({ TransitionView: () => null }))
jest.mock('../../../workers/planJobs', () => ({
  solveAway: jest.fn(),
  pricesAway: jest.fn(),
  stopSolving: jest.fn(),
}))
let kept: PlanLine[] = []
let whole: KeptPlan | undefined
let role = 'owner'
const keep = jest.fn()
jest.mock('../../../app/planApi', () => ({
  useKeptPlansQuery: () => ({ data: { plans: kept }, isLoading: false, refetch: () => undefined }),
  useKeptPlanQuery: () => ({ data: whole, isLoading: false, refetch: () => undefined }),
  useKeepPlanMutation: () => [
    (input: unknown) => ({ unwrap: () => keep(input) as Promise<unknown> }),
    { isLoading: false, error: undefined, reset: () => undefined },
  ],
}))
jest.mock('../../../app/api', () => ({
  ...jest.requireActual<object>('../../../app/api'),
  useSessionQuery: () => ({ data: { account: { role } } }),
}))
const asked: Fields = {
  ...bothSides('kneeToWall', 92, 78),
  ...bothSides('heelRaises', 17, 11),
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
  'answer.planMinutes': 20,
}
beforeEach(() => {
  jest.mocked(solveAway).mockReset()
  jest.mocked(solveAway).mockReturnValue(new Promise(() => undefined))
  keep.mockReset().mockResolvedValue({})
  kept = []
  role = 'owner'
})

describe('the dose by hand', () => {
  const open = (fields: Fields = asked) => {
    const view = renderInVisit(<PlanStep />, fields)
    fireEvent.click(screen.getAllByRole('button', { name: /^Dose of Knee over toe at the wall/ })[0]!)
    return view
  }
  test('sets and times are recorded with the drill, which is then wanted', async () => {
    const { recorded } = open()
    fireEvent.change(await screen.findByLabelText('Sets'), { target: { value: '1' } })
    fireEvent.change(screen.getByLabelText(/^(Times|Hold, s)$/), { target: { value: '6' } })
    fireEvent.click(screen.getByText('Use this dose'))
    expect(recorded).toEqual([
      {
        'answer.planDoses': [{ drill: 'kneeOverToe', sets: 1, amount: 6 }],
        'answer.planPinned': ['kneeOverToe'],
      },
    ])
  })
  test('what is more than the drill is for is held down, and the form says so', async () => {
    open({
      ...asked,
      'answer.planDoses': [{ drill: 'kneeOverToe', amount: 250 }],
      'answer.planPinned': ['kneeOverToe'],
    })
    expect(await screen.findByText(/^Held down to \d+/)).toBeTruthy()
  })
  test('nonsense is no dose: half a set, a thousand times', async () => {
    const { recorded } = open()
    const sets = await screen.findByLabelText<HTMLInputElement>('Sets')
    fireEvent.change(sets, { target: { value: '1.5' } })
    expect(sets.value).not.toContain('.')
    fireEvent.change(screen.getByLabelText(/^(Times|Hold, s)$/), { target: { value: '1000' } })
    fireEvent.click(screen.getByText('Use this dose'))
    const [{ 'answer.planDoses': doses }] = recorded as [{ 'answer.planDoses': { amount?: number }[] }]
    expect(doses[0]!.amount ?? 0).toBeLessThanOrEqual(60)
  })
  test('the plan’s own dose comes back, and doses of other drills stay', async () => {
    const { recorded } = open({
      ...asked,
      'answer.planDoses': [
        { drill: 'kneeOverToe', sets: 1 },
        { drill: 'dome', sets: 2 },
      ],
      'answer.planPinned': ['kneeOverToe'],
    })
    fireEvent.click(await screen.findByText('As chosen by the plan'))
    expect(recorded).toEqual([{ 'answer.planDoses': [{ drill: 'dome', sets: 2 }] }])
  })
  test('doses that leave no room for what has to be in are let go with a button', () => {
    const { recorded } = renderInVisit(<PlanRelax relax={[{ wish: 'dose', ids: ['dome'] }]} />, {
      ...asked,
      'answer.planDoses': [{ drill: 'dome', amount: 36 }],
    })
    expect(screen.getByText(/leaves no room for what has to be in/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button'))
    expect(recorded).toEqual([{ 'answer.planDoses': [] }])
  })
})

test('what would make a need surer leads to where it is tested', () => {
  renderInVisit(<PlanStep />, { ...asked, 'measure.raisePath.left.1': 'straight' })
  fireEvent.click(screen.getByRole('button', { name: /^inner ankle/ }))
  const line = document.querySelector('[data-surer]')!
  expect(line.textContent).toMatch(/^Would make it surer: /)
  expect(line.querySelector('a')?.getAttribute('href')).toMatch(
    /^\/visit\/visit0000001\/(look|load|move|grade)$/,
  )
  fireEvent.click(screen.getByRole('button', { name: /^calf/ }))
  expect(screen.getByText('Every test that bears on it was done.')).toBeTruthy()
})

test('a change is told between two plans that stand, never against one that was only quick', async () => {
  const answers: (() => void)[] = []
  jest
    .mocked(solveAway)
    .mockImplementation(
      (input) =>
        new Promise((resolve) =>
          answers.push(() =>
            resolve({ ...choosePlan(input), proof: { objective: 1, bound: 1, gapPct: 0, nodes: 1 } }),
          ),
        ),
    )
  const input = inputOf({ left: shortOfAll, right: shortOfAll })
  const { result, rerender } = renderHook((asking: PlanInput) => usePlan(asking), { initialProps: input })
  expect(result.current).toMatchObject({ isProving: true, before: undefined })
  await waitFor(() => expect(answers).toHaveLength(1))
  await act(async () => Promise.resolve(answers[0]!()))
  expect(result.current).toMatchObject({ isProving: false, before: undefined })
  const stood = result.current.plan
  const banned = [stood.phases[0]!.picks[0]!.exercise.id]
  rerender({ ...input, banned })
  expect(result.current.before).toBeUndefined()
  await waitFor(() => expect(answers).toHaveLength(2))
  await act(async () => Promise.resolve(answers[1]!()))
  expect(result.current.before).toBe(stood)
  expect(movedBetween(result.current.before!, result.current.plan).went).toEqual(
    expect.arrayContaining(banned),
  )
})

describe('gates', () => {
  const stateOf = (id: string) => {
    const gate = document.querySelector(`[data-gate-state="${id}"]`)
    return (
      gate && {
        isOpen: gate.getAttribute('data-open') === 'true',
        words: gate.querySelector('p')!.textContent,
      }
    )
  }
  test('closed says which measurement opens it, open says by what; one side alone opens nothing', () => {
    renderInVisit(<PlanStep />, {
      ...asked,
      ...bothSides('kneeToWall', 130, 128),
      'measure.bigToeExtension.left.1': 80,
      ...bothSides('singleLegOpen', 12, 40),
    })
    expect(stateOf('ankleBend')).toEqual({ isOpen: true, words: expect.stringMatching(/^Open: .*128/) })
    expect(stateOf('bigToeBend')).toEqual({ isOpen: false, words: expect.stringContaining('not measured') })
    expect(stateOf('eyesOpenFirst')).toEqual({ isOpen: false, words: expect.stringMatching(/20 s.*12 s/) })
    expect(stateOf('bounce')!.isOpen).toBe(false)
    // only a locked foot is asked to yield first
    expect(stateOf('yieldFirst')).toBeNull()
  })
})

const line: PlanLine = {
  id: 'plan00000001',
  number: 1,
  visitId: 'visit0000001',
  madeOn: '2026-05-04',
  by: 'Ilse Marrack',
  minutesPerSession: 15,
  sessionsPerWeek: 5,
  drills: ['dome', 'kneeOverToe'],
}

describe('kept plans', () => {
  test('with none yet it says what keeping means; keeping names the version that was seen', async () => {
    renderInVisit(<KeptPlans isProven />, asked)
    expect(screen.getByText(/None yet/)).toBeTruthy()
    fireEvent.click(screen.getByText('Keep this plan as version 1'))
    await waitFor(() => expect(keep).toHaveBeenCalled())
    expect(keep.mock.calls[0]![0]).toMatchObject({ visitId: 'visit0000001', visitVersion: 1, after: 0 })
  })
  test('the same press sent again is the same plan; after an answer the next is another', async () => {
    keep.mockRejectedValueOnce(new TypeError('no network'))
    renderInVisit(<KeptPlans isProven />, asked)
    const press = async (times: number) => {
      fireEvent.click(screen.getByText('Keep this plan as version 1'))
      await waitFor(() => expect(keep).toHaveBeenCalledTimes(times))
      await act(() => new Promise((resolve) => setTimeout(resolve, 0)))
    }
    await press(1)
    await press(2)
    await press(3)
    const ids = keep.mock.calls.map(([input]) => (input as { id: string }).id)
    expect(ids[1]).toBe(ids[0])
    expect(ids[2]).not.toBe(ids[1])
  })
  test('what is typed and not saved yet is no part of a decision', () => {
    const { store } = renderInVisit(<KeptPlans isProven />, asked)
    const { outbox } = store.getState().visit
    act(() => void store.dispatch(outboxChanged({ ...outbox, save: 'saving' })))
    expect(screen.getByText('Keep this plan as version 1').closest('button')?.disabled).toBe(true)
    expect(screen.getByText(/once everything typed is saved/)).toBeTruthy()
  })
  test('a quick plan that nobody proved is not what would be kept: the button waits', () => {
    renderInVisit(<KeptPlans isProven={false} />, asked)
    expect(screen.getByText('Keep this plan as version 1').closest('button')?.disabled).toBe(true)
    expect(screen.getByText(/once it is proven/)).toBeTruthy()
  })
  test('an assistant sees the versions and no button', () => {
    role = 'assistant'
    kept = [line]
    renderInVisit(<KeptPlans isProven />, asked)
    expect(screen.getByText(/^Version 1$/)).toBeTruthy()
    expect(screen.queryByText(/Keep this plan/)).toBeNull()
  })
  test('an old version is read as it was kept, also where a drill has another name today', () => {
    kept = [line]
    whole = {
      ...line,
      personId: 'person000001',
      visitVersion: 3,
      coreVersion: '0.8.0',
      settings: {},
      references: {},
      inputs: {},
      plan: {
        phases: [
          {
            stage: 'wake',
            fromWeek: 1,
            weeks: 4,
            minutesPerSession: 9.5,
            drills: [
              {
                id: 'gone',
                name: 'A drill of those days',
                sides: 'each',
                sets: 2,
                extraSets: { left: 1, right: 0 },
                holdS: 12,
                perWeek: 5,
                minutes: 2,
                kit: [],
                lines: ['A hand on something steady.'],
                because: ['left leg holds 8 s, goal 10'],
              },
            ],
          },
        ],
        leftOut: [],
      },
    }
    renderInVisit(<KeptPlans isProven />, asked)
    fireEvent.click(screen.getByText('Open version 1'))
    const dialog = screen.getByRole('dialog')
    expect(within(dialog).getByText('A drill of those days').parentElement!.textContent).toContain(
      '2 × 12 s each side, one set more on the left, 5 days a week',
    )
    expect(within(dialog).getByText('left leg holds 8 s, goal 10')).toBeTruthy()
  })
  test('its papers and its calendar are reached from here; a plan without papers offers none', () => {
    kept = [line]
    const { unmount } = renderInVisit(<KeptPlans isProven />, asked)
    expect(screen.getByText('Calendar of version 1').closest('a')!.getAttribute('href')).toBe(
      '/api/people/person000001/plan.ics',
    )
    fireEvent.click(screen.getByText('Open version 1'))
    expect(screen.queryByText(/PDF/)).toBeNull()
    unmount()
    whole = { ...whole!, papers: { handout: {}, sheet: {} } as unknown as KeptPlan['papers'] }
    renderInVisit(<KeptPlans isProven />, asked)
    fireEvent.click(screen.getByText('Open version 1'))
    const links = within(screen.getByRole('dialog')).getAllByRole('link')
    expect(links.map((link) => link.getAttribute('href'))).toEqual([
      `/api/plans/${line.id}/handout.pdf`,
      `/api/plans/${line.id}/plan.pdf`,
    ])
  })
})
