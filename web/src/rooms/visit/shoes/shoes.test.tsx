import { fireEvent, screen, within } from '@testing-library/react'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import type { ShoeOnShelf } from '@sturvo/schema'
import { renderInVisit } from '../../../testing/renderInVisit'
import { ShoesDrawing, ShoesStep } from '../steps/ShoesStep'

const boots: ShoeOnShelf = { name: 'Deck boots', hoursPerWeek: 60, stackHeelMm: 36, stackForefootMm: 22 }
const thin: ShoeOnShelf = {
  name: 'Thin shoes',
  hoursPerWeek: 20,
  stackHeelMm: 7,
  stackForefootMm: 7,
  innerLengthMm: 262,
  innerWidthBallMm: 84,
  innerWidthToesMm: 74,
  innerWidthHeelMm: 64,
}
const shelf = { 'shoe.shoe00000001': boots, 'shoe.shoe00000002': thin }
const both = (id: string, value: number) => ({
  [`measure.${id}.left.1`]: value,
  [`measure.${id}.right.1`]: value,
})
const feet = {
  ...both('footLength', 250),
  ...both('ballWidth', 100),
  ...both('toeWidth', 92),
  ...both('heelWidth', 64),
}
const photo = (side: 'left' | 'right') => ({
  [`photo.top.${side}`]: {
    version: 1,
    pictureId: 'picture00001',
    scale: { from: 'points', a: { x: 0, y: 0 }, b: { x: 1, y: 0 }, distanceMm: 1 },
    trials: [],
    outlineFootMm: footOutline({ ...neutralFoot, side, lengthMm: 250, ballWidthMm: 100 }).outlineFootMm,
  },
})
const shown = (fields: Record<string, unknown> = shelf) =>
  renderInVisit(
    <>
      <ShoesDrawing />
      <ShoesStep />
    </>,
    fields,
  )
const open = (page: string) => fireEvent.click(screen.getByRole('radio', { name: new RegExp(`^${page}`) }))
const choose = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }))

describe('the shelf', () => {
  test('an empty one says where to begin and adds a shoe', () => {
    const { recorded } = shown({})
    expect(screen.getByText(/worn most hours a week/)).toBeTruthy()
    fireEvent.click(screen.getByText('Add a shoe'))
    expect(Object.values(recorded[0]!)).toEqual([{ name: 'Shoe 1' }])
  })
  test('shoes stand most worn first, each with its stack, drop and hours in words', () => {
    shown()
    const names = screen
      .getAllByRole('button', { name: /under the heel/ })
      .map((b) => b.getAttribute('aria-label'))
    expect(names).toEqual([
      'Deck boots: 36 mm under the heel, 22 under the forefoot, drop 14 mm, 60 h a week',
      'Thin shoes: 7 mm under the heel, 7 under the forefoot, drop 0 mm, 20 h a week',
    ])
    expect(screen.getByText(/On the feet 80 h a week/)).toBeTruthy()
    expect(screen.getByRole('img', { name: /^Stack: 25.% below 10 mm, 75.% 30 mm and more/ })).toBeTruthy()
  })
  test('hours tried out move by keys between neighbours, the profile answers, and only then they are kept', () => {
    const { recorded } = shown()
    fireEvent.click(screen.getByText('What if'))
    const border = screen.getByRole('slider', { name: 'Hours between Deck boots and Thin shoes' })
    for (let i = 0; i < 10; i++) fireEvent.keyDown(border, { key: 'ArrowLeft' })
    expect(border.getAttribute('aria-valuetext')).toBe('50 h Deck boots, 30 h Thin shoes')
    expect(screen.getByText(/→ 25.1/)).toBeTruthy()
    expect(recorded).toEqual([])
    fireEvent.click(screen.getByText('Keep these hours'))
    expect(recorded).toEqual([
      {
        'shoe.shoe00000001': { ...boots, hoursPerWeek: 50, isGhost: false },
        'shoe.shoe00000002': { ...thin, hoursPerWeek: 30, isGhost: false },
      },
    ])
  })
  test('hours that are tried out never fall below none', () => {
    shown({ ...shelf, 'shoe.shoe00000002': { ...thin, hoursPerWeek: 2 } })
    fireEvent.click(screen.getByText('What if'))
    const border = screen.getByRole('slider', { name: /Hours between/ })
    for (let i = 0; i < 5; i++) fireEvent.keyDown(border, { key: 'ArrowRight' })
    expect(border.getAttribute('aria-valuetext')).toBe('62 h Deck boots, 0 h Thin shoes')
    fireEvent.click(screen.getByText('Back to now'))
    expect(screen.queryByRole('slider', { name: /Hours between/ })).toBeNull()
  })
})

