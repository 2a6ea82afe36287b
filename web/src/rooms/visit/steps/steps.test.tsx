import { fireEvent, screen, within } from '@testing-library/react'
import { cautionQuestions, stopQuestions } from '@sturvo/core/cautions'
import { defaultSettings } from '@sturvo/core/reading'
import { choosePlan } from '@sturvo/core/training'
import { pricesAway, solveAway } from '../../../workers/planJobs'
import { bothSides, madeUpPerson, renderInVisit } from '../../../testing/renderInVisit'
import { GradeStep } from './GradeStep'
import { HandoverStep } from './HandoverStep'
import { LoadStep } from './LoadStep'
import { MoveStep } from './MoveStep'
import { PlanStep } from './PlanStep'
import { StoryStep } from './StoryStep'

jest.mock('./TransitionView', () => ({ TransitionView: () => null }))
jest.mock('../../../workers/planJobs', () => ({
  solveAway: jest.fn(),
  pricesAway: jest.fn(),
  stopSolving: jest.fn(),
}))
const short = {
  ...bothSides('kneeToWall', 92, 78),
  ...bothSides('heelRaises', 17, 11),
  ...bothSides('navicularSit', 43, 42),
  ...bothSides('navicularStand', 34, 31),
}

describe('Story', () => {
  test('red flags are asked of everybody, one more of a child, and taken back by the same answer', () => {
    const { recorded } = renderInVisit(<StoryStep />, { 'answer.caution:calfSwollen': true })
    expect(screen.getAllByRole('radiogroup').length).toBe(stopQuestions.length - 1)
    const answer = (name: string, word: string) =>
      fireEvent.click(within(screen.getByRole('radiogroup', { name })).getByText(word))
    answer('Hot, swollen foot', 'yes')
    answer('Calf swollen and sore', 'yes')
    expect(recorded).toEqual([{ 'answer.caution:hotSwollen': true }, { 'answer.caution:calfSwollen': null }])
  })

  test('one tap answers what is left, and a full set of answers folds to one line', () => {
    const { recorded, unmount } = renderInVisit(<StoryStep />)
    fireEvent.click(screen.getByText('Asked all: none of these'))
    expect(Object.values(recorded[0]!)).toEqual(stopQuestions.slice(0, -1).map(() => false))
    unmount()
    renderInVisit(<StoryStep />, recorded[0])
    expect(screen.getByText('none of them')).toBeTruthy()
    expect(screen.queryByRole('radiogroup', { name: 'Hot, swollen foot' })).toBeNull()
    fireEvent.click(screen.getByText('Look at the answers'))
    expect(screen.getByRole('radiogroup', { name: 'Hot, swollen foot' })).toBeTruthy()
  })

  test('conditions are chips, goals one of eight, and a caution of the level mind is seen once', () => {
    const { recorded } = renderInVisit(<StoryStep />, {
      'answer.caution:oldInjury': true,
      'answer.goalKind': 'run',
    })
    fireEvent.click(screen.getByText('Falls in the last year'))
    fireEvent.click(screen.getByText('thinner shoes'))
    fireEvent.click(screen.getByText('run'))
    fireEvent.click(screen.getByText('Seen'))
    expect(recorded).toEqual([
      { 'answer.caution:falls': true },
      { 'answer.goalKind': 'thinnerShoes' },
      { 'answer.goalKind': null },
      { 'dealt.oldInjury': expect.objectContaining({ words: 'Seen and kept in mind' }) },
    ])
  })

  test('one foot or both is asked once there is a complaint and nothing on the map', () => {
    const { unmount } = renderInVisit(<StoryStep />)
    expect(screen.queryByRole('group', { name: 'One foot or both' })).toBeNull()
    unmount()
    const { recorded } = renderInVisit(<StoryStep />, { 'answer.complaint': 'Tired soles.' })
    fireEvent.click(screen.getByText('both feet'))
    expect(recorded).toEqual([{ 'answer.sidedness': 'both' }])
  })

  test('a stop offers its letter; dealing with it needs words and keeps name and day', () => {
    const { recorded } = renderInVisit(<StoryStep />, { 'answer.caution:hotSwollen': true })
    const stop = within(screen.getByRole('list', { name: 'Cautions' }))
    expect(stop.getByText('Stop: Hot, swollen foot.')).toBeTruthy()
    expect(stop.getByText('Open the letter').closest('a')?.getAttribute('href')).toBe(
      '/api/visits/visit0000001/letter.pdf',
    )
    fireEvent.click(stop.getByText('Dealt with …'))
    expect(stop.getByText('Confirm as Ilse Marrack').closest('button')?.disabled).toBe(true)
    fireEvent.change(stop.getByLabelText('How it was dealt with'), {
      target: { value: 'Seen at the clinic.' },
    })
    fireEvent.click(stop.getByText('Confirm as Ilse Marrack'))
    expect(recorded).toEqual([
      {
        'dealt.hotSwollen': {
          by: 'Ilse Marrack',
          on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/),
          words: 'Seen at the clinic.',
        },
      },
    ])
  })

  test('a release says what it opens and since when; what it does not name is said to stay shut', () => {
    const { recorded, unmount } = renderInVisit(<StoryStep />, { 'answer.caution:recentOperation': true })
    fireEvent.click(screen.getByText('Released by the surgeon …'))
    fireEvent.change(screen.getByLabelText('How it was dealt with'), {
      target: { value: 'Dr Ansel, phone.' },
    })
    fireEvent.click(screen.getByLabelText('thin soles'))
    const since = screen.getByLabelText('Since')
    const confirm = screen.getByText('Confirm as Ilse Marrack').closest('button')!
    fireEvent.change(since, { target: { value: '2999-01-01' } })
    expect(confirm.disabled).toBe(true)
    fireEvent.change(since, { target: { value: '2026-05-01' } })
    fireEvent.click(confirm)
    const release = { opens: ['thinSoles'], from: '2026-05-01' }
    const said = { by: 'Ilse Marrack', words: 'Dr Ansel, phone.', release }
    expect(recorded).toEqual([{ 'dealt.recentOperation': expect.objectContaining(said) }])
    unmount()
    renderInVisit(<StoryStep />, {
      'answer.caution:recentOperation': true,
      'dealt.recentOperation': { ...said, on: '2026-05-04' },
    })
    expect(screen.getByText(/Open since 2026-05-01: thin soles\./)).toBeTruthy()
    expect(screen.getByText(/no weight over a bent big toe/)).toBeTruthy()
    expect(screen.queryByText(/no thin soles/)).toBeNull()
  })

  test('what was dealt with is shown with its words and can be taken back', () => {
    const { recorded } = renderInVisit(<StoryStep />, {
      'answer.caution:tenderBone': true,
      'dealt.tenderBone': { by: 'Bram Oddny', on: '2026-05-04', words: 'No break.' },
    })
    expect(screen.getByText(/Dealt with by Bram Oddny on 2026-05-04: No break\./)).toBeTruthy()
    fireEvent.click(screen.getByText('Take back'))
    expect(recorded).toEqual([{ 'dealt.tenderBone': null }])
  })

  test('free words are kept as typed, and nothing is no answer', () => {
    const { recorded } = renderInVisit(<StoryStep />, { 'answer.goal': 'x' })
    fireEvent.change(screen.getByLabelText('Goal, in their words'), { target: { value: 'Stand a shift.' } })
    fireEvent.change(screen.getByLabelText('Goal, in their words'), { target: { value: '' } })
    expect(recorded).toEqual([{ 'answer.goal': 'Stand a shift.' }, { 'answer.goal': null }])
  })
})

