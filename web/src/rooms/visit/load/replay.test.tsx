import { act, fireEvent, render, screen, within } from '@testing-library/react'
import { MantineProvider } from '@mantine/core'
import type { ReactElement } from 'react'
import { recordingPipelineVersion, type RecordingOnMat } from '@sturvo/schema'
import type { PressureReading } from '@sturvo/core/pressure'
import { referenceValues } from '@sturvo/core/reference'
import type { RecorderLook } from '../../../workers/pressureRecorder'
import { LiveHead } from './LiveHead'
import { MomentList } from './MomentList'
import { ReadingTable } from './ReadingTable'
import { ReplayBar } from './ReplayBar'
import type { WatchPressure } from './usePressure'

const show = (part: ReactElement) => render(<MantineProvider env="test">{part}</MantineProvider>)
const text = (element: Element | null) => (element?.textContent ?? '').replaceAll('\u00a0', ' ')

describe('the head of the live view', () => {
  const look: RecorderLook = {
    phase: 'recording',
    leftS: 12.3,
    recordedS: 7.7,
    frames: 770,
    lostFrames: 0,
    isLineLost: false,
    failure: undefined,
    meta: undefined,
    moment: { tS: 7.7, isobars: [], peakKpa: 143.4, points: {}, tailsMm: {}, leftShare: 0.46 },
    feet: [],
  }
  const headOf = (change: Partial<RecorderLook>) => {
    let tell: (now: RecorderLook) => void = () => undefined
    const watch: WatchPressure = (listener) => {
      tell = listener
      return () => undefined
    }
    const view = show(<LiveHead watch={watch} job="twoFeet" isReplay={false} />)
    act(() => tell({ ...look, ...change }))
    return { ...view, tell: (now: Partial<RecorderLook>) => act(() => tell({ ...look, ...now })) }
  }
  test('says what happens, how long still, and the weight on either foot with their marks', () => {
    const { container } = headOf({})
    expect(screen.getByText(/Recording, 13 s to go/)).toBeTruthy()
    expect(screen.getByRole('img', { name: /^Left 46.%, right 54.% of the weight/ })).toBeTruthy()
    expect(text(container)).toMatch(/● 46 %.*54 % ■/)
    expect(text(container)).toContain('peak 143 kPa')
  })
  test('a lost line and missing frames are said', () => {
    headOf({ isLineLost: true, lostFrames: 8 })
    expect(screen.getByRole('alert').textContent).toMatch(/Line lost/)
    expect(screen.getByText('8 frames missing, kept as a gap')).toBeTruthy()
  })
  test('numbers change at most ten times a second, the phase at once', () => {
    const { tell } = headOf({})
    tell({ moment: { ...look.moment!, tS: 7.71, peakKpa: 99 } })
    expect(screen.queryByText(/peak 99/)).toBeNull()
    tell({ phase: 'done' })
    expect(screen.getByText('Recorded')).toBeTruthy()
  })
})

describe('going through a recording', () => {
  const times = [0, 0.01, 0.02, 0.5, 1]
  let frames: FrameRequestCallback[] = []
  beforeEach(() => {
    frames = []
    jest.spyOn(performance, 'now').mockReturnValue(0)
    jest.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((step) => frames.push(step))
  })
  afterEach(() => jest.restoreAllMocks())
  const playTo = (ms: number) => act(() => frames.splice(0).forEach((step) => step(ms)))
  const bar = (index: number) => {
    const seen: number[] = []
    const onIndex = (i: number) => seen.push(i)
    const view = show(<ReplayBar times={times} index={index} onIndex={onIndex} moments={[]} losses={[]} />)
    return { ...view, seen }
  }
  test('plays by the clock of the device, a gap included', () => {
    const { seen } = bar(0)
    fireEvent.click(screen.getByRole('button', { name: 'Play' }))
    playTo(15)
    playTo(300)
    playTo(600)
    expect(seen).toEqual([1, 2, 3])
  })
  test('slow motion goes a quarter as far', () => {
    const { seen } = bar(0)
    fireEvent.click(screen.getByRole('radio', { name: '¼' }))
    fireEvent.click(screen.getByRole('button', { name: 'Play' }))
    playTo(60)
    expect(seen).toEqual([1])
  })
  test('at the end it plays from the start again', () => {
    const { seen } = bar(4)
    fireEvent.click(screen.getByRole('button', { name: 'Play' }))
    expect(seen[0]).toBe(0)
  })
})

