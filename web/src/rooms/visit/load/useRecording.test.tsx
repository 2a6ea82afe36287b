import { act, renderHook, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import type { Device } from '@sturvo/schema'
import { referenceValues } from '@sturvo/core/reference'
import { useRecording } from './useRecording'

const recorded: Record<string, unknown>[] = []
let fields: Record<string, unknown> = {}
const frame = {
  visitId: 'visit0000001',
  startedOn: '2026-05-04',
  person: { id: 'person000001' },
  references: referenceValues(),
  practice: { settings: { tripodPoints: 'heads' } },
}
jest.mock('../visitContext', () => ({
  useVisitFrame: () => frame,
  useVisitFields: () => fields,
  useVisitReading: () => ({ facts: {} }),
  useRecord: () => (values: Record<string, unknown>) => {
    recorded.push(values)
    fields = { ...fields, ...values }
  },
}))
jest.mock('./standIn', () => ({ standInOf: () => undefined }))
const phase = { present: 'idle' }
const jobs = {
  analyse: jest.fn(),
  times: jest.fn(),
  csv: jest.fn(),
  start: jest.fn(),
  read: jest.fn(),
  drop: jest.fn(),
}
jest.mock('./usePressure', () => ({
  usePressure: () => ({
    jobs,
    look: { phase: phase.present, feet: [] },
    watch: () => () => undefined,
    failure: undefined,
  }),
}))
const sent = jest.fn()
jest.mock('./sendRecording', () => ({ sendRecording: () => sent() as Promise<unknown> }))
jest.mock('@sturvo/schema', () => ({
  ...jest.requireActual<object>('@sturvo/schema'),
  recordingOnMat: ({ fileId, job }: { fileId: string; job: string }) => ({ fileId, job, source: 'mat' }),
  recordingsOf: (all: Record<string, object>) =>
    Object.entries(all).flatMap(([path, value]) =>
      path.startsWith('recording.') && value ? [{ id: path.slice(10), ...value }] : [],
    ),
  keptReading: (reading: object) => reading,
}))
jest.mock('comlink', () => ({ proxy: (value: unknown) => value }))
jest.mock('@mantine/notifications', () => ({ notifications: { show: () => undefined } }))

const device = { id: 'mat', name: 'Quay mat', isMadeUp: false } as Device
const measured = (lean: number) => ({ ok: true, value: { steps: [], meta: { task: 'stance' }, lean } })
beforeEach(() => {
  recorded.length = 0
  fields = {}
  phase.present = 'idle'
  for (const job of Object.values(jobs)) job.mockReset()
  jobs.analyse.mockResolvedValue(measured(1))
  jobs.times.mockResolvedValue([0, 0.1, 0.2])
  jobs.csv.mockResolvedValue(new Blob(['t']))
  sent.mockReset().mockResolvedValue({ id: 'file00000001' })
})
const open = (openId?: string) =>
  renderHook(() => useRecording({ device, job: 'twoFeet', countDownS: 3, openId, onJob: () => undefined }), {
    wrapper: ({ children }: { children: ReactNode }) => children,
  })

test('a recording that ends is measured, sent and kept once, however often the room draws itself', async () => {
  const { rerender, result } = open()
  phase.present = 'done'
  rerender()
  await waitFor(() => expect(recorded).toHaveLength(1))
  rerender()
  rerender()
  await act(() => Promise.resolve())
  expect(sent).toHaveBeenCalledTimes(1)
  expect(Object.values(recorded[0]!)).toEqual([{ fileId: 'file00000001', job: 'twoFeet', source: 'mat' }])
  expect(result.current.present?.id).toBe(Object.keys(recorded[0]!)[0]!.slice(10))
})

test('what the server does not take is said, kept, and saved by the button', async () => {
  sent.mockResolvedValueOnce('The store is full.')
  const { rerender, result } = open()
  phase.present = 'done'
  rerender()
  await waitFor(() => expect(result.current.problem).toBe('The store is full.'))
  expect(recorded).toEqual([])
  await act(() => result.current.saveAgain!())
  expect(recorded).toHaveLength(1)
  expect(result.current.problem).toBeUndefined()
})

test('a file that cannot be read says so with its name, and nothing is recorded', async () => {
  jobs.read.mockResolvedValue({ ok: false, problem: { code: 'noFrames', path: 'frames' } })
  const { result } = open()
  await act(() => result.current.takeFile(new File(['x'], 'morning.csv')))
  expect(result.current.problem).toMatch(/^morning\.csv: /)
  expect(result.current.readShare).toBeUndefined()
  expect(recorded).toEqual([])
})

test('what is set by hand while an earlier change is still measured is neither lost nor measured twice', async () => {
  const { rerender, result } = open()
  phase.present = 'done'
  rerender()
  await waitFor(() => expect(result.current.present?.id).toBeDefined())
  rerender()
  jobs.analyse.mockClear()
  let answer: (value: unknown) => void = () => undefined
  jobs.analyse.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)))
  recorded.length = 0
  let first: Promise<void> = Promise.resolve()
  act(() => {
    first = result.current.change({ depth: 0.1 } as never)
    void result.current.change({ moments: [] })
  })
  await act(async () => {
    answer(measured(2))
    await first
  })
  expect(jobs.analyse).toHaveBeenCalledTimes(2)
  const kept = Object.values(recorded.at(-1)!)[0]
  expect(kept).toMatchObject({ depth: 0.1, moments: [] })
})

test('taken out while it is shown: the worker forgets it too', async () => {
  const { rerender, result } = open()
  phase.present = 'done'
  rerender()
  await waitFor(() => expect(result.current.present?.id).toBeDefined())
  const id = result.current.present!.id!
  act(() => result.current.remove(id))
  expect(recorded.at(-1)).toEqual({ [`recording.${id}`]: null })
  expect(jobs.drop).toHaveBeenCalled()
  expect(result.current.present).toBeUndefined()
})
