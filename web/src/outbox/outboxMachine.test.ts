import type { Answer, Edit } from './edit'
import {
  editsOfOthers,
  emptyOutbox,
  nextBatch,
  outboxReducer,
  saveState,
  type Batch,
  type OutboxEvent,
  type OutboxState,
} from './outboxMachine'

const visitId = 'visit0000001'
let count = 0
const edit = (path: string, value: unknown, changed: Partial<Edit> = {}): Edit => ({
  id: `edit${String(++count).padStart(8, '0')}`,
  visitId,
  path,
  value,
  base: 3,
  by: 'ilse',
  at: 1000,
  replaces: [],
  ...changed,
})
const after = (...events: OutboxEvent[]): OutboxState =>
  events.reduce(outboxReducer, { ...emptyOutbox, isLooked: true })
const typed = (e: Edit): OutboxEvent => ({ type: 'typed', edit: e })
const signedIn: OutboxEvent = { type: 'signedIn', accountId: 'ilse' }
const batchOf = (state: OutboxState, now = 5000): Batch => {
  const next = nextBatch(state, now)
  if (!next || 'waitMs' in next) throw new Error('nothing to send')
  return next
}
const answered = (state: OutboxState, answer: Answer, now = 5000): OutboxState => {
  const batch = batchOf(state, now)
  const sent = outboxReducer(state, { type: 'sent', ids: batch.edits.map((e) => e.id) })
  return outboxReducer(sent, { type: 'answered', batch, answer, now, chance: 0.5 })
}

test('at most a hundred fields go in one request, in the order they were typed', () => {
  const state = after(signedIn, ...Array.from({ length: 210 }, (_, i) => typed(edit(`p${i}`, i, { at: i }))))
  const first = batchOf(state)
  expect(first.edits).toHaveLength(100)
  expect(first.edits[0]!.path).toBe('p0')
  let left = state
  let requests = 0
  while (saveState(left) !== 'saved') {
    left = answered(left, { kind: 'written', version: 4 + requests, fields: {} })
    requests++
  }
  expect(requests).toBe(3)
})

test('letters typed without a pause wait for each other, unless the page is left', () => {
  const state = after(signedIn, typed(edit('a', 'x', { at: 4900 })))
  expect(nextBatch(state, 5000)).toEqual({ waitMs: 250 })
  expect(nextBatch(state, 5000, true)).toMatchObject({ visitId })
  // a clock that was set back does not hold up for hours
  expect(nextBatch(after(signedIn, typed(edit('a', 'x', { at: 9_000_000 }))), 5000)).toMatchObject({
    visitId,
  })
})

test('what was kept from before keeps the version it was typed on', () => {
  const state = after(
    signedIn,
    { type: 'visitKnown', visitId, version: 9 },
    { type: 'found', edits: [edit('a', 'old')] },
  )
  expect(batchOf(state)).toMatchObject({ version: 9, edits: [{ path: 'a', base: 3 }] })
})

test('an edit goes out under who typed it and under nobody else', () => {
  const state = after(signedIn, typed(edit('a', 'x')), { type: 'signedIn', accountId: 'bram' })
  expect(nextBatch(state, 5000)).toBeUndefined()
  expect(editsOfOthers(state).map((e) => e.path)).toEqual(['a'])
  expect(saveState(state)).toBe('saved')
  expect(batchOf(outboxReducer(state, signedIn)).edits).toHaveLength(1)
})

test('signed out, nothing is sent; signed in again, everything is', () => {
  const out = answered(after(signedIn, typed(edit('a', 'x'))), { kind: 'signedOut' })
  expect([saveState(out), nextBatch(out, 9000)]).toEqual(['signedOut', undefined])
  expect(batchOf(outboxReducer(out, signedIn)).edits).toHaveLength(1)
})

