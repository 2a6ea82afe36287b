import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { readFootprint, type FootprintWishes } from '@sturvo/core/footprint'
import { referenceValues } from '@sturvo/core/reference'
import { neutralFoot } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import { printOf, printOnMat, type PrintScale } from '@sturvo/schema'
import { renderInVisit } from '../../../testing/renderInVisit'
import { LookStep } from '../steps/LookStep'
import { PrintPanel } from './PrintPanel'
import { ScaleDialog } from './ScaleDialog'

const mmPerPx = 0.6
const scale: PrintScale = { from: 'given', mmPerPx }
const { image } = printPicture({ ...neutralFoot, side: 'left' }, { seed: 3, mmPerPx })
const outcome = readFootprint(image, mmPerPx, referenceValues())
if (!outcome.ok) throw new Error(outcome.problem.code)
const reading = outcome.value
const print = printOnMat({ pictureId: 'picture00001', scale, wishes: {}, reading })

const asked: FootprintWishes[] = []
let answer: () => Promise<unknown>
const lookForSheet = jest.fn()
jest.mock('../../../workers/footprintJobs', () => ({
  readPrint: (job: { wishes: FootprintWishes }) => {
    asked.push(job.wishes)
    return answer()
  },
  readAllPrints: () => answer(),
  scanPrint: () => answer(),
  cancelReading: () => undefined,
  lookForSheet: (url: string) => lookForSheet(url) as Promise<unknown>,
  flatPicture: () => Promise.resolve({ ok: false }),
}))
// what is drawn on a canvas is tried in the browser; here its strokes are given by hand
let stroke: ((points: { x: number; y: number }[], isDone: boolean) => void) | undefined
jest.mock('./PrintPicture', () => ({
  PrintPicture: ({ state }: { state: { brush: { tool: string }; onStroke: typeof stroke } }) => {
    stroke = state.brush.tool === 'look' ? undefined : state.onStroke
    return <p>picture</p>
  },
}))
beforeEach(() => {
  asked.length = 0
  answer = () => Promise.resolve({ ok: true, value: reading })
  lookForSheet.mockReset()
})

describe('one print looked at closely', () => {
  const openRoom = async (fields = { 'print.left': print }) => {
    const view = renderInVisit(<PrintPanel />, fields)
    fireEvent.click(screen.getByText('Look closely'))
    await screen.findByText('picture')
    return view
  }
  test('a stroke is as wide as the brush says, in pixels of the picture, and goes to the reading with the others', async () => {
    const { recorded } = await openRoom()
    expect(stroke).toBeUndefined()
    fireEvent.click(screen.getByLabelText('Brush'))
    act(() =>
      stroke!(
        [
          { x: 10, y: 10 },
          { x: 40, y: 10 },
        ],
        true,
      ),
    )
    await waitFor(() => expect(recorded).toHaveLength(1))
    const [first] = asked[0]!.strokes!
    expect(first).toMatchObject({
      mode: 'add',
      points: [
        { x: 10, y: 10 },
        { x: 40, y: 10 },
      ],
    })
    // 5 mm at 0.6 mm a pixel
    expect(first!.radiusPx).toBeCloseTo(5 / mmPerPx, 0)
    expect(printOf(recorded[0]!, 'left')!.wishes.strokes).toHaveLength(1)
  })
  test('an eraser stroke that is not finished changes nothing yet', async () => {
    await openRoom()
    fireEvent.click(screen.getByLabelText('Eraser'))
    act(() => stroke!([{ x: 1, y: 1 }], false))
    expect(asked).toEqual([])
    act(() =>
      stroke!(
        [
          { x: 1, y: 1 },
          { x: 9, y: 9 },
        ],
        true,
      ),
    )
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]!.strokes![0]!.mode).toBe('erase')
  })
  test('the other foot: the print moves over and is taken from this one', async () => {
    const { recorded } = await openRoom()
    fireEvent.click(screen.getByText('It is the right foot'))
    await waitFor(() => expect(recorded).toHaveLength(2))
    expect(asked[0]!.side).toBe('right')
    expect(recorded[1]).toEqual({ 'print.left': null })
  })
  test('where it cannot be read, one sentence, and the print stays', async () => {
    answer = () => Promise.reject(new Error('gone'))
    const { recorded } = await openRoom()
    fireEvent.click(screen.getByText('It is the right foot'))
    await waitFor(() =>
      expect(
        screen.getAllByText('The print could not be read just now; nothing was changed. Please try again.')
          .length,
      ).toBeGreaterThan(0),
    )
    expect(recorded).toEqual([])
  })
  test('found anew: strokes, threshold and lines by hand go, the side stays', async () => {
    const worked = {
      ...print,
      wishes: {
        ...print.wishes,
        thresholdNudge: 0.2,
        strokes: [{ mode: 'add' as const, radiusPx: 4, points: [{ x: 1, y: 1 }] }],
      },
    }
    await openRoom({ 'print.left': worked })
    expect(screen.getByText('Strokes by hand').parentElement!.textContent).toContain('1')
    fireEvent.click(screen.getByText('Find everything anew'))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toEqual({ side: 'left' })
  })
})

test('Look shows the print in numbers with its error, and what is not there as a line', () => {
  const { container } = renderInVisit(<LookStep />, { 'print.left': print })
  const row = container.querySelector('[data-number="Arch index"]')!
  expect(row.querySelector('[data-side="left"]')!.textContent).toMatch(/^0\.\d{3} ± /)
  expect(row.querySelector('[data-side="right"]')!.textContent).toBe('–')
})

describe('how large a pixel is', () => {
  const picture = { id: 'picture00001', widthPx: 800, heightPx: 1000, url: '/api/pictures/picture00001' }
  const open = () => {
    const scaled: PrintScale[] = []
    renderInVisit(
      <ScaleDialog picture={picture} onScaled={(s) => scaled.push(s)} onClosed={() => undefined} />,
    )
    return scaled
  }
  beforeEach(() => localStorage.clear())
  test('a number that is missing is asked for, and nothing is read', () => {
    const scaled = open()
    fireEvent.click(screen.getByText('Read the print'))
    expect(screen.getByRole('alert').textContent).toBe(
      'The scale of the picture is missing: fill in the number.',
    )
    expect(scaled).toEqual([])
  })
  test('a sheet that is not sure is never taken in silence', async () => {
    const corners = [
      { x: 1, y: 1 },
      { x: 700, y: 2 },
      { x: 700, y: 900 },
      { x: 2, y: 900 },
    ]
    lookForSheet.mockResolvedValue({
      ok: true,
      value: { cornersImagePx: corners, isSure: false, residualPx: 4 },
    })
    localStorage.setItem('sturvo.scale', 'sheet')
    const scaled = open()
    expect(await screen.findByText(/was not found for sure/)).toBeTruthy()
    fireEvent.click(screen.getByText('Read the print'))
    expect(scaled).toEqual([{ from: 'sheet', sheet: 'a4', corners }])
  })
  test('where there is no sheet the corners are to be dragged', async () => {
    lookForSheet.mockResolvedValue({ ok: false })
    localStorage.setItem('sturvo.scale', 'sheet')
    open()
    expect((await screen.findByRole('alert')).textContent).toContain('drag the four corners')
  })
})
