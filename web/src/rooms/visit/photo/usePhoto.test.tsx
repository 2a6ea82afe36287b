import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import type { Landmarks } from '@sturvo/core/photo'
import { renderInVisit } from '../../../testing/renderInVisit'
import { ChoosePhoto } from './ChoosePhoto'
import { MeasureList } from './MeasureList'
import { OutlineBox } from './OutlineBox'
import { PointList } from './PointList'
import { ScaleBox } from './ScaleBox'
import { usePhoto, type Photo } from './usePhoto'
import { usePhotoKeys } from './usePhotoKeys'

const sheetCorners = [
  { x: 100, y: 100 },
  { x: 520, y: 100 },
  { x: 520, y: 694 },
  { x: 100, y: 694 },
]
/** What the worker answers; each test may change it. */
const worker = {
  open: jest.fn(),
  refine: jest.fn(),
  trace: jest.fn(),
  simulate: jest.fn(),
}
const stopped = jest.fn()
const sent = jest.fn()
jest.mock('../../../workers/photoJobs', () => ({ photoJobs: () => worker, stopPhotoJobs: () => stopped() }))
jest.mock('../print/usePrintJobs', () => ({
  pictureUrl: (id: string) => `/api/pictures/${id}`,
  sendPicture: (...input: unknown[]) => sent(...input),
}))

const opened = (sheet: object | undefined, sharpness = 0.5) => ({
  ok: true,
  value: { widthPx: 800, heightPx: 900, sharpness, sheet },
})
const sure = { corners: sheetCorners, residualPx: 0.12, isSure: true }
beforeEach(() => {
  jest.resetAllMocks()
  worker.open.mockResolvedValue(opened(sure))
  worker.refine.mockImplementation(({ landmarks }: { landmarks: Landmarks }) => Promise.resolve(landmarks))
  sent.mockResolvedValue({ id: 'picture00002', widthPx: 800, heightPx: 900, url: '' })
})

let photo: Photo
function Room({ view }: { view: 'top' | 'gaps' | 'rear' }) {
  photo = usePhoto(view, 'left')
  usePhotoKeys(photo, photo.missing[0], (p) => photo.missing[0] && void photo.place(photo.missing[0], p))
  return (
    <>
      <p role="status">{photo.doing ?? 'idle'}</p>
      {photo.problem !== '' && <p role="alert">{photo.problem}</p>}
      <ChoosePhoto view={view} side="left" photo={photo} />
      <ScaleBox photo={photo} view={view} />
      <PointList
        photo={photo}
        view={view}
        side="left"
        order={['m1', 'm5']}
        present={photo.missing[0]}
        onChosen={() => undefined}
      />
      <OutlineBox photo={photo} isFreeHand={false} onFreeHand={() => undefined} />
      <MeasureList photo={photo} />
    </>
  )
}
async function room(view: 'top' | 'gaps' | 'rear' = 'rear', fields = {}) {
  const shown = renderInVisit(<Room view={view} />, fields)
  if (Object.keys(fields).length === 0) await act(() => photo.choose(new Blob(['x'])))
  await waitFor(() => expect(photo.opened).toBeDefined())
  return shown
}
const rear = {
  legUpper: { x: 300, y: 200 },
  legLower: { x: 300, y: 400 },
  heelUpper: { x: 300, y: 500 },
  heelLower: { x: 310, y: 600 },
}
const placeAll = async (points: Record<string, { x: number; y: number }>) => {
  for (const [id, p] of Object.entries(points)) await act(() => photo.place(id as keyof typeof rear, p))
}