test('pauses grow with every failure to half a minute and never fall below a second', () => {
  let state = after(signedIn, typed(edit('a', 'x')))
  let now = 5000
  const pauses: number[] = []
  for (let i = 0; i < 9; i++) {
    state = answered(state, { kind: 'unreachable' }, now)
    pauses.push(state.notBefore - now)
    now = state.notBefore
  }
  expect(Math.min(...pauses)).toBeGreaterThanOrEqual(1000)
  expect(Math.max(...pauses)).toBeLessThanOrEqual(30_000)
  expect([...pauses].sort((a, b) => a - b)).toEqual(pauses)
  expect(saveState(state)).toBe('waiting')
  expect(outboxReducer(state, { type: 'networkBack', now }).notBefore).toBeLessThanOrEqual(now + 1000)
})

test('what is refused is set aside with its sentence and the rest goes on; typed anew, it is tried anew', () => {
  const state = answered(after(signedIn, typed(edit('a', 'bad')), typed(edit('b', 1))), {
    kind: 'refused',
    path: 'a',
    message: 'Too high.',
  })
  expect(saveState(state)).toBe('refused')
  expect(batchOf(state, 9000).edits.map((e) => e.path)).toEqual(['b'])
  const again = outboxReducer(state, typed(edit('a', 'good', { at: 1200 })))
  expect(batchOf(again, 9000).edits.map((e) => [e.path, e.value])).toEqual([
    ['b', 1],
    ['a', 'good'],
  ])
})

test('a refusal that names no field is found by sending one by one', () => {
  let state = after(signedIn, ...['a', 'b', 'c'].map((p) => typed(edit(p, p))))
  state = answered(state, { kind: 'refused', path: 'changes', message: 'One of them.' })
  expect(batchOf(state, 9000).edits).toHaveLength(1)
})

test('too much at once is halved; a single field that is too much is set aside', () => {
  const many = answered(after(signedIn, ...['a', 'b', 'c', 'd'].map((p) => typed(edit(p, p)))), {
    kind: 'tooLarge',
    message: 'Too much.',
  })
  expect(batchOf(many, 9000).edits).toHaveLength(2)
  const one = answered(after(signedIn, typed(edit('a', 'x'.repeat(9)))), {
    kind: 'tooLarge',
    message: 'Too much.',
  })
  expect(saveState(one)).toBe('refused')
})

test('a clash is decided by hand: typing on does not decide it', () => {
  const clash: Answer = { kind: 'clash', version: 8, clashes: [{ path: 'a', yours: 'x', theirs: 'y' }] }
  const state = answered(after(signedIn, typed(edit('a', 'x'))), clash)
  const typedOn = outboxReducer(state, typed(edit('a', 'xx', { at: 1100 })))
  expect([saveState(typedOn), nextBatch(typedOn, 9000)]).toEqual(['clash', undefined])
  const key = `ilse ${visitId} a`
  const mine = outboxReducer(typedOn, { type: 'decided', key, keep: 'mine' })
  expect(batchOf(mine, 9000).edits[0]).toMatchObject({ value: 'xx', base: 8 })
  expect(saveState(outboxReducer(typedOn, { type: 'decided', key, keep: 'theirs' }))).toBe('saved')
})

test('a visit that is gone keeps its edits for a file', () => {
  const state = answered(after(signedIn, typed(edit('a', 'x')), typed(edit('b', 'y'))), {
    kind: 'gone',
    message: 'Gone.',
  })
  expect(saveState(state)).toBe('gone')
  expect(Object.keys(state.edits)).toHaveLength(2)
  expect(nextBatch(state, 9000)).toBeUndefined()
})

test('an answer moves on what was seen only where nothing before it was missed', () => {
  const known = after(signedIn, { type: 'visitKnown', visitId, version: 5 }, typed(edit('a', 'x')))
  expect(answered(known, { kind: 'written', version: 6, fields: {} }).seen[visitId]).toBe(6)
  const batch = { ...batchOf(known), version: 9 }
  const other = outboxReducer(known, {
    type: 'answered',
    batch,
    answer: { kind: 'written', version: 10, fields: {} },
    now: 0,
    chance: 0,
  })
  expect(other.seen[visitId]).toBe(5)
})

test('a store that refuses does not stop the sending, and that is said', () => {
  const state = after(signedIn, typed(edit('a', 'x')), { type: 'storeLost' })
  expect(saveState(state)).toBe('memoryOnly')
  expect(batchOf(state).edits).toHaveLength(1)
})