describe('one shoe', () => {
  test('a changed number keeps the others; what is missing widens the score', () => {
    const { recorded } = shown()
    expect(screen.getByText('0 to 60 %')).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Inner width, toes'), { target: { value: '92' } })
    expect(recorded).toEqual([{ 'shoe.shoe00000001': { ...boots, innerWidthToesMm: 92 } }])
  })
  test('the quick fields unfold to all of them; a size converts and offers its length', () => {
    const { recorded } = shown({ 'shoe.shoe00000001': { ...boots, size: { system: 'eu', value: 42 } } })
    fireEvent.click(screen.getByText('Measure all of it'))
    expect(screen.getByText(/UK 8 · US men 9 · mm foot 265/)).toBeTruthy()
    fireEvent.click(screen.getByText('Take 280 mm for the inner length'))
    fireEvent.click(screen.getByRole('checkbox', { name: 'inner heel' }))
    expect(recorded).toEqual([
      { 'shoe.shoe00000001': { ...boots, size: { system: 'eu', value: 42 }, innerLengthMm: 280 } },
      { 'shoe.shoe00000001': { ...boots, size: { system: 'eu', value: 42 }, wornZones: ['innerHeel'] } },
    ])
  })
  test('hours split by activity and ground add up to the hours a week; months are taken whole', () => {
    const { recorded } = shown({
      'shoe.shoe00000001': {
        ...boots,
        innerLengthMm: 270,
        wear: [{ activity: 'stand', surface: 'hard', hours: 46 }],
      },
    })
    fireEvent.click(screen.getByText('One more'))
    expect(recorded[0]!['shoe.shoe00000001']).toMatchObject({
      hoursPerWeek: 46,
      wear: [
        { activity: 'stand', surface: 'hard', hours: 46 },
        { activity: 'stand', surface: 'hard', hours: 0 },
      ],
    })
    fireEvent.change(screen.getByLabelText('Hours 1'), { target: { value: '50' } })
    expect(recorded[1]!['shoe.shoe00000001']).toMatchObject({ hoursPerWeek: 50 })
    const since = screen.getByLabelText('Worn since')
    fireEvent.change(since, { target: { value: '2025-11' } })
    expect(recorded).toHaveLength(2)
    fireEvent.blur(since)
    expect(recorded[2]!['shoe.shoe00000001']).toMatchObject({ sinceMonth: '2025-11' })
  })
  test('the worn sole hints, and says that it is only a hint', () => {
    shown({ 'shoe.shoe00000001': { ...boots, innerLengthMm: 270, wornZones: ['innerHeel', 'innerBall'] } })
    expect(screen.getByText(/rolls in late/)).toBeTruthy()
    expect(screen.getByText(/never a finding alone/)).toBeTruthy()
  })
  test('the verdict has its reasons, and the practitioner’s own stands over it', () => {
    const narrow = { ...thin, innerWidthBallMm: 74, innerWidthToesMm: 58 }
    const { recorded } = shown({ ...feet, ...photo('left'), ...photo('right'), 'shoe.shoe00000002': narrow })
    const box = within(screen.getByRole('region', { name: 'Verdict, Thin shoes' }))
    expect(box.getByRole('heading').textContent).toMatch(/^(Let go|Limit)/)
    expect(box.getByText(/foot reaches [\d.]+ mm out/)).toBeTruthy()
    fireEvent.click(box.getByRole('radio', { name: 'Keep' }))
    expect(recorded[0]!['shoe.shoe00000002']).toMatchObject({ ownVerdict: { choice: 'keep' } })
  })
})

