import { screen } from '@testing-library/react'
import type { ProfileRow } from '@sturvo/core/footwear'
import { renderInVisit } from '../../../testing/renderInVisit'
import { useVisitReading, type ReadNow } from '../visitContext'
import { ProfileBars } from './ProfileBars'
import { ShelfPanel } from './ShelfPanel'
import { VerdictBox } from './VerdictBox'

const row = (mean: ProfileRow['mean']): ProfileRow => ({
  measure: 'stack',
  mean,
  bands: [
    { from: undefined, to: 12, share: 0.25 },
    { from: 12, to: 22, share: 0 },
    { from: 22, to: undefined, share: 0.75 },
  ],
})
const known = { value: 27, knownShare: 1, range: undefined }

test('a bar says its mean and its bands in words, and the ends of its scale', () => {
  renderInVisit(<ProfileBars now={[row(known)]} />)
  expect(screen.getByText('27 mm')).toBeTruthy()
  expect(screen.getByText('thin')).toBeTruthy()
  expect(screen.getByText('tall')).toBeTruthy()
  const said = screen.getByRole('img').getAttribute('aria-label')!
  expect(said).toMatch(/25.% below 12 mm/)
  expect(said).toMatch(/75.% 22 mm and more/)
  expect(screen.queryByText(/known for/)).toBeNull()
})

test('known for less than half of the hours, the bar says so and no number stands beside it', () => {
  renderInVisit(<ProfileBars now={[row({ value: undefined, knownShare: 0.37, range: undefined })]} />)
  expect(screen.queryByText(/27/)).toBeNull()
  expect(screen.getByText(/known for 37.% of the hours/)).toBeTruthy()
})

test('hours that are only tried out show what the mean would become, where it changes', () => {
  const { container } = renderInVisit(
    <ProfileBars now={[row(known)]} then={[row({ ...known, value: 19 })]} />,
  )
  expect(container.textContent).toContain('→ 19 mm')
  const { container: same } = renderInVisit(<ProfileBars now={[row(known)]} then={[row(known)]} />)
  expect(same.textContent).not.toContain('→')
})

const wide = { 'measure.ballWidth.left.1': 104, 'measure.ballWidth.right.1': 104 }

test('a shoe with measured stacks and nothing else is asked for its widths, never again for its stacks', () => {
  const fields = {
    ...wide,
    'shoe.shoe00000001': { name: 'Clogs', hoursPerWeek: 20, stackHeelMm: 38, stackForefootMm: 36 },
  }
  const { reading } = readingIn(fields)
  const shoe = reading.shoes.shoes[0]!
  const asOpen = { ...shoe, verdict: { ...shoe.verdict, isOpen: true } }
  const { container } = renderInVisit(<VerdictBox on={asOpen} />, fields)
  expect(container.textContent).toContain('its inner widths')
  expect(container.textContent).not.toContain('stacks')
})

test('hours in narrow shoes are at least so many while some widths are not known', () => {
  renderInVisit(<ShelfPanel />, {
    ...wide,
    'shoe.shoe00000001': { name: 'Narrow', hoursPerWeek: 30, innerWidthBallMm: 80 },
    'shoe.shoe00000002': { name: 'Unknown', hoursPerWeek: 10 },
  })
  expect(screen.getByText(/at least 75.% of them in shoes narrower than the foot/)).toBeTruthy()
})

/** The reading that a part of the visit is given. */
function readingIn(fields: Record<string, unknown>) {
  let found: ReadNow | undefined
  function Look() {
    found = useVisitReading()
    return null
  }
  renderInVisit(<Look />, fields)
  return found!
}