describe('Load and Move', () => {
  test('felt ratings take the place of the scales', () => {
    const { recorded } = renderInVisit(<LoadStep />)
    expect(screen.getByLabelText('Under the heel, left')).toBeTruthy()
    fireEvent.click(screen.getByLabelText('Felt by the client, 0 to 10'))
    expect(recorded).toEqual([{ 'answer.loadMethod': 'felt' }])
  })
  test('with felt chosen, the felt rows are there and the target is named', () => {
    renderInVisit(<LoadStep />, { 'answer.loadMethod': 'felt' })
    expect(screen.getByLabelText('Heel feels, left')).toBeTruthy()
    expect(screen.getByText(/Heel half: about 50/)).toBeTruthy()
  })
  test('a client who fell is tested with support at hand', () => {
    renderInVisit(<MoveStep />, { 'answer.caution:falls': true })
    expect(screen.getByText(/Support at hand/)).toBeTruthy()
  })
})

describe('Grade', () => {
  test('the chances are said in words beside the bar', () => {
    renderInVisit(<GradeStep />, {
      ...short,
      ...bothSides('navicularActive', 43, 35),
      ...bothSides('navicularPassive', 43, 42),
    })
    expect(screen.getByLabelText(/^left arch: grade 1, \d+\s% sure/)).toBeTruthy()
    expect(screen.getByLabelText(/^right arch: grade 2/)).toBeTruthy()
    expect(screen.getByLabelText('left heel: not tested yet')).toBeTruthy()
  })
  test('words alone are enough', () => {
    renderInVisit(<GradeStep />, {
      ...bothSides('heelRestWord', 'rolled', 'even'),
      ...bothSides('heelActiveWord', 'cannot', 'can'),
      ...bothSides('heelPassiveWord', 'cannot', 'can'),
    })
    expect(screen.getByLabelText(/^left heel: grade 3/)).toBeTruthy()
    expect(screen.getByLabelText(/^right heel: grade 0/)).toBeTruthy()
  })
})

