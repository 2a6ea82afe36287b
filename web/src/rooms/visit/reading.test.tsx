import { fireEvent, screen, within } from '@testing-library/react'
import { readCautions } from '@sturvo/core/cautions'
import { steps } from '@sturvo/core/reading'
import { stepsFilled } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../testing/renderInVisit'
import { fieldName } from '@sturvo/words'
import { ReadingPanel } from './ReadingPanel'
import { Trail } from './Trail'

const low = {
  ...bothSides('navicularSit', 43, 42),
  ...bothSides('navicularStand', 34, 31),
  ...bothSides('navicularSingle', 31, 30.5),
  ...bothSides('kneeToWall', 90, 88),
}

describe('the Reading', () => {
  test('sentences of this step come first, the most telling on top', () => {
    renderInVisit(<ReadingPanel step="move" next="grade" />, low)
    const lines = screen.getAllByRole('listitem').map((line) => line.getAttribute('data-finding'))
    expect(lines[0]).toMatch(/^kneeToWall/)
    expect(lines).toContain('motion.right')
  })
  test('a sentence opens to its evidence and closes again', () => {
    renderInVisit(<ReadingPanel step="look" next="load" />, low)
    const line = within(screen.getAllByRole('listitem').find((l) => l.dataset.finding === 'motion.right')!)
    const sentence = line.getByRole('button', { expanded: false })
    fireEvent.click(sentence)
    expect(line.getByText(/navicular drop, Brody 1982/)).toBeTruthy()
    fireEvent.click(sentence)
    expect(line.queryByText(/navicular drop, Brody 1982/)).toBeNull()
  })
  test('one tap pins a sentence, another takes the pin away', () => {
    const { recorded, unmount } = renderInVisit(<ReadingPanel step="look" next="load" />, low)
    fireEvent.click(screen.getAllByLabelText('Pin this sentence')[0]!)
    const [id] = recorded[0]!['answer.pinnedSentences'] as string[]
    unmount()
    const again = renderInVisit(<ReadingPanel step="look" next="load" />, {
      ...low,
      'answer.pinnedSentences': [id],
    })
    fireEvent.click(screen.getByLabelText('Unpin this sentence'))
    expect(again.recorded).toEqual([{ 'answer.pinnedSentences': [], 'answer.letterSentences': [] }])
  })
  test('a sentence opens to its evidence, its reference values and what would make it surer', () => {
    const { recorded } = renderInVisit(
      <ReadingPanel step="look" next="load" />,
      bothSides('archSeen', 'none', 'none'),
    )
    fireEvent.click(document.querySelector('[data-finding="position.left"] button')!)
    expect(screen.getByText(/^Weighted mean z/)).toBeTruthy()
    expect(
      within(screen.getByRole('list', { name: 'Reference values' })).getAllByRole('listitem').length,
    ).toBe(4)
    expect(screen.getByText(/^Measure this to be surer/).textContent).toContain('navicular, standing')
    fireEvent.click(screen.getByLabelText('in the letter'))
    expect(recorded).toEqual([
      { 'answer.pinnedSentences': [], 'answer.letterSentences': [expect.stringMatching(/^position\./)] },
    ])
  })
  test('the concern is a word as well as a mark', () => {
    renderInVisit(<ReadingPanel step="look" next="load" />, low)
    expect(screen.getAllByRole('img', { name: 'needs work' }).length).toBeGreaterThan(0)
  })
  test('what to test next leads to where it is tested', () => {
    renderInVisit(<ReadingPanel step="look" next="load" />, bothSides('navicularStand', 34, 31))
    expect(
      screen
        .getAllByText(/^Left, footprint$/)[0]!
        .closest('a')
        ?.getAttribute('href'),
    ).toBe('/visit/visit0000001/look')
  })
  test('an empty step says what to do, a stop speaks before everything else', () => {
    const { unmount } = renderInVisit(<ReadingPanel step="shoes" next="plan" />)
    expect(screen.getByText(/worn most hours a week/)).toBeTruthy()
    unmount()
    renderInVisit(<ReadingPanel step="shoes" next="plan" />, { ...low, 'answer.caution:hotSwollen': true })
    expect(screen.getByRole('alert').textContent).toContain('Stop: Hot, swollen foot.')
    expect(screen.queryByText('Test next')).toBeNull()
  })
  test('the one main action goes on, and at the end back to Today', () => {
    const { unmount } = renderInVisit(<ReadingPanel step="look" next="load" />)
    expect(screen.getByText('On to Load').closest('a')?.getAttribute('href')).toBe('/visit/visit0000001/load')
    unmount()
    renderInVisit(<ReadingPanel step="handover" next={undefined} />)
    expect(screen.getByText('Done, back to Today')).toBeTruthy()
  })
})

describe('the Trail', () => {
  const cautions = readCautions({
    answers: { hotSwollen: true },
    signs: [],
    dealtWith: {},
    hasLicensedLead: true,
    isAgeKnown: true,
  })
  test('eight steps in order, the present one marked, each with how far it is filled', () => {
    renderInVisit(
      <Trail
        visitId="visit0000001"
        present="load"
        filled={stepsFilled(bothSides('scaleHeel', 1, 2))}
        cautions={cautions}
      />,
    )
    const links = screen.getAllByRole('link')
    expect(links.map((l) => l.getAttribute('href')?.split('/').pop())).toEqual([...steps])
    expect(screen.getByRole('link', { current: 'step' }).getAttribute('aria-label')).toBe('Load, 33 % filled')
  })
  test('a cairn lies at the step that raised a caution', () => {
    renderInVisit(
      <Trail visitId="visit0000001" present="plan" filled={stepsFilled({})} cautions={cautions} />,
    )
    const cairn = screen.getByRole('img', { name: 'Cautions: Hot, swollen foot' })
    expect(cairn.closest('li')?.textContent).toContain('Story')
  })
})

test('fields have names for people', () => {
  expect(fieldName('measure.kneeToWall.left.1')).toBe('Knee to wall, left')
  expect(fieldName('dealt.hotSwollen')).toBe('dealt with: Hot, swollen foot')
  expect(fieldName('print.right')).toBe('footprint, right')
  expect(fieldName('no.such.field.at.all')).toBe('no.such.field.at.all')
})
