import { fireEvent, screen, within } from '@testing-library/react'
import { recordingPipelineVersion, type RecordingOnMat } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { placeOfPressure, sharesAt, toPx } from './drawPressure'
import { SimulatorRoom } from './SimulatorRoom'
import { TrialList } from './TrialList'
import { TripodPanel } from './TripodPanel'

const landmarks = {
  heelEndMatMm: { x: 200, y: 20 },
  toeEndMatMm: { x: 200, y: 270 },
  heelMatMm: { x: 200, y: 50 },
  m1MatMm: { x: 230, y: 200 },
  m5MatMm: { x: 165, y: 175 },
}
const foot = (share: number, tripod: { h: number; m1: number; m5: number }) => ({
  loadN: share * 700,
  share,
  tripod,
  regionsPct: { heel: 52, midfoot: 7, forefoot: 36, toes: 5 },
  peakKpa: 120,
  archIndex: 0.25,
  landmarks,
})
const recording = (change: Partial<RecordingOnMat> = {}): RecordingOnMat => ({
  fileId: 'file00000001',
  pipeline: recordingPipelineVersion,
  job: 'twoFeet',
  meta: { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' },
  source: 'mat',
  takenAt: '2026-05-04T09:00:00.000Z',
  points: 'heads',
  moments: [],
  reading: {
    durationS: 20,
    frames: 2000,
    left: foot(0.46, { h: 0.5, m1: 0.26, m5: 0.24 }),
    right: foot(0.54, { h: 0.5, m1: 0.44, m5: 0.06 }),
    steps: [],
    gaps: [],
    deadCells: [],
    missing: [],
  },
  ...change,
})

describe('three points against the target', () => {
  test('a recording of two feet is read without choosing the method', () => {
    renderInVisit(<TripodPanel />, { 'recording.recording001': recording() })
    expect(screen.getByText('● Left: even')).toBeTruthy()
    expect(screen.getByText('■ Right: off').parentElement!.textContent).toMatch(
      /little-toe ball light by 19 points/,
    )
    expect(screen.getByRole('rowheader', { name: 'heel' }).closest('tr')!.textContent).toContain('about 60')
  })
  test('a load centre beyond the triangle tips over that edge', () => {
    const tipping = recording()
    tipping.reading.right!.tripod = { h: 0.6, m1: 0.5, m5: -0.1 }
    renderInVisit(<TripodPanel />, { 'recording.recording001': tipping })
    expect(screen.getByText(/tipping over the edge opposite the little-toe ball/)).toBeTruthy()
  })
  test('a recording that is left out counts no more', () => {
    renderInVisit(<TripodPanel />, { 'recording.recording001': recording({ isLeftOut: true }) })
    expect(screen.queryByText(/three points against the target/)).toBeNull()
  })
  test('the mean of several, or the steadiest, by setting', () => {
    const other = recording({ takenAt: '2026-05-04T09:05:00.000Z' })
    other.reading = { ...other.reading, right: foot(0.54, { h: 0.5, m1: 0.24, m5: 0.26 }) }
    renderInVisit(<TripodPanel />, { 'recording.recording001': recording(), 'recording.recording002': other })
    expect(
      screen.getByRole('img', { name: /right: heel 50, big-toe ball 34, little-toe ball 16 percent/ }),
    ).toBeTruthy()
  })
})

test('recordings can be opened, left out and taken away', () => {
  const said: unknown[] = []
  renderInVisit(
    <TrialList
      recordings={[{ id: 'recording001', ...recording() }]}
      onOpened={(r) => said.push(['open', r.id])}
      onLeftOut={(r, isLeftOut) => said.push([r.id, isLeftOut])}
      onRemoved={(id) => said.push(['gone', id])}
    />,
  )
  const list = within(screen.getByRole('region', { name: 'Recordings of this visit' }))
  fireEvent.click(list.getByText(/left 46 %, right 54 %/))
  fireEvent.click(list.getByRole('button', { name: 'Leave Two feet out' }))
  fireEvent.click(list.getByRole('button', { name: 'Take Two feet away' }))
  expect(said).toEqual([
    ['open', 'recording001'],
    ['recording001', true],
    ['gone', 'recording001'],
  ])
})

describe('on the canvas', () => {
  const { meta } = recording()
  test('the mat lies toes up and whole; close up, both feet fill the space', () => {
    const whole = placeOfPressure(meta, 900, 600)
    expect(toPx(whole, 0, 0).y).toBeGreaterThan(toPx(whole, 0, 336).y)
    expect(toPx(whole, 672, 0).x).toBeLessThanOrEqual(900)
    const close = placeOfPressure(meta, 900, 600, [{ side: 'left', landmarks }])
    expect(close.scale).toBeGreaterThan(whole.scale)
    for (const p of Object.values(landmarks)) {
      const { x, y } = toPx(close, p.x, p.y)
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(900)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(600)
    }
  })
  test('a point alone carries all, and flat landmarks give nothing', () => {
    expect(sharesAt(landmarks, 200, 50)!.h).toBeCloseTo(1, 9)
    expect(sharesAt({ ...landmarks, m5MatMm: landmarks.m1MatMm }, 200, 50)).toBeUndefined()
  })
})

describe('the simulator', () => {
  const gap = () => screen.getByText('gap under the big-toe ball').parentElement!.textContent
  test('starts with an inner border that is up, and says what must roll', () => {
    renderInVisit(<SimulatorRoom onClosed={() => undefined} />)
    expect(gap()).toMatch(/5\.\d mm/)
    expect(screen.getByText('must roll to stand').parentElement!.textContent).toMatch(/in$/)
  })
  test('starts from this client where their foot was measured', () => {
    renderInVisit(<SimulatorRoom onClosed={() => undefined} />, {
      ...bothSides('ballWidth', 104, 101),
      ...bothSides('firstRay', 5, 1),
    })
    fireEvent.click(screen.getByRole('button', { name: 'Start from this client' }))
    expect(screen.getByText('104 mm')).toBeTruthy()
    expect(gap()).toContain('0 mm')
  })
  test('explains in the client’s words', () => {
    renderInVisit(<SimulatorRoom onClosed={() => undefined} />)
    fireEvent.click(screen.getByRole('switch', { name: /client’s words/ }))
    expect(screen.getByText(/the whole foot rolls inward to find it/)).toBeTruthy()
    fireEvent.click(screen.getByRole('switch', { name: /Let the foot roll/ }))
    expect(screen.getByText(/like a stool with one short leg/)).toBeTruthy()
  })
})
