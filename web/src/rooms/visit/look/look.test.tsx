import { fireEvent, screen, within } from '@testing-library/react'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { measureFields } from '../photo/measureFields'
import { Fold } from '../rows/Fold'
import { ArchPanel } from './ArchPanel'
import { ToesPanel } from './ToesPanel'

const known = {
  ...bothSides('navicularSit', 67, 47),
  ...bothSides('navicularStand', 65, 35),
  ...bothSides('truncatedLength', 191, 185),
  ...bothSides('footLength', 262, 254),
  ...bothSides('archSeen', 'tall', 'none'),
}

describe('position and motion', () => {
  test('both classes have their chances, and the map says the cell of each foot in words', () => {
    renderInVisit(<ArchPanel />, known)
    const map = screen.getByRole('img', { name: /^Arch map/ }).getAttribute('aria-label')!
    expect(map).toMatch(/left: high, moves little, \d+\s% sure/)
    expect(map).toMatch(/right: low, moves much, \d+\s% sure/)
    expect(screen.getAllByText('Position: where it stands')).toHaveLength(2)
    expect(screen.getByText(/High and locked/)).toBeTruthy()
    expect(screen.getByText('travel 12 mm')).toBeTruthy()
  })
  test('what is open says what would close it, and indices that disagree say why that may be', () => {
    renderInVisit(<ArchPanel />, {
      ...known,
      'measure.archSeen.left.1': 'none',
      'measure.navicularSit.right.1': null,
    })
    expect(screen.getByText('Motion is open: measure it sitting and standing.')).toBeTruthy()
    expect(screen.getByText(/reads lower than navicular height/).textContent).toContain(
      'the look from the side is coarse',
    )
  })
  test('four drawn examples, each for either foot; a second tap takes the answer back', () => {
    const { recorded } = renderInVisit(<ArchPanel />, known)
    fireEvent.click(screen.getByRole('button', { name: 'left: clear' }))
    fireEvent.click(screen.getByRole('button', { name: 'right: none' }))
    expect(recorded).toEqual([{ 'measure.archSeen.left.1': 'clear' }, { 'measure.archSeen.right.1': null }])
  })
})

describe('the drawn toes', () => {
  test('left on the left: the little toe of the left foot comes first, that of the right foot last', () => {
    renderInVisit(<ToesPanel />)
    const names = (side: string) =>
      within(screen.getByRole('group', { name: `${side} toes` }))
        .getAllByRole('button', { name: /not looked at$/ })
        .map((b) => b.getAttribute('aria-label'))
        .filter((name) => !name!.includes('ground'))
    expect(names('left')[0]).toBe('left little toe: not looked at')
    expect(names('right')[4]).toBe('right little toe: not looked at')
  })
  test('a tap goes from straight to bent soft to bent fixed and back to open; the ground likewise', () => {
    const toe = (word: string | undefined) => {
      const { recorded, unmount } = renderInVisit(
        <ToesPanel />,
        word === undefined ? {} : { 'measure.toe2.left.1': word, 'measure.toeGround2.left.1': 'touches' },
      )
      fireEvent.click(
        screen.getByRole('button', { name: new RegExp(`^left second toe: ${word ?? 'not looked at'}$`) }),
      )
      if (word !== undefined)
        fireEvent.click(screen.getByRole('button', { name: 'left second toe: touches' }))
      unmount()
      return recorded
    }
    expect(toe(undefined)).toEqual([{ 'measure.toe2.left.1': 'straight' }])
    expect(toe('straight')).toEqual([
      { 'measure.toe2.left.1': 'bent, soft' },
      { 'measure.toeGround2.left.1': 'lifts' },
    ])
    expect(toe('bent, soft')[0]).toEqual({ 'measure.toe2.left.1': 'bent, fixed' })
    expect(toe('bent, fixed')[0]).toEqual({ 'measure.toe2.left.1': null })
  })
})

test('rows that only some need are folded until they hold a value or are opened', () => {
  localStorage.clear()
  const fold = (
    <Fold title="Fat pad and swelling" measures={['fatPadHeel']}>
      <p>inside</p>
    </Fold>
  )
  const { unmount } = renderInVisit(fold)
  expect(screen.queryByText('inside')).toBeNull()
  unmount()
  renderInVisit(fold, { 'measure.fatPadHeel.left.1': 'thin' })
  expect(screen.getByText('inside')).toBeTruthy()
})

describe('values of a photo become fields', () => {
  test('each trial keeps its own number, and what stood there before gives way in the same step', () => {
    const before = {
      'measure.halluxAngle.left.1': 12,
      'measure.halluxAngle.left.2': 13,
      'measure.halluxAngle.left.3': 14,
    }
    expect(
      measureFields([{ halluxAngle: 21.04 }, { halluxAngle: 20.96, ballWidth: 98 }], 'left', before),
    ).toEqual({
      'measure.halluxAngle.left.1': 21,
      'measure.halluxAngle.left.2': 21,
      'measure.halluxAngle.left.3': null,
      'measure.ballWidth.left.1': 98,
    })
  })
  test('a trial without a measure leaves no hole', () => {
    expect(measureFields([{}, { heelRest: 4 }], 'right', {})).toEqual({ 'measure.heelRest.right.1': 4 })
  })
})
