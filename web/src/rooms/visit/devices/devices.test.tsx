import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { packFrame, type Device } from '@sturvo/schema'
import { renderInVisit } from '../../../testing/renderInVisit'
import { DeviceNumber } from './DeviceNumber'
import { DevicePicker } from './DevicePicker'
import { rememberDevice } from './rememberedDevice'

const device = (change: Partial<Device> & Pick<Device, 'id' | 'kind'>): Device => ({
  name: change.id,
  isMadeUp: true,
  link: 'ready',
  batteryPct: 60,
  capabilities: {
    stream: true,
    picture: false,
    zero: true,
    rows: 1,
    cols: 1,
    pitchMm: 0,
    rateHz: 20,
    unit: '°',
  },
  ...change,
})
let devices: Device[] = []
jest.mock('../../../app/api', () => {
  const real = jest.requireActual<object>('../../../app/api')
  return {
    ...real,
    useDevicesQuery: () => answer,
    useZeroDeviceMutation: () => [
      (id: string) => ({ unwrap: () => (zeroed.push(id), Promise.resolve()) }),
      { isLoading: false },
    ],
  }
})
let answer: { data?: Device[]; isLoading: boolean; isError: boolean; refetch: () => void }
let zeroed: string[] = []

/** A line to a device in the test's hand. */
class HandSocket {
  static readonly OPEN = 1
  static last: HandSocket
  readyState = 1
  sent: unknown[] = []
  onmessage: ((event: { data: unknown }) => void) | undefined
  onerror: (() => void) | null = null
  isClosed = false
  constructor(readonly url: string) {
    HandSocket.last = this
  }
  send(text: string) {
    this.sent.push(JSON.parse(text))
  }
  close() {
    this.isClosed = true
  }
  say(word: object) {
    act(() => this.onmessage?.({ data: JSON.stringify(word) }))
  }
  frame(sequence: number, ...values: number[]) {
    const bytes = packFrame({
      sequence,
      deviceS: sequence,
      rows: 1,
      cols: values.length,
      values: Float32Array.from(values),
    })
    act(() => this.onmessage?.({ data: bytes }))
  }
}
beforeEach(() => {
  zeroed = []
  localStorage.clear()
  devices = [
    device({ id: 'mat-one', kind: 'pressureMat' }),
    device({ id: 'mat-two', kind: 'pressureMat', link: 'busy' }),
    device({ id: 'incline', kind: 'inclinometer' }),
    device({
      id: 'scales',
      kind: 'scales',
      capabilities: {
        stream: true,
        picture: false,
        zero: true,
        rows: 1,
        cols: 3,
        pitchMm: 0,
        rateHz: 10,
        unit: 'kg',
      },
    }),
  ]
  answer = { data: devices, isLoading: false, isError: false, refetch: () => undefined }
  Object.assign(globalThis, { WebSocket: HandSocket })
})

describe('the picker', () => {
  const open = () => {
    const view = renderInVisit(<DevicePicker />)
    fireEvent.click(view.container.querySelector('[data-devices]')!)
    return view
  }
  test('shows the mat in use; another is chosen and remembered', async () => {
    rememberDevice('mat-two')
    const { container } = open()
    expect(container.textContent).toContain('mat recording')
    fireEvent.click(await screen.findByRole('button', { name: 'Use' }))
    expect(container.textContent).toContain('mat ready')
    expect(localStorage.getItem('sturvo.mat')).toBe('mat-one')
  })
  test('zeroes the one that is asked for', async () => {
    open()
    fireEvent.click((await screen.findAllByRole('button', { name: 'Zero' }))[2]!)
    expect(zeroed).toEqual(['incline'])
  })
  test('a test listens, shows what comes and hangs up', async () => {
    open()
    const test = (await screen.findAllByRole('button', { name: 'Test' }))[3]!
    fireEvent.click(test)
    const { last } = HandSocket
    expect(last.url).toMatch(/\/api\/devices\/scales\/stream$/)
    last.say({ say: 'ready', device: devices[3] })
    last.frame(1, 18.2, 9, 8.5)
    expect(screen.getByText('18.2 · 9 · 8.5 kg')).toBeTruthy()
    expect(last.sent).toContainEqual({ do: 'got', sequence: 1 })
    fireEvent.click(test)
    expect(last.sent).toContainEqual({ do: 'stop' })
    expect(last.isClosed).toBe(true)
  })
  test('Escape closes it wherever the focus is', async () => {
    open()
    await screen.findByRole('heading', { name: 'Devices' })
    fireEvent.keyDown(document.documentElement, { key: 'Escape' })
    await waitFor(() => expect(screen.queryByRole('heading', { name: 'Devices' })).toBeNull())
  })
  test('a server that does not answer is said, with a way to try again', async () => {
    let tries = 0
    answer = { isLoading: false, isError: true, refetch: () => tries++ }
    open()
    fireEvent.click(await screen.findByRole('button', { name: 'Try again' }))
    expect(tries).toBe(2) // once on opening, once by hand
  })
})

describe('a number from a device', () => {
  const part = (
    <DeviceNumber
      kind="scales"
      measures={['scaleHeel', 'scaleInner', 'scaleOuter']}
      label="Read the scales"
    />
  )
  test('is shown live and kept for the foot that was chosen, rounded as the row is', () => {
    const { recorded } = renderInVisit(part)
    fireEvent.click(screen.getByRole('button', { name: '■ right' }))
    const { last } = HandSocket
    last.say({ say: 'ready', device: devices[3] })
    expect(screen.getByRole('button', { name: 'Keep for right' }).hasAttribute('disabled')).toBe(true)
    last.frame(1, 18.24, 9.06, 8.5)
    fireEvent.click(screen.getByRole('button', { name: 'Keep for right' }))
    expect(recorded).toEqual([
      {
        'measure.scaleHeel.right.1': 18.2,
        'measure.scaleInner.right.1': 9.1,
        'measure.scaleOuter.right.1': 8.5,
      },
    ])
    expect(last.isClosed).toBe(true)
  })
  test('a device that refuses is quoted, and nothing is kept', () => {
    const { recorded } = renderInVisit(part)
    fireEvent.click(screen.getByRole('button', { name: '● left' }))
    HandSocket.last.say({ say: 'refused', code: 'busy', message: 'Another page is using it.' })
    expect(screen.getByText('Another page is using it.')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }))
    expect(recorded).toEqual([])
  })
  test('words that are no words of a device change nothing', () => {
    renderInVisit(part)
    fireEvent.click(screen.getByRole('button', { name: '● left' }))
    HandSocket.last.say({ say: 'explode' })
    expect(screen.getByText('connecting …')).toBeTruthy()
  })
  test('without such a device there is no button', () => {
    answer = { ...answer, data: [] }
    renderInVisit(part)
    expect(screen.queryByText(/Read the scales/)).toBeNull()
  })
})
