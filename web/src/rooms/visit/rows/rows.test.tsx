import { fireEvent, screen } from '@testing-library/react'
import { bothSides, madeUpPerson, renderInVisit } from '../../../testing/renderInVisit'
import { MirrorRow } from './MirrorRow'
import { MirrorRows } from './MirrorRows'

const rows = (
  <MirrorRows title="range">
    <MirrorRow measure="kneeToWall" />
    <MirrorRow measure="archSeen" />
    <MirrorRow measure="singleLegOpen" mayFail />
  </MirrorRows>
)
const left = () => screen.getByLabelText<HTMLInputElement>('Knee to wall, left')
const right = () => screen.getByLabelText<HTMLInputElement>('Knee to wall, right')

test('left stands before right, and both show their value', () => {
  renderInVisit(rows, bothSides('kneeToWall', 92, 78))
  expect(left().value).toBe('92')
  expect(right().value).toBe('78')
  expect(left().compareDocumentPosition(right()) & Node.DOCUMENT_POSITION_FOLLOWING).toBeTruthy()
})

test('what is typed is recorded at once, as a number of the first trial', () => {
  const { recorded } = renderInVisit(rows)
  fireEvent.change(left(), { target: { value: '88,5' } })
  expect(recorded).toEqual([{ 'measure.kneeToWall.left.1': 88.5 }])
})

test('what cannot be is not recorded, stays in the field and says what can', () => {
  const { recorded } = renderInVisit(rows)
  fireEvent.change(left(), { target: { value: '880' } })
  fireEvent.blur(left())
  expect(recorded).toEqual([])
  expect(left().value).toBe('880')
  expect(left().getAttribute('aria-invalid')).toBe('true')
  expect(screen.getByText('Between 0 and 300 mm; not stored.')).toBeTruthy()
})

test('what is odd is recorded and asked about', () => {
  const { recorded } = renderInVisit(rows)
  fireEvent.change(left(), { target: { value: '250' } })
  expect(recorded).toEqual([{ 'measure.kneeToWall.left.1': 250 }])
  expect(screen.getByText('Unusual: please check.')).toBeTruthy()
})

test('an emptied field takes its value away', () => {
  const { recorded } = renderInVisit(rows, bothSides('kneeToWall', 92, 78))
  fireEvent.change(left(), { target: { value: '' } })
  expect(recorded).toEqual([{ 'measure.kneeToWall.left.1': null }])
})

test('the equals key copies the other side, N says not tested, A opens a second trial', () => {
  const { recorded } = renderInVisit(rows, bothSides('kneeToWall', 92, 78))
  fireEvent.keyDown(left(), { key: '=' })
  fireEvent.keyDown(right(), { key: 'n' })
  expect(recorded).toEqual([
    { 'measure.kneeToWall.left.1': 78 },
    { 'measure.kneeToWall.right.1': 'notTested' },
  ])
  fireEvent.keyDown(left(), { key: 'a' })
  const second = screen.getByLabelText('Knee to wall, left, trial 2')
  fireEvent.change(second, { target: { value: '90' } })
  expect(recorded[2]).toEqual({ 'measure.kneeToWall.left.2': 90 })
})

test('two trials show both and their count', () => {
  renderInVisit(rows, { 'measure.kneeToWall.left.1': 90, 'measure.kneeToWall.left.2': 94 })
  expect(screen.getByLabelText<HTMLInputElement>('Knee to wall, left, trial 2').value).toBe('94')
  expect(screen.getByText('mean of 2')).toBeTruthy()
})

test('who cannot is told apart from who was not tested, and either can be taken back', () => {
  const { recorded } = renderInVisit(rows, bothSides('singleLegOpen', 'cannot', 'notTested'))
  expect(screen.getAllByText('cannot').length).toBeGreaterThan(2)
  expect(screen.getByText('not tested')).toBeTruthy()
  fireEvent.click(screen.getByLabelText('left: tried, cannot'))
  expect(recorded).toEqual([{ 'measure.singleLegOpen.left.1': null }])
})

test('minus and plus step by the step of the measure, from the value that is there', () => {
  const { recorded } = renderInVisit(rows, bothSides('kneeToWall', 92, 78))
  fireEvent.click(screen.getByLabelText('Knee to wall, left: more'))
  fireEvent.click(screen.getByLabelText('Knee to wall, right: less'))
  expect(recorded).toEqual([{ 'measure.kneeToWall.left.1': 95 }, { 'measure.kneeToWall.right.1': 75 }])
})

test('arrow keys go along the rows like a table', () => {
  renderInVisit(rows, bothSides('archSeen', 'some', 'none'))
  left().focus()
  fireEvent.keyDown(left(), { key: 'ArrowRight' })
  expect(document.activeElement).toBe(right())
  fireEvent.keyDown(right(), { key: 'ArrowDown' })
  expect(document.activeElement?.textContent).toBe('none')
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowUp' })
  expect(document.activeElement).toBe(right())
})

test('a word is chosen by click or arrow, and the chosen one again takes it away', () => {
  const { recorded } = renderInVisit(rows, bothSides('archSeen', 'some', 'none'))
  const some = screen.getAllByRole('radio', { name: 'some' })[0]!
  expect(some.getAttribute('aria-checked')).toBe('true')
  fireEvent.keyDown(some, { key: 'ArrowRight' })
  fireEvent.click(some)
  expect(recorded).toEqual([{ 'measure.archSeen.left.1': 'clear' }, { 'measure.archSeen.left.1': null }])
})

test('a person who thinks in inches sees and types inches', () => {
  const person = { ...madeUpPerson, lengthUnit: 'in' as const }
  const { recorded } = renderInVisit(rows, bothSides('kneeToWall', 101.6, 78), { person })
  expect(left().value).toBe('4')
  expect(screen.getByText(/^in · heel down/)).toBeTruthy()
  fireEvent.change(left(), { target: { value: '5' } })
  expect(recorded[0]!['measure.kneeToWall.left.1']).toBeCloseTo(127, 6)
})

test('a value after a drill stands beside the row and is no trial of it; it can be taken away', () => {
  const before = bothSides('kneeToWall', 60, 90)
  const { recorded, unmount } = renderInVisit(rows, before)
  fireEvent.click(document.querySelector('[data-tried="kneeToWall.left"]')!)
  const value = screen.getByLabelText('Knee to wall, left, after it (mm)')
  fireEvent.change(value, { target: { value: '880' } })
  expect(screen.getByText('Keep').closest('button')!.disabled).toBe(true)
  fireEvent.change(value, { target: { value: '84' } })
  fireEvent.change(screen.getByLabelText('Drill that was tried'), { target: { value: 'kneeOverToe' } })
  fireEvent.click(screen.getByText('Keep'))
  const tried = { 'answer.tried:kneeToWall:left': { drill: 'kneeOverToe', value: 84 } }
  expect(recorded).toEqual([tried])
  unmount()
  const again = renderInVisit(rows, { ...before, ...tried })
  const said = document.querySelector('[data-tried="kneeToWall.left"]')!
  expect(said.textContent).toMatch(/^after .+: 84 mm \(\+24\), really better$/)
  expect(left().value).toBe('60')
  expect(screen.queryByText(/mean of 2/)).toBeNull()
  fireEvent.click(said)
  fireEvent.click(screen.getByText('Take away'))
  expect(again.recorded).toEqual([{ 'answer.tried:kneeToWall:left': null }])
})
