import fc from 'fast-check'
import {
  fieldsArrived,
  fieldsRecorded,
  redone,
  selectIsLastStepOf,
  undone,
  visitOpened,
  visitSlice,
  type VisitState,
} from './visitSlice'

const { reducer, getInitialState } = visitSlice
const opened = (fields: Record<string, unknown> = {}, pending: Record<string, unknown> = {}): VisitState =>
  reducer(
    getInitialState(),
    visitOpened({
      visit: {
        id: 'visit0000001',
        personId: 'person000001',
        startedOn: '2026-05-04',
        version: 3,
        referencesVersion: 0,
        fields,
        planInForce: [],
        unreadable: [],
      },
      pending,
    }),
  )

test('kept edits lie over what the server knows', () => {
  const visit = opened(
    { 'answer.goal': 'old', 'answer.complaint': 'x' },
    { 'answer.goal': 'new', 'answer.complaint': null },
  )
  expect(visit.fields).toEqual({ 'answer.goal': 'new' })
})

test('undo is the way back and redo the way on again, for any edits', () => {
  const edit = fc.record({
    path: fc.constantFrom('a', 'b', 'c'),
    value: fc.option(fc.record({ n: fc.integer() })),
  })
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 40 }), (edits) => {
      const start = opened({ a: { n: 0 } })
      const done = edits.reduce(
        (visit, { path, value }) => reducer(visit, fieldsRecorded({ [path]: value })),
        start,
      )
      const back = edits.reduce((visit) => reducer(visit, undone()), done)
      expect(back.fields).toEqual(start.fields)
      expect(edits.reduce((visit) => reducer(visit, redone()), back).fields).toEqual(done.fields)
    }),
  )
})

test('at least fifty steps can be undone', () => {
  let visit = opened({ a: { n: -1 } })
  for (let n = 0; n < 60; n++) visit = reducer(visit, fieldsRecorded({ a: { n } }))
  for (let i = 0; i < 50; i++) visit = reducer(visit, undone())
  expect(visit.fields.a).toEqual({ n: 9 })
})

test('letters typed without a pause are one step; a print read twice is two', () => {
  let visit = opened()
  for (const text of ['B', 'Ba', 'Bak']) visit = reducer(visit, fieldsRecorded({ 'answer.goal': text }))
  expect(visit.past).toHaveLength(1)
  expect(reducer(visit, undone()).fields).toEqual({})
  for (const n of [1, 2]) visit = reducer(visit, fieldsRecorded({ 'print.left': { n } }))
  expect(reducer(visit, undone()).fields['print.left']).toEqual({ n: 1 })
})

test('what arrives from elsewhere is laid over the open visit alone, and null takes a value away', () => {
  const visit = opened({ a: 1, b: 2 })
  const after = reducer(
    visit,
    fieldsArrived({ visitId: 'visit0000001', version: 7, fields: { a: null, c: 3 } }),
  )
  expect(after).toMatchObject({ fields: { b: 2, c: 3 }, version: 7 })
  expect(after.past).toEqual([])
  expect(reducer(after, fieldsArrived({ visitId: 'visit0000001', version: 5, fields: {} })).version).toBe(7)
  expect(reducer(visit, fieldsArrived({ visitId: 'visit0000002', fields: { a: 9 } }))).toBe(visit)
})

test('each edit, undo and redo names what it set, for the outbox to take up', () => {
  const typed = reducer(opened({ a: 1 }), fieldsRecorded({ a: 2 }))
  expect(typed.lastChange).toEqual({ a: 2 })
  const back = reducer(typed, undone())
  expect(back.lastChange).toEqual({ a: 1 })
  expect(reducer(back, redone()).lastChange).toEqual({ a: 2 })
})

test('an undo that is offered for one thing never takes back another', () => {
  const isPlanLast = (visit: VisitState) => selectIsLastStepOf('answer.plan')({ visit })
  expect(isPlanLast(opened())).toBe(false)
  const planned = reducer(
    opened(),
    fieldsRecorded({ 'answer.planPinned': ['dome'], 'answer.planBanned': [] }),
  )
  expect(isPlanLast(planned)).toBe(true)
  const pinned = reducer(planned, fieldsRecorded({ 'answer.pinnedSentences': ['hallux.left'] }))
  expect(isPlanLast(pinned)).toBe(false)
  expect(isPlanLast(reducer(pinned, undone()))).toBe(true)
})
