import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { dexterityMeasures, postureMeasures } from '@sturvo/core/measures'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { AngleImport } from './AngleImport'
import { DexterityRows } from './DexterityRows'
import { DriverPanel } from './DriverPanel'
import { PosturePanel } from './PosturePanel'
import { ProfilePanel } from './ProfilePanel'
import { SquatMarker } from './SquatMarker'
import { StandTimer } from './StandTimer'

const all = (ids: readonly string[], left: number, right: number) =>
  Object.assign({}, ...ids.map((id) => bothSides(id, left, right))) as Record<string, unknown>

describe('posture score', () => {
  test('six items add up, with their place and the difference', () => {
    renderInVisit(<PosturePanel />, all(postureMeasures, 0, 2))
    expect(screen.getByText('+12').parentElement!.textContent).toContain('rolled in much')
    expect(screen.getByText(/differ by 12: a real difference/)).toBeTruthy()
  })
  test('five items are no sum yet', () => {
    renderInVisit(<PosturePanel />, { ...all(postureMeasures.slice(1), 1, 1) })
    expect(screen.getAllByText('5 of 6 scored; the sum needs all six')).toHaveLength(2)
  })
  test('mirrored like the feet: rolled in lies towards the middle on both sides', () => {
    renderInVisit(<PosturePanel />)
    const order = (side: string) =>
      within(screen.getByRole('radiogroup', { name: `Talar head, ${side}` }))
        .getAllByRole('radio')
        .map((b) => b.getAttribute('aria-label'))
    expect(order('left')).toEqual(['−2', '−1', '0', '+1', '+2'])
    expect(order('right')).toEqual(['+2', '+1', '0', '−1', '−2'])
  })
  test('a tap scores, the same tap takes it back, arrows go on', () => {
    const { recorded } = renderInVisit(<PosturePanel />, { 'measure.postureArch.left.1': 1 })
    const group = within(screen.getByRole('radiogroup', { name: 'Inner arch, left' }))
    fireEvent.click(group.getByRole('radio', { name: '+1' }))
    fireEvent.keyDown(group.getByRole('radio', { name: '+1' }), { key: 'ArrowRight' })
    expect(recorded).toEqual([{ 'measure.postureArch.left.1': null }, { 'measure.postureArch.left.1': 2 }])
  })
})

test('dexterity: five tasks, 0 to 2, summed when all are there', () => {
  const { recorded } = renderInVisit(<DexterityRows />, all(dexterityMeasures, 2, 1))
  expect(screen.getByText('dexterity: 10 of 10 left, 5 of 10 right')).toBeTruthy()
  fireEvent.click(
    within(screen.getByRole('radiogroup', { name: 'Spread, right' })).getByRole('radio', { name: /0/ }),
  )
  expect(recorded).toEqual([{ 'measure.dexteritySpread.right.1': 0 }])
})

test('squat: what went first and how deep, taken away together', () => {
  const { recorded } = renderInVisit(<SquatMarker kind="squat" />, { 'measure.squatLostAt.left.1': 60 })
  fireEvent.click(screen.getByRole('button', { name: '60 %: take away' }))
  expect(recorded).toEqual([{ 'measure.squatLostAt.left.1': null, 'measure.squatFirst.left.1': null }])
})

describe('the timer', () => {
  afterEach(() => jest.restoreAllMocks())
  const at = (ms: number) => jest.spyOn(performance, 'now').mockReturnValue(ms)
  test('one key starts, the same ends; each try is a trial of its own', () => {
    const { recorded } = renderInVisit(<StandTimer />, { 'measure.singleLegOpen.left.1': 20 })
    at(1000)
    fireEvent.click(screen.getByRole('button', { name: 'Start' }))
    at(13_400)
    fireEvent.click(screen.getByRole('button', { name: 'Lost it' }))
    expect(recorded).toEqual([{ 'measure.singleLegOpen.left.2': 12 }])
    expect(screen.getByText('left, eyes open: 12.4 s, trial 2')).toBeTruthy()
  })
  test('a pedal that sends Page Down does both', () => {
    const { recorded } = renderInVisit(<StandTimer />)
    fireEvent.click(screen.getByRole('radio', { name: /Right/ }))
    at(0)
    act(() => void fireEvent.keyDown(window, { key: 'PageDown' }))
    at(5000)
    act(() => void fireEvent.keyDown(window, { key: 'PageDown' }))
    expect(recorded).toEqual([{ 'measure.singleLegOpen.right.1': 5 }])
  })
})