const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false]))
const shortAndAsked = { ...short, ...noRedFlags }

describe('Plan', () => {
  beforeEach(() => {
    jest.mocked(solveAway).mockReset()
    // never answered: what is shown is the plan found at once
    jest.mocked(solveAway).mockReturnValue(new Promise(() => undefined))
    jest.mocked(pricesAway).mockReset()
  })

  test('while a red flag is open there is no plan; it is asked right there', () => {
    const { 'answer.caution:openWound': _, ...others } = shortAndAsked
    const { recorded } = renderInVisit(<PlanStep />, others)
    expect(screen.getByRole('alert').textContent).toContain('Not asked yet: 1 red-flag question.')
    expect(screen.queryByText(/because/)).toBeNull()
    fireEvent.click(screen.getByText('Asked: none of the other 1'))
    expect(recorded).toEqual([{ 'answer.caution:openWound': false }])
  })

  test('a condition nobody asked about is asked right there as well', () => {
    const { 'answer.caution:circulation': _, ...others } = shortAndAsked
    const { recorded } = renderInVisit(<PlanStep />, others)
    expect(screen.getByRole('alert').textContent).toContain('Not asked yet: conditions and medicines.')
    fireEvent.click(screen.getByText('Asked: nothing else'))
    expect(recorded).toEqual([{ 'answer.caution:circulation': false }])
  })

  test('each drill has its reason; pin, leave out and bring back are recorded', () => {
    const { recorded } = renderInVisit(<PlanStep />, {
      ...shortAndAsked,
      'answer.planBanned': ['dome'],
      'answer.planMinutes': 20,
    })
    expect(screen.getAllByText(/because left knee-to-wall 92 mm, goal 125/).length).toBeGreaterThan(0)
    fireEvent.click(screen.getAllByLabelText(/^Pin Knee over toe at the wall/)[0]!)
    fireEvent.click(screen.getAllByLabelText(/^Leave out Knee over toe at the wall/)[0]!)
    fireEvent.click(screen.getByText('Bring back'))
    expect(recorded).toEqual([
      { 'answer.planPinned': ['kneeOverToe'], 'answer.planBanned': ['dome'] },
      { 'answer.planBanned': ['dome', 'kneeOverToe'], 'answer.planPinned': [] },
      { 'answer.planBanned': [] },
    ])
  })

  test('needs are drawn by side, told with their evidence, raised and lowered', () => {
    const { recorded } = renderInVisit(<PlanStep />, { ...shortAndAsked, 'answer.planRaised': ['calf'] })
    const ankle = screen.getByRole('button', { name: /^ankle bend ?: ?left 51 %, right 72 % short/ })
    fireEvent.click(ankle)
    expect(
      screen.getByText(/^From: left knee-to-wall 92 mm, goal 125; right knee-to-wall 78 mm/),
    ).toBeTruthy()
    fireEvent.click(screen.getByLabelText('Raise ankle bend'))
    fireEvent.click(screen.getByLabelText('Lower calf'))
    fireEvent.click(screen.getByLabelText('Raise calf'))
    expect(recorded).toEqual([
      { 'answer.planRaised': ['calf', 'ankleBend'], 'answer.planLowered': [] },
      { 'answer.planRaised': [], 'answer.planLowered': ['calf'] },
      { 'answer.planRaised': [], 'answer.planLowered': [] },
    ])
  })

  test('the proven plan takes the place of the first, and says how good it is; one that fails leaves the first', async () => {
    jest
      .mocked(solveAway)
      .mockImplementation((input) =>
        Promise.resolve({ ...choosePlan(input), proof: { objective: 98, bound: 100, gapPct: 2, nodes: 1 } }),
      )
    const { unmount } = renderInVisit(<PlanStep />, shortAndAsked)
    expect(screen.getByText(/a better one is being looked for/)).toBeTruthy()
    expect(
      await screen.findByText(/by these weights no plan in these minutes is over 2 % better/),
    ).toBeTruthy()
    unmount()
    jest.mocked(solveAway).mockRejectedValue(new Error('no solver here'))
    renderInVisit(<PlanStep />, { ...shortAndAsked, 'answer.planMinutes': 11 })
    expect(await screen.findByText(/nobody proved that there is no better one/)).toBeTruthy()
    expect(screen.getAllByText(/because left knee-to-wall/).length).toBeGreaterThan(0)
  })

  test('why not, with its price: asked for once, told in drills and needs', async () => {
    jest.mocked(pricesAway).mockImplementation((_, ids) =>
      Promise.resolve({
        [ids[0]!]: {
          objective: 0.4,
          share: 0.1,
          pushedOut: ['kneeOverToe'],
          filledLess: [{ capacity: 'calf', share: 0.2 }],
        },
      }),
    )
    renderInVisit(<PlanStep />, shortAndAsked)
    fireEvent.click(screen.getByText('What would each cost?'))
    expect(
      await screen.findByText(/would push out Knee over toe at the wall; calf filled 20 % less/),
    ).toBeTruthy()
  })

  test('another setting for this plan alone is named as such', () => {
    renderInVisit(<PlanStep />, { ...shortAndAsked, 'answer.planSettings': { pronation: 'limit' } })
    expect(screen.getByText(/In this plan otherwise: Pronation, Limit it/)).toBeTruthy()
  })

  test('cautions in force are shown where they act', () => {
    renderInVisit(<PlanStep />, { ...shortAndAsked, 'answer.caution:boneHistory': true })
    expect(screen.getByText(/no bounce · longer transition · starts on soft ground/)).toBeTruthy()
  })

  test('a stop leaves no plan, only the ways on', () => {
    renderInVisit(<PlanStep />, { ...shortAndAsked, 'answer.caution:nightPain': true })
    expect(screen.getByRole('alert').textContent).toContain('No plan while this is in force')
    expect(screen.queryByText(/because/)).toBeNull()
    expect(screen.getByText('To the letter').closest('a')?.getAttribute('href')).toBe(
      '/visit/visit0000001/handover',
    )
  })

  test('a pin that a caution keeps out is said, and let go with a button', () => {
    const { recorded } = renderInVisit(<PlanStep />, {
      ...shortAndAsked,
      'answer.caution:boneHistory': true,
      'answer.planPinned': ['spotHops'],
    })
    expect(screen.getByText(/Spot hops is pinned and cannot be in: caution: no bounce/)).toBeTruthy()
    fireEvent.click(screen.getByText('Unpin Spot hops'))
    expect(recorded).toEqual([{ 'answer.planPinned': [] }])
  })

  test('with nothing short there is nothing to train, and it says so', () => {
    renderInVisit(<PlanStep />, noRedFlags)
    expect(screen.getAllByText(/Nothing that was measured is short/).length).toBeGreaterThan(0)
    expect(screen.getByText(/Hours standing and walking are missing/)).toBeTruthy()
  })
})

