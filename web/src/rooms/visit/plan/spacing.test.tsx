import { screen } from '@testing-library/react'
import { defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { cautionQuestions } from '@sturvo/core/cautions'
import { factsOf, type Fields } from '@sturvo/schema'
import { bothSides, renderInVisit } from '../../../testing/renderInVisit'
import { SpacingView } from './SpacingView'

const references = referenceValues()
const asked: Fields = {
  ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
  ...bothSides('halluxAngle', 26, 8),
  ...bothSides('gapRest1', 0.5, 6),
  ...bothSides('gapSpread1', 2, 9),
  ...bothSides('gapRest2', 0.5, 5),
}
const planOf = (fields: Fields) =>
  read(
    factsOf({ fields, birthYear: 1980, day: '2026-05-04', ownedKit: [], references }),
    references,
    defaultSettings,
  ).spacing

test('each gap says its width now, with the spacer, and where it ends; what was not measured has none', () => {
  renderInVisit(<SpacingView plan={planOf(asked)} />, asked)
  const row = (gap: number) => document.querySelector(`[data-gap="${gap}"]`)!.textContent
  expect(row(1)).toMatch(/0\.5 → 2 mm, at most 2 mm: the big toe leans/)
  expect(row(1)).toMatch(/open enough/)
  expect(row(2)).toMatch(/not measured/)
  // three pictures of each foot, with a wedge only where a spacer lies
  expect(document.querySelectorAll('[data-state]')).toHaveLength(3)
  expect(document.querySelectorAll('[data-state="now"] [data-wedge]')).toHaveLength(0)
  expect(document.querySelectorAll('[data-state="goal"] [data-wedge]')).toHaveLength(1)
})

test('a fixed toe is not spaced by force, and that is all that is said', () => {
  const fields = { ...asked, ...bothSides('toe2', 'bent, fixed', 'straight') }
  renderInVisit(<SpacingView plan={planOf(fields)} />, fields)
  expect(screen.getByText(/a fixed toe is not spaced by force/)).toBeTruthy()
  expect(document.querySelector('[data-gap]')).toBeNull()
})