describe('fit', () => {
  const fitted = { ...feet, ...photo('left'), ...photo('right'), 'shoe.shoe00000002': thin }
  test('without an inside it says how to get one; without feet, too', () => {
    shown({ 'shoe.shoe00000001': boots })
    open('Fit')
    expect(screen.getByText(/Nothing is known of the inside of Deck boots/)).toBeTruthy()
  })
  test('without an outline of the feet it leads to the photo', () => {
    shown({ 'shoe.shoe00000002': thin })
    open('Fit')
    expect(screen.getByText('To the photo from above').closest('a')!.getAttribute('href')).toBe(
      '/visit/visit0000001/look',
    )
  })
  test('both feet lie over the shoe, what reaches out is named in mm', () => {
    shown(fitted)
    open('Fit')
    expect(screen.getAllByText(/mm out$/).length).toBeGreaterThan(1)
    const rows = within(screen.getByRole('table'))
    expect(rows.getByText('room in front of the longest toe')).toBeTruthy()
    expect(screen.getByText(/feet traced, inside drawn from its measures/)).toBeTruthy()
  })
  test('keys move and turn the shoe under one foot, and Home brings it back', () => {
    const { recorded } = shown(fitted)
    open('Fit')
    const left = screen.getByRole('group', { name: /Shoe under the left foot/ })
    fireEvent.keyDown(left, { key: 'ArrowRight' })
    fireEvent.keyDown(left, { key: 'ArrowUp', shiftKey: true })
    fireEvent.keyDown(left, { key: ',' })
    fireEvent.keyDown(left, { key: 'Home' })
    expect(recorded.map((r) => (r['shoe.shoe00000002'] as ShoeOnShelf).nudge)).toEqual([
      { left: { xMm: 0.5, yMm: 0, turnDeg: 0 } },
      { left: { xMm: 0, yMm: 2, turnDeg: 0 } },
      { left: { xMm: 0, yMm: 0, turnDeg: 0.25 } },
      { left: { xMm: 0, yMm: 0, turnDeg: 0 } },
    ])
  })
  test('right is right: the same arrow moves the shoe the same way on screen', () => {
    const { recorded } = shown(fitted)
    open('Fit')
    fireEvent.keyDown(screen.getByRole('group', { name: /Shoe under the right foot/ }), { key: 'ArrowRight' })
    expect((recorded[0]!['shoe.shoe00000002'] as ShoeOnShelf).nudge).toEqual({
      right: { xMm: -0.5, yMm: 0, turnDeg: 0 },
    })
  })
  test('spacers are kept by gap and judged again', () => {
    const { recorded } = shown({ ...fitted, 'answer.spacersMm': [4, 3, 3, 3] })
    open('Fit')
    expect(screen.getByText('with spacers', { selector: 'th' })).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Gap 1'), { target: { value: '5' } })
    expect(recorded[0]).toEqual({ 'answer.spacersMm': [5, 3, 3, 3] })
  })
})

describe('ground, devices and what to look for', () => {
  const leg = { ...feet, ...both('heelRest', 12), ...both('loadLine', 28) }
  test('the leg over its base, barefoot beside each shoe', () => {
    shown({ ...leg, 'shoe.shoe00000001': { ...boots, heelBaseWidthMm: 50, insert: { kind: 'support' } } })
    open('Ground under the leg')
    expect(
      screen.getByRole('img', { name: /leg from behind: barefoot margin .*; Deck boots margin -3 mm/ }),
    ).toBeTruthy()
    expect(screen.getAllByText(/Its insert cannot hold: nothing is beneath it/).length).toBeGreaterThan(0)
  })
  test('without the line of the leg it says what gives it', () => {
    shown()
    open('Ground under the leg')
    expect(screen.getByText(/photo from behind gives it/)).toBeTruthy()
  })
  test('one matrix says in which shoes a device fits, and why not', () => {
    shown({
      ...leg,
      'shoe.shoe00000001': { ...boots, depthArchMm: 66 },
      'device.device000001': { kind: 'support', volume: 'full', reason: 'grade', archMm: 14, hoursPerDay: 4 },
    })
    open('Devices')
    const matrix = within(screen.getByRole('table'))
    expect(matrix.getByText('does not fit')).toBeTruthy()
    expect(matrix.getByText(/too high at the arch/)).toBeTruthy()
    expect(screen.getByText(/week 0: 4 h · week 2: 3 h/)).toBeTruthy()
    expect(screen.getByText(/belong to a licensed prescriber/)).toBeTruthy()
  })
  test('a device is added in the order of the setting', () => {
    const { recorded } = shown()
    open('Devices')
    choose(/off-the-shelf arch support/)
    expect(Object.values(recorded[0]!)).toEqual([{ kind: 'support', volume: 'full', reason: 'grade' }])
  })
  test('what to look for in numbers, and which shoe comes nearest', () => {
    shown({ ...feet, ...photo('left'), ...photo('right'), ...shelf })
    open('What to look for')
    expect(screen.getByText(/^inside at least 26\d mm long/)).toBeTruthy()
    const rows = within(screen.getByRole('table')).getAllByRole('row')
    expect(rows[1]!.textContent).toMatch(/^(Thin shoes|Deck boots)/)
    expect(rows.some((row) => /too narrow at the toes/.test(row.textContent ?? ''))).toBe(true)
  })
  test('without feet it says what is missing', () => {
    shown()
    open('What to look for')
    expect(screen.getByText(/tell what to look for/)).toBeTruthy()
  })
})