describe('Hand over', () => {
  beforeEach(() => {
    jest.mocked(solveAway).mockImplementation((input) => Promise.resolve(choosePlan(input)))
  })
  test('the page on screen is the page in print', async () => {
    renderInVisit(<HandoverStep />, {
      ...shortAndAsked,
      'answer.hoursStanding': 20,
      'answer.planMinutes': 13,
    })
    expect(screen.getByText('The plan is being worked out …')).toBeTruthy()
    const page = within(screen.getByRole('article', { name: "The client's page" }))
    expect(page.getByText('For Ansa Rook')).toBeTruthy()
    expect(page.getAllByText('Knee to the wall, heel down').length).toBe(2)
    expect(page.getByText('Week 1')).toBeTruthy()
    expect(screen.queryByRole('article', { name: 'Letter' })).toBeNull()
    expect(await screen.findByText('Ready to print.')).toBeTruthy()
    const week = document.querySelector('[data-sheet-week]')!
    expect(week.querySelectorAll('thead th')).toHaveLength(7)
    expect(week.querySelectorAll('[aria-label="to do"]').length).toBeGreaterThan(4)
  })
  test('with open questions there is no plan on the page, and no letter either', () => {
    renderInVisit(<HandoverStep />, short)
    expect(screen.getByText('First, a few questions.')).toBeTruthy()
    expect(screen.queryByText(/Your drills/)).toBeNull()
    expect(screen.queryByRole('article', { name: 'Letter' })).toBeNull()
  })
  test('a child gets no plan and a letter; so does an operation nobody released', () => {
    const child = { ...madeUpPerson, birthYear: 2014 }
    const { unmount } = renderInVisit(<HandoverStep />, shortAndAsked, { person: child })
    expect(screen.getByRole('article', { name: 'Letter' }).textContent).toContain('Ansa Rook, born 2014')
    expect(screen.queryByText(/Your drills/)).toBeNull()
    unmount()
    renderInVisit(<HandoverStep />, { ...shortAndAsked, 'answer.caution:recentOperation': true })
    expect(screen.getByRole('article', { name: 'Letter' }).textContent).toContain('To the surgeon')
  })
  test('with a stop it is the letter', () => {
    renderInVisit(<HandoverStep />, { 'answer.caution:calfSwollen': true })
    expect(screen.getByRole('article', { name: 'Letter' }).textContent).toContain(
      'About Ansa Rook, born 1992',
    )
    expect(screen.getByText('First, please see a doctor, today.')).toBeTruthy()
  })
  test('settings of the practice reach the page', () => {
    const practice = {
      name: 'Tideway Foot Room',
      place: '',
      settings: { ...defaultSettings, barefoot: 'cautious' as const },
      references: {},
      referencesVersion: 0,
      trialUses: {},
      drills: [],
      phone: '',
      emergency: '',
      factorRule: 'choice' as const,
      retentionYears: null,
      consentText: '',
      version: 1,
    }
    renderInVisit(<HandoverStep />, { ...shortAndAsked, 'answer.hoursStanding': 20 }, { practice })
    expect(screen.getAllByText(/^5 min a day, 4 days/).length).toBeGreaterThan(0)
  })
})