const recording = (change: Partial<RecordingOnMat> = {}): RecordingOnMat => ({
  fileId: 'file00000001',
  pipeline: recordingPipelineVersion,
  job: 'squat',
  meta: { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side: 'both', task: 'squat' },
  source: 'mat',
  takenAt: '2026-05-04T09:00:00.000Z',
  points: 'heads',
  moments: [{ atS: 2, words: 'begins' }],
  depth: [{ atS: 2, depthPct: 0 }],
  reading: { durationS: 19, frames: 1900, steps: [], gaps: [], deadCells: [], missing: [] },
  ...change,
})

describe('marked moments', () => {
  const list = (change: Partial<RecordingOnMat> = {}) => {
    const said: Partial<RecordingOnMat>[] = []
    const gone: number[] = []
    show(
      <MomentList
        recording={recording(change)}
        atS={4.5}
        onChanged={(c) => said.push(c)}
        onGoTo={(atS) => gone.push(atS)}
      />,
    )
    return { said, gone }
  }
  test('a squat takes the depth with the moment, in the order of time', () => {
    const { said } = list()
    fireEvent.change(screen.getByLabelText('Depth, %'), { target: { value: '90' } })
    fireEvent.change(screen.getByLabelText('Mark this moment, 4.5 s'), { target: { value: 'deepest' } })
    fireEvent.click(screen.getByRole('button', { name: 'Mark' }))
    expect(said).toEqual([
      {
        moments: [
          { atS: 2, words: 'begins' },
          { atS: 4.5, words: 'deepest' },
        ],
        depth: [
          { atS: 2, depthPct: 0 },
          { atS: 4.5, depthPct: 90 },
        ],
      },
    ])
  })
  test('standing asks for no depth, and a moment without words is none', () => {
    const { said } = list({ job: 'twoFeet', depth: undefined })
    expect(screen.queryByLabelText('Depth, %')).toBeNull()
    fireEvent.change(screen.getByLabelText('Mark this moment, 4.5 s'), { target: { value: ' ' } })
    fireEvent.click(screen.getByRole('button', { name: 'Mark' }))
    expect(said).toEqual([])
  })
  test('a moment leads back to itself and goes with its depth', () => {
    const { said, gone } = list()
    fireEvent.click(
      screen.getByText('2 s: begins, 0 % deep', { normalizer: (s) => s.replaceAll('\u00a0', ' ') }),
    )
    fireEvent.click(screen.getByRole('button', { name: 'Take away: begins' }))
    expect(gone).toEqual([2])
    expect(said).toEqual([{ moments: [], depth: [] }])
  })
})

describe('what was measured', () => {
  const reading: PressureReading = {
    meta: { rows: 64, cols: 64, pitchMm: 7, rateHz: 100, side: 'both', task: 'walk' },
    durationS: 12,
    frames: 1180,
    left: undefined,
    right: undefined,
    both: undefined,
    steps: [
      {
        side: 'left',
        startS: 1,
        stanceS: 0.613,
        copExcursionPct: 14.4,
        peakMedialAtPct: undefined,
        pushOff: 'bigToe',
        pathFootMm: [],
        isPartial: false,
      },
      {
        side: 'right',
        startS: 2,
        stanceS: 0.58,
        copExcursionPct: undefined,
        peakMedialAtPct: undefined,
        pushOff: 'lesserToes',
        pathFootMm: [],
        isPartial: true,
      },
    ],
    gaps: [{ fromS: 3, toS: 3.2 }],
    deadCells: [{ row: 4, col: 9 }],
    missing: [{ what: 'steps', side: 'right', found: 0, needed: 3 }],
  }
  const lines = () => {
    const { container } = show(<ReadingTable reading={reading} references={referenceValues()} isMadeUp />)
    return container
  }
  test('each step with its side, and a dash where it could not be read', () => {
    const container = lines()
    const rows = within(container).getAllByRole('row').map(text)
    expect(rows).toContain('● 10.61 s14 %–big toe')
    expect(rows).toContain('■ 20.58 s–––')
  })
  test('gaps, dead cells and what is missing are said, and that it was a stand-in', () => {
    const words = text(lines())
    expect(words).toContain('1 gap, 0.2 s in all, left out.')
    expect(words).toContain('1 dead cell filled from the neighbours (row 5, column 10).')
    expect(words).toContain('0 whole steps of the right foot; 3 are wanted.')
    expect(words).toContain('made-up client on a simulated mat')
  })
})
