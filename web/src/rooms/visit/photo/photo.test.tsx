import { render, screen } from '@testing-library/react'
import { photoViews, viewLandmarks, type LandmarkId } from '@sturvo/core/photo'
import { landmarkText, photoViewText } from '@sturvo/words'
import { renderInVisit } from '../../../testing/renderInVisit'
import { PhotoPanel } from './PhotoPanel'
import { PlaceGuide } from './PlaceGuide'

const rings = (view: (typeof photoViews)[number], side: 'left' | 'right', landmark?: LandmarkId) => {
  const { container, unmount } = render(<PlaceGuide view={view} side={side} landmark={landmark} />)
  const found = [...container.querySelectorAll('circle[fill="currentColor"]')].map((c) =>
    Number(c.getAttribute('cx')),
  )
  unmount()
  return found
}

describe.each(photoViews)('the small drawing, %s', (view) => {
  test('shows where each point goes, mirrored for the other foot', () => {
    for (const landmark of viewLandmarks[view] as readonly LandmarkId[]) {
      const [left, right] = [rings(view, 'left', landmark), rings(view, 'right', landmark)]
      expect(left).toHaveLength(1)
      expect(left[0]).toBeCloseTo(-right[0]!, 6)
    }
    expect(rings(view, 'left')).toEqual([])
  })
})

test('every view and every point has its words, and no two points of a view share them', () => {
  for (const view of photoViews) {
    expect(photoViewText[view].how.length).toBeGreaterThan(10)
    const words = (viewLandmarks[view] as readonly LandmarkId[]).map((id) => landmarkText[id])
    expect(new Set(words).size).toBe(words.length)
  }
})

test('the panel says of each view and side whether it was measured, and how often', () => {
  renderInVisit(<PhotoPanel />, {
    'photo.top.left': {
      version: 1,
      pictureId: 'picture00001',
      scale: { from: 'points', a: { x: 0, y: 0 }, b: { x: 9, y: 0 }, distanceMm: 9 },
      trials: [{}, {}],
    },
  })
  const buttons = screen.getAllByRole('button')
  expect(buttons).toHaveLength(photoViews.length * 2)
  expect(screen.getByText('measured 2 times').closest('button')?.textContent).toContain(
    'left foot, photo from above',
  )
  expect(screen.getAllByText('not yet')).toHaveLength(11)
})