describe('the scale of a photo', () => {
  test('a sheet that is sure is measured with at once, and its residual is said', async () => {
    await room()
    expect(photo.isTrusted).toBe(true)
    expect(screen.getByText(/edges lie straight to 0.12 pixels/).textContent).toContain('One pixel is 0.5 mm')
  })
  test('one that is not sure measures nothing until somebody vouches for it, dragging or not', async () => {
    worker.open.mockResolvedValue(opened({ ...sure, isSure: false }))
    await room()
    await placeAll(rear)
    expect(photo.canKeep).toBe(false)
    act(() => photo.moveScale({ from: 'sheet', sheet: 'a4', corners: sheetCorners }))
    expect(photo.isTrusted).toBe(false)
    fireEvent.click(screen.getByText('The corners are right'))
    expect(photo.canKeep).toBe(true)
  })
  test('no sheet: it says so; a known length counts once it is confirmed', async () => {
    worker.open.mockResolvedValue(opened(undefined))
    await room()
    expect(screen.getByRole('alert').textContent).toContain('No sheet was found')
    fireEvent.click(screen.getByText('Known length'))
    expect(photo.isTrusted).toBe(false)
    fireEvent.click(screen.getByText('The length is right'))
    expect(photo.isTrusted).toBe(true)
    expect(screen.getByText(/Scale set by hand/)).toBeTruthy()
  })
  test('ends of a known length on top of each other are no scale, and that is said', async () => {
    await room()
    act(() => photo.moveScale({ from: 'points', a: { x: 5, y: 5 }, b: { x: 5, y: 5 }, distanceMm: 100 }))
    expect(screen.getByRole('alert').textContent).toContain('drag them apart')
    expect(photo.measures).toEqual({})
  })
  test('a blurred photo is said to be blurred', async () => {
    worker.open.mockResolvedValue(opened(sure, 0.1))
    await room()
    expect(screen.getByRole('alert').textContent).toContain('blurred')
  })
})

describe('points', () => {
  test('are kept as fields with their photo, each trial under its own number', async () => {
    const { recorded } = await room()
    await placeAll(rear)
    act(() => photo.again())
    expect(photo.missing).toHaveLength(4)
    await placeAll({ ...rear, heelLower: { x: 320, y: 600 } })
    act(() => photo.keep())
    const fields = recorded[0]!
    expect(fields['measure.heelRest.left.1']).toBeCloseTo(-5.7, 1)
    expect(fields['measure.heelRest.left.2']).toBeCloseTo(-11.3, 1)
    const kept = fields['photo.rear.left'] as { trials: object[]; residualPx: number; pictureId: string }
    expect(kept.trials).toEqual([rear, { ...rear, heelLower: { x: 320, y: 600 } }])
    expect([kept.residualPx, kept.pictureId]).toEqual([0.12, 'picture00002'])
  })
  test('what no foot has is shown and said, and never kept', async () => {
    const { recorded } = await room()
    await placeAll({ ...rear, heelUpper: { x: 60, y: 590 } })
    expect(screen.getByText(/cannot be: look at its points/)).toBeTruthy()
    act(() => photo.keep())
    expect(recorded[0]!['measure.heelRest.left.1']).toBeUndefined()
    expect(recorded[0]!['measure.legLine.left.1']).toBe(0)
  })
  test('stay on the picture, however far off they are typed', async () => {
    await room()
    await act(() => photo.place('heelLower', { x: -400, y: 1e9 }, false))
    expect(photo.placing.landmarks.heelLower).toEqual({ x: 0, y: 900 })
  })
  test('snap in the same step; where snapping fails they stay and it is said', async () => {
    worker.refine.mockResolvedValueOnce({ legUpper: { x: 303, y: 202 } })
    await room()
    await act(() => photo.place('legUpper', rear.legUpper))
    expect(photo.placing.landmarks.legUpper).toEqual({ x: 303, y: 202 })
    act(() => photo.undo())
    expect(photo.placing.landmarks).toEqual({})
    worker.refine.mockRejectedValueOnce(new Error('worker gone'))
    await act(() => photo.place('legUpper', rear.legUpper))
    expect(photo.placing.landmarks.legUpper).toEqual(rear.legUpper)
    expect(screen.getByRole('alert').textContent).toContain('stays where it was put')
  })
  test('a border of a gap waits for the other one before either is looked for', async () => {
    await room('gaps')
    await act(() => photo.place('gap1Medial', { x: 200, y: 200 }))
    expect(worker.refine).not.toHaveBeenCalled()
    await act(() => photo.place('gap1Lateral', { x: 190, y: 200 }))
    expect(Object.keys(worker.refine.mock.calls[0][0].landmarks).sort()).toEqual([
      'gap1Lateral',
      'gap1Medial',
    ])
  })
  test('by keyboard: Enter puts one in the middle, arrows nudge it, Shift further, Ctrl Z takes back', async () => {
    await room()
    fireEvent.keyDown(document.body, { key: 'Enter' })
    expect(photo.placing.landmarks.legUpper).toEqual({ x: 400, y: 450 })
    fireEvent.keyDown(document.body, { key: 'ArrowLeft' })
    fireEvent.keyDown(document.body, { key: 'ArrowUp', shiftKey: true })
    expect(photo.placing.landmarks.legUpper).toEqual({ x: 399, y: 430 })
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true })
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true })
    expect(photo.placing.landmarks.legUpper).toEqual({ x: 400, y: 450 })
    fireEvent.keyDown(document.body, { key: 'Z', ctrlKey: true, shiftKey: true })
    expect(photo.placing.landmarks.legUpper).toEqual({ x: 399, y: 450 })
  })
  test('corners of the sheet can be typed as numbers', async () => {
    await room()
    fireEvent.click(screen.getByText('Points as numbers'))
    const field = screen.getByLabelText('sheet, bottom right corner, across, pixels')
    fireEvent.change(field, { target: { value: '530' } })
    fireEvent.blur(field)
    expect(photo.scale).toMatchObject({ from: 'sheet' })
    expect(photo.scale?.from === 'sheet' && photo.scale.corners[2]).toEqual({ x: 530, y: 694 })
  })
})

