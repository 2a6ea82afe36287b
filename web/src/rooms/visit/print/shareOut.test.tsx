import { fireEvent, screen } from '@testing-library/react'
import { readFootprint, type FootprintReading } from '@sturvo/core/footprint'
import { referenceValues } from '@sturvo/core/reference'
import { neutralFoot } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import { printOf } from '@sturvo/schema'
import { renderInVisit } from '../../../testing/renderInVisit'
import { ClientView } from '../ClientView'
import { ShareOut } from './ShareOut'

const mmPerPx = 0.6
function readingOf(side: 'left' | 'right', seed: number): FootprintReading {
  const { image } = printPicture({ ...neutralFoot, side }, { seed, mmPerPx })
  const outcome = readFootprint(image, mmPerPx, referenceValues())
  if (!outcome.ok) throw new Error(outcome.problem.code)
  return outcome.value
}
const [left, right, secondLeft] = [readingOf('left', 3), readingOf('right', 4), readingOf('left', 5)] as const
const show = (readings: FootprintReading[]) => {
  const closed: true[] = []
  const view = renderInVisit(
    <ShareOut
      found={{ pictureId: 'picture00001', scale: { from: 'given', mmPerPx }, readings }}
      onClosed={() => closed.push(true)}
    />,
  )
  return { ...view, closed }
}

test('two prints go to their own sides, each with the place it was found at', () => {
  const { recorded, closed } = show([left, right])
  fireEvent.click(screen.getByText('Put on the Mat'))
  expect(closed).toEqual([true])
  for (const [side, reading] of [
    ['left', left],
    ['right', right],
  ] as const) {
    const kept = printOf(recorded[0]!, side)!
    expect(kept.measures.archIndex).toEqual(reading.archIndex)
    expect(kept.wishes.side).toBe(side)
    const { heelImagePx, toeImagePx } = reading.axis
    expect(kept.wishes.nearImagePx!.y).toBeCloseTo((heelImagePx.y + toeImagePx.y) / 2, 9)
  }
})

test('of two left prints the first is taken, and one side is never given twice', () => {
  const { recorded } = show([left, secondLeft])
  fireEvent.click(screen.getAllByLabelText('● left')[1]!)
  expect(screen.getByRole('alert').textContent).toContain('Two prints have the same side')
  expect(screen.getByText('Put on the Mat').closest('button')?.disabled).toBe(true)
  fireEvent.click(screen.getAllByLabelText('leave')[0]!)
  fireEvent.click(screen.getByText('Put on the Mat'))
  expect(Object.keys(recorded[0]!)).toEqual(['print.left'])
  expect(printOf(recorded[0]!, 'left')!.measures.archIndex).toEqual(secondLeft.archIndex)
})

describe('the client view', () => {
  test('speaks to the client, without numbers and without terms', () => {
    renderInVisit(<ClientView onClosed={() => undefined} />, {
      'measure.halluxAngle.left.1': 26,
      'measure.toeGround3.right.1': 'lifts',
    })
    const said = screen.getAllByRole('listitem').map((li) => li.textContent)
    expect(said).toEqual([
      'Your left big toe leans towards the others; room and practice help it.',
      'Not all toes of your right foot touch the ground yet.',
    ])
    expect(said.join(' ')).not.toMatch(/\d|hallux|valgus/)
  })
  test('with nothing to say it says so kindly', () => {
    renderInVisit(<ClientView onClosed={() => undefined} />)
    expect(screen.getByText('Nothing stands out so far. We keep looking.')).toBeTruthy()
  })
})
