import { fireEvent, screen, within } from '@testing-library/react'
import { defaultSettings } from '@sturvo/core/reading'
import type { Fields } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { GradeStep } from '../steps/GradeStep'
import { FeetRoom } from '../feet/FeetRoom'

const heel: Fields = {
  ...bothSides('heelRest', 14, -6),
  ...bothSides('heelActive', 12, 2),
  ...bothSides('heelPassive', 2, 2),
}
beforeEach(() => localStorage.clear())
const part = (name: string) => screen.getByRole('region', { name: `Grade of the ${name}` })
const withLicence = (licence: 'coach' | 'podiatrist') => ({
  practice: {
    name: 'Tideway Foot Room',
    place: 'Orrin Quay',
    settings: { ...defaultSettings, licence },
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
  },
})

test('left and right have their own grade, and a heel is named by the way it went', () => {
  renderInVisit(<GradeStep />, heel)
  const group = within(part('heel'))
  expect(group.getByRole('group', { name: /^left heel: grade 2/ })).toBeTruthy()
  expect(group.getByRole('group', { name: /^right heel: grade 1/ })).toBeTruthy()
  expect(group.getByText('left rolled in · eversion, right rolled out · inversion')).toBeTruthy()
  expect(
    group.getByRole('img', {
      name: 'left: rest 14 °, ±1.5; alone 12 °, ±1.5; by hand 2 °, ±1.5; target 4 °',
    }),
  ).toBeTruthy()
})

test('on the strip the target lies to the right of rest, whichever way the numbers run', () => {
  renderInVisit(<GradeStep />, heel)
  const xOf = (side: 'left' | 'right', end: string) => {
    const mark = part('heel').querySelector(`[data-side="${side}"] [data-end="${end}"] line`)!
    return (Number(mark.getAttribute('x1')) + Number(mark.getAttribute('x2'))) / 2
  }
  for (const side of ['left', 'right'] as const)
    expect(xOf(side, 'passive')).toBeGreaterThan(xOf(side, 'rest'))
})

test('what the grade changes stands beside it; a grade 3 refers', () => {
  renderInVisit(<GradeStep />, { ...heel, ...bothSides('heelPassive', 13, 2) })
  const left = within(part('heel').querySelector<HTMLElement>('[data-side="left"]')!)
  expect(left.getByText('Refer: not corrected even by hand.')).toBeTruthy()
  expect(left.getByText('Support stays; whoever prescribes decides about changes.')).toBeTruthy()
})

test('a borderline case says which second trial would settle it', () => {
  renderInVisit(<GradeStep />, { ...heel, ...bothSides('heelActive', 6.3, 2) })
  const left = within(part('heel').querySelector<HTMLElement>('[data-side="left"]')!)
  expect(left.getByText(/borderline/)).toBeTruthy()
  expect(left.getByText(/^A second trial active would make it about/)).toBeTruthy()
})

test.each([
  [
    'passive worse than active',
    bothSides('heelPassive', 13.5, 2),
    bothSides('heelActive', 8, 2),
    'passiveWorse',
  ],
  ['target equal to rest', bothSides('heelRest', 4, 4), {}, 'atTarget'],
  ['one trial only', {}, {}, 'oneTrial'],
])('%s has its sentence', (_, a, b, remark) => {
  renderInVisit(<GradeStep />, { ...heel, ...a, ...b })
  expect(part('heel').querySelector(`[data-side="left"] [data-remark="${remark}"]`)?.textContent).toMatch(
    /\.$/,
  )
})

test('hands are shown within the licence and hidden outside it', () => {
  const open = () => fireEvent.click(screen.getByRole('button', { name: /arch, how to ask and how to hold/ }))
  const { unmount } = renderInVisit(<GradeStep />, heel, withLicence('podiatrist'))
  open()
  expect(screen.getByRole('img', { name: /Thumb under the navicular/ })).toBeTruthy()
  unmount()
  localStorage.clear()
  renderInVisit(<GradeStep />, heel, withLicence('coach'))
  open()
  expect(screen.queryByRole('img', { name: /Thumb under the navicular/ })).toBeNull()
  expect(screen.getByText(/outside the licence set for this practice/)).toBeTruthy()
})

test('bent toes unfold where one was found', () => {
  renderInVisit(<GradeStep />, bothSides('toe2', 'bent, fixed', 'straight'))
  expect(within(part('second toe')).getByRole('group', { name: /^left second toe: grade 3/ })).toBeTruthy()
  expect(screen.queryByRole('region', { name: 'Grade of the third toe' })).toBeNull()
})

test('several trials show where they lie and which of them counts', () => {
  const { recorded } = renderInVisit(<GradeStep />, {
    'measure.heelRest.left.1': 12,
    'measure.heelRest.left.2': null,
    'measure.heelRest.left.3': 14,
  })
  expect(
    screen.getByRole('button', { name: 'Heel angle, relaxed, left: mean of 2, 13 °. Show the trials' }),
  ).toBeTruthy()
  // a trial taken away leaves its place: the third stays the third
  fireEvent.change(screen.getByLabelText('Heel angle, relaxed, left, trial 3'), { target: { value: '15' } })
  expect(recorded).toEqual([{ 'measure.heelRest.left.3': 15 }])
})

test('where the feet stand: the page, on either paper, with its files', () => {
  const { container } = renderInVisit(<FeetRoom />, heel)
  const view = () =>
    container.querySelector('svg[viewBox^="0 0 8"], svg[viewBox^="0 0 7"]')!.getAttribute('viewBox')
  expect(view()).toBe('0 0 842 595')
  fireEvent.click(screen.getByRole('radio', { name: 'Letter' }))
  expect(view()).toBe('0 0 792 612')
  expect(screen.getByText('Open the page (PDF)').closest('a')!.getAttribute('href')).toBe(
    '/api/visits/visit0000001/feet.pdf?paper=letter',
  )
  expect(screen.getByText('Where the feet stand: Ansa Rook')).toBeTruthy()
})

test('whose error counts is said, and also that it could not be read', () => {
  const { unmount } = renderInVisit(<GradeStep />, heel, { errorOf: { by: 'Bram Oddny', kinds: 2 } })
  expect(screen.getByText(/Judged with the error of Bram Oddny/)).toBeTruthy()
  unmount()
  renderInVisit(<GradeStep />, heel, { errorOf: 'failed' })
  expect(screen.getByText(/could not be read: the default errors count/)).toBeTruthy()
})

test('a heel is rolled in or rolled out, in words too', () => {
  const { recorded } = renderInVisit(<GradeStep />, {})
  fireEvent.click(screen.getByRole('button', { name: /heel, in words/ }))
  fireEvent.click(screen.getAllByRole('radio', { name: 'rolled in' })[0]!)
  fireEvent.click(screen.getAllByRole('radio', { name: 'rolled out' })[1]!)
  expect(recorded).toEqual([
    { 'measure.heelRestWord.left.1': 'rolled' },
    { 'measure.heelRestWord.right.1': 'rolled out' },
  ])
})