describe('when something goes wrong', () => {
  test('a file the server will not take gets its sentence, and what was placed stays', async () => {
    await room()
    await placeAll(rear)
    sent.mockResolvedValueOnce('This file is not a PNG, JPEG, WebP or TIFF picture. Nothing was changed.')
    await act(() => photo.choose(new Blob(['x'])))
    expect(screen.getByRole('alert').textContent).toContain('not a PNG')
    expect(photo.missing).toEqual([])
  })
  test('a photo that cannot be opened, a worker that breaks: one sentence, and nothing hangs', async () => {
    worker.open.mockRejectedValueOnce(new Error('no network'))
    renderInVisit(<Room view="rear" />)
    await act(() => photo.choose(new Blob(['x'])))
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('nothing was lost'))
    expect(photo.doing).toBeUndefined()
    worker.simulate.mockRejectedValueOnce(new Error('out of memory'))
    await act(() => photo.simulate({ shape: {} as never, spreadMm: 5, seed: 1 }))
    expect(photo.doing).toBeUndefined()
    expect(screen.getByRole('alert').textContent).toContain('nothing was lost')
  })
  test('an outline that cannot be traced leaves the one there was', async () => {
    await room('top')
    act(() =>
      photo.drawOutline([
        { x: 0, y: 0 },
        { x: 50, y: 0 },
        { x: 50, y: 80 },
      ]),
    )
    worker.trace.mockRejectedValueOnce(new Error('worker gone'))
    await act(() => photo.trace(true))
    expect(photo.placing.outlineImagePx).toHaveLength(3)
    expect(screen.getByRole('alert')).toBeTruthy()
    worker.trace.mockResolvedValueOnce([{ x: 1, y: 1 }])
    await act(() => photo.trace(true))
    expect(photo.placing.outlineImagePx).toEqual([{ x: 1, y: 1 }])
    expect(screen.queryByRole('alert')).toBeNull()
  })
  test('Stop ends the worker and says so', async () => {
    await room()
    act(() => photo.stop())
    expect(stopped).toHaveBeenCalled()
    expect(screen.getByRole('alert')).toBeTruthy()
  })
})

test('gaps at rest begin with the picture and the scale from above', async () => {
  const scale = { from: 'sheet', sheet: 'letter', corners: sheetCorners }
  await room('gaps', {
    'photo.top.left': { version: 1, pictureId: 'picture00009', scale, residualPx: 0.3, trials: [{}] },
  })
  expect(photo.url).toBe('/api/pictures/picture00009')
  expect(photo.scale).toEqual(scale)
  expect([photo.isTrusted, photo.residualPx]).toEqual([true, 0.3])
})

test('a dropped file is taken over', async () => {
  const { container } = renderInVisit(<Room view="rear" />)
  const file = new File(['x'], 'heel.jpg', { type: 'image/jpeg' })
  const place = container.querySelector('[data-over]')!
  fireEvent.dragOver(place)
  expect(place.getAttribute('data-over')).toBe('true')
  await act(async () => {
    fireEvent.drop(place, { dataTransfer: { files: [file] } })
    await Promise.resolve()
  })
  expect(sent.mock.calls[0][1]).toBe(file)
  expect(place.getAttribute('data-over')).toBe('false')
})
