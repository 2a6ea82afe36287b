import { fireEvent, screen } from '@testing-library/react'
import { renderInVisit } from '../testing/renderInVisit'
import { focusRow, goToPart } from '../rooms/visit/goToPart'
import { svgTextOf } from './saveMat'
import { TrueSize } from './TrueSize'
import { matSizeMm } from './matFrame'

describe('saving what is seen', () => {
  const drawn = () => {
    document.body.innerHTML =
      '<svg viewBox="0 0 760 328" class="x"><g tabindex="0" role="button"><path d="M0 0L9 9" style="stroke: rgb(1, 2, 3); stroke-width: 2"/></g><text style="font-size: 11px">left</text></svg>'
    return document.querySelector('svg')!
  }
  test('the file stands on its own: true size in mm, colours in place of styles, nothing to press', () => {
    const text = svgTextOf(drawn(), matSizeMm)
    expect(text).toContain('width="760mm"')
    expect(text).toContain('height="328mm"')
    expect(text).toContain('stroke="rgb(1, 2, 3)"')
    expect(text).not.toMatch(/tabindex|role=|class=|style=|var\(/)
    expect(text).toContain('>left</text>')
  })
  test('the drawing on the screen stays as it was', () => {
    const svg = drawn()
    const before = svg.outerHTML
    svgTextOf(svg, matSizeMm)
    expect(svg.outerHTML).toBe(before)
  })
})

describe('true size', () => {
  beforeEach(() => localStorage.clear())
  test('an unknown screen is measured first, and then once and for all', () => {
    const show = () =>
      renderInVisit(
        <TrueSize onClosed={() => undefined}>
          <p>the feet</p>
        </TrueSize>,
      )
    const first = show()
    expect(screen.queryByText('the feet')).toBeNull()
    fireEvent.click(screen.getByText('It fits'))
    expect(screen.getByText('the feet')).toBeTruthy()
    first.unmount()
    show()
    expect(screen.getByText('the feet').parentElement!.style.width).toBe(`${(760 * 96) / 25.4}px`)
  })
  test('nonsense in the memory is measured anew', () => {
    localStorage.setItem('sturvo.pxPerMm', 'wide')
    renderInVisit(
      <TrueSize onClosed={() => undefined}>
        <p>the feet</p>
      </TrueSize>,
    )
    expect(screen.getByText('It fits')).toBeTruthy()
  })
})

describe('from a part of the foot to its fields', () => {
  beforeEach(() => {
    Element.prototype.scrollIntoView = () => undefined
    document.body.innerHTML =
      '<div data-row="navicularStand"><div data-side="left"><input data-cell /></div><div data-side="right"><input data-cell id="wanted" /></div></div>'
  })
  const gone: [unknown, unknown][] = []
  const navigate = ((to: unknown, how: unknown) => void gone.push([to, how])) as never
  test('a row on the screen gets the caret, on the side that was tapped', () => {
    expect(focusRow('navicularStand', 'right')).toBe(true)
    expect(document.activeElement?.id).toBe('wanted')
    expect(focusRow('noSuchRow', 'right')).toBe(false)
  })
  test('on the step itself nothing is left; from another step it goes to Look, to the row meant', () => {
    goToPart({ visitId: 'v', step: 'look', side: 'right', region: 'arch', navigate })
    expect(gone).toEqual([])
    goToPart({ visitId: 'v', step: 'shoes', side: 'left', region: 'toes', navigate })
    expect(gone).toEqual([['/visit/v/look', { state: { row: 'halluxAngle', side: 'left' } }]])
  })
})