describe('heel angle series', () => {
  const choose = (text: string, name = 'walk.csv') => {
    const file = new File([text], name, { type: 'text/csv' })
    Object.defineProperty(file, 'text', { value: () => Promise.resolve(text) })
    fireEvent.change(screen.getByLabelText('Heel angle series as CSV'), { target: { files: [file] } })
  }
  const rows = Array.from(
    { length: 121 },
    (_, i) => `${i / 200},${(8 * Math.sin((Math.PI * i) / 120) - 2).toFixed(2)}`,
  )
  test('is looked at first and then taken over for one foot', async () => {
    const { recorded } = renderInVisit(<AngleImport />)
    choose(`t_s,angle_deg\n${rows.join('\n')}\n`)
    await screen.findByText(/most everted 6° at 50 %/)
    expect(recorded).toEqual([])
    fireEvent.click(screen.getByRole('radio', { name: /Right/ }))
    fireEvent.click(screen.getByRole('button', { name: 'Take over' }))
    expect(recorded[0]).toMatchObject({
      'measure.eversionPeakAt.right.1': 50,
      'measure.eversionPeak.right.1': 6,
    })
  })
  test('a broken one is named with its line and takes nothing in', async () => {
    const { recorded } = renderInVisit(<AngleImport />)
    choose('t_s,angle_deg\n0,1\n0.01,much\n')
    await screen.findByText(/walk\.csv: Line 3, column 2 \(angle_deg\) is not a number/)
    expect(recorded).toEqual([])
  })
})

describe('rolls in', () => {
  test('each of the four answers says what it needs until it is there', () => {
    renderInVisit(<ProfilePanel />, { 'measure.eversionRange.left.1': 14 })
    expect(screen.getByText('can roll in')).toBeTruthy()
    expect(screen.getAllByText('needs posture score or relaxed heel angle')).toHaveLength(2)
    expect(screen.getAllByText('needs arch hold or a squat')).toHaveLength(2)
  })
  test('a foot that cannot roll in says what follows', () => {
    renderInVisit(<ProfilePanel />, { 'measure.eversionRange.right.1': 3 })
    expect(screen.getByText(/meets the ground on its outer edge/)).toBeTruthy()
  })
})

describe('what drives it', () => {
  test('the strongest chain comes first, with what speaks for and against', async () => {
    renderInVisit(<DriverPanel />, {
      'measure.kneeToWall.left.1': 72,
      'measure.kneeToWallFeel.left.1': 'pinch in front',
      'measure.walkTurnedOut.left.1': 'no',
    })
    const left = within(screen.getByRole('region', { name: 'What drives it, left' }))
    expect(left.getByRole('heading', { name: '1. The ankle does not bend enough' })).toBeTruthy()
    expect(left.getByText('Knee to wall 72 mm')).toBeTruthy()
    expect(left.getByText('Feet turned out: no, speaks against it')).toBeTruthy()
    expect(
      within(screen.getByRole('region', { name: 'What drives it, right' })).getByText(
        /Nothing points to a cause/,
      ),
    ).toBeTruthy()
    await waitFor(() => expect(left.getByRole('meter').getAttribute('aria-valuenow')).toMatch(/^\d+$/))
  })
  test('names the row that would part the first two', () => {
    renderInVisit(<DriverPanel />, {
      'measure.kneeToWall.right.1': 90,
      'measure.bigToeExtension.right.1': 42,
    })
    const right = within(screen.getByRole('region', { name: 'What drives it, right' }))
    expect(right.getByText(/Test next:/)).toBeTruthy()
    expect(right.getByRole('button', { name: 'Go to the row' })).toBeTruthy()
  })
})
