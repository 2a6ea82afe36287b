import { fireEvent, screen, within } from '@testing-library/react'
import { eyeKinds, eyeQuestion } from '@sturvo/core/eye'
import { defaultSettings } from '@sturvo/core/reading'
import type { EyeAnswers, Practice } from '@sturvo/schema'
import { eyeText } from '@sturvo/words'
import { renderInRoom } from '../../testing/renderInRoom'
import { EyeView } from './EyeRoom'
import { lineOf } from './lineOf'

const sent: unknown[] = []
jest.mock('../../app/errorApi', () => ({
  useAnswerEyeMutation: () => [(answer: unknown) => sent.push(answer), { isError: false }],
  useChooseEyeMutation: () => [jest.fn()],
}))

const practice: Practice = {
  name: 'Tideway Foot Room',
  place: '',
  settings: defaultSettings,
  references: {},
  referencesVersion: 0,
  trialUses: {},
  drills: [],
  phone: '',
  emergency: '',
  factorRule: 'choice',
  retentionYears: null,
  consentText: '',
  version: 1,
}
const nothing: EyeAnswers = { answers: [], countsAsOwn: false, errors: {} }
const choose = (kind: string) => localStorage.setItem('sturvo.eye.kind', JSON.stringify(kind))
const show = (known = nothing) => renderInRoom(<EyeView known={known} practice={practice} />, '/eye?seed=11')
const asked = () =>
  screen.getByRole('region', {
    name: new RegExp(
      Object.values(eyeText)
        .map((t) => t.name)
        .join('|'),
    ),
  })

beforeEach(() => {
  localStorage.clear()
  sent.length = 0
})

test('first the own answer, then the truth over it, in degrees', () => {
  choose('heel')
  const { container } = show()
  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Answer' })
  expect(button.disabled).toBe(true)
  expect(asked().dataset.truthShown).toBe('false')
  expect(container.querySelector('path.truth')).toBeNull()
  fireEvent.change(screen.getByLabelText('Heel from behind, your answer'), { target: { value: '5' } })
  fireEvent.click(button)
  expect(asked().dataset.truthShown).toBe('true')
  expect(container.querySelector('path.truth')).not.toBeNull()
  const status = screen.getByText(/^You said 5°\. It is −?\d+°\.$/).textContent
  const truth = Number(/It is (−?\d+)°/.exec(status)![1]!.replace('−', '-'))
  expect(sent).toHaveLength(1)
  expect(sent[0]).toMatchObject({ kind: 'heel', level: 1, error: 5 - truth, derived: null })
  // the same question, made again from what was sent
  const { seed } = sent[0] as { seed: number }
  const again = eyeQuestion('heel', 1, seed)
  expect(again.asks.ask === 'number' && again.asks.truth).toBe(truth)
})

test('the same sitting asks the same questions; the next one is another', () => {
  choose('hallux')
  const { unmount, container } = show()
  const drawn = () => container.querySelector('svg[role="img"] path')?.getAttribute('d')
  const first = drawn()
  fireEvent.change(screen.getByLabelText('Big toe from above, your answer'), { target: { value: '9' } })
  fireEvent.click(screen.getByRole('button', { name: 'Answer' }))
  fireEvent.click(screen.getByRole('button', { name: 'Next' }))
  expect(drawn()).not.toBe(first)
  expect(screen.getByText(/question 2$/)).toBeTruthy()
  unmount()
  const again = show()
  expect(again.container.querySelector('svg[role="img"] path')?.getAttribute('d')).toBe(first)
})

test.each(eyeKinds.filter((kind) => kind !== 'landmarks'))(
  '%s can be answered by keyboard and choice',
  (kind) => {
    choose(kind)
    show()
    const { asks } = eyeQuestion(kind, 1, 1)
    if (asks.ask !== 'number')
      fireEvent.click(
        within(screen.getByRole('radiogroup', { name: eyeText[kind].ask })).getAllByRole('radio')[0]!,
      )
    if (asks.ask !== 'choice')
      fireEvent.change(screen.getByLabelText(`${eyeText[kind].name}, your answer`), {
        target: { value: 'high' in asks ? asks.high : 0 },
      })
    fireEvent.submit(screen.getByRole('button', { name: 'Answer' }).closest('form')!)
    expect(screen.getByText(/^You said/)).toBeTruthy()
  },
)

test('points on a photo are placed by arrow keys, one after the other, and each gets its mm', () => {
  choose('landmarks')
  show()
  const stage = screen.getByRole('application')
  const points = screen.getAllByRole('listitem').filter((li) => li.closest('ol'))
  for (let i = 0; i < points.length; i++) {
    for (let k = 0; k <= i; k++)
      fireEvent.keyDown(stage, { key: i % 2 ? 'ArrowRight' : 'ArrowUp', shiftKey: true })
    fireEvent.keyDown(stage, { key: 'Enter' })
  }
  fireEvent.click(screen.getByRole('button', { name: 'Answer' }))
  expect(screen.getAllByText(/mm off$/)).toHaveLength(points.length)
  expect(sent).toHaveLength(1)
  expect(sent[0]).toMatchObject({ kind: 'landmarks', derived: { error: expect.any(Number) } })
})

test('a habit is named, kinds say how they stand, and counting practice is off by itself', () => {
  const answers = Array.from({ length: 6 }, (_, i) => ({
    id: `answer00000${i}`,
    kind: 'heel' as const,
    level: 1,
    seed: i,
    side: 'left' as const,
    error: -1.8 + (i % 2) * 0.1,
    derived: null,
    at: `2026-05-0${i + 1}T10:00:00.000Z`,
  }))
  show({ answers, countsAsOwn: false, errors: {} })
  expect(screen.getByText('You read heel angles 1.8° too small on left feet (6 answers).')).toBeTruthy()
  expect(screen.getByText(/^6 answers · lately 1\.7° off/)).toBeTruthy()
  const count = screen.getByRole<HTMLInputElement>('checkbox')
  expect(count.checked).toBe(false)
  expect(asked().dataset.question).not.toBe('heel')
})

test('lines of answers: everted leans to the inner side of a left foot, a height goes up', () => {
  const line = lineOf(
    { as: 'angle', about: { x: 0, y: 0 }, zero: { x: 0, y: -1 }, sign: 1, lengthMm: 10 },
    90,
  )
  expect(line[1]!.x).toBeCloseTo(10, 9)
  expect(line[1]!.y).toBeCloseTo(0, 9)
  const height = lineOf({ as: 'height', from: { x: 0, y: 0 }, to: { x: 9, y: 0 }, up: { x: 0, y: -1 } }, 30)
  expect(height).toEqual([
    { x: 0, y: -30 },
    { x: 9, y: -30 },
  ])
})
