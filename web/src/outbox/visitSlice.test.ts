import fc from 'fast-check'
import {
  fieldsRecorded,
  redone,
  sendAnswered,
  sendFailed,
  undone,
  visitOpened,
  visitSlice,
  clashDecided,
  clashMet,
  sendRefused,
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
  expect(visit.save).toBe('saving')
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

test('an answer takes away what was sent, objects too, and keeps what was typed since', () => {
  let visit = reducer(
    opened(),
    fieldsRecorded({ 'shoe.shoe00000001': { name: 'boot' }, 'answer.goal': 'one' }),
  )
  const sent = { ...visit.pending }
  visit = reducer(visit, fieldsRecorded({ 'answer.goal': 'two' }))
  visit = reducer(
    visit,
    sendAnswered({ sent, version: 4, fields: { 'answer.complaint': 'theirs', 'answer.goal': 'not this' } }),
  )
  expect(visit.pending).toEqual({ 'answer.goal': 'two' })
  expect(visit.fields).toMatchObject({ 'answer.goal': 'two', 'answer.complaint': 'theirs' })
  expect(visit).toMatchObject({ version: 4, save: 'saving' })
  expect(reducer(visit, sendAnswered({ sent: visit.pending, version: 5, fields: {} })).save).toBe('saved')
})

test('without the server it waits and loses nothing', () => {
  const visit = reducer(reducer(opened(), fieldsRecorded({ 'answer.goal': 'kept' })), sendFailed())
  expect(visit).toMatchObject({ save: 'waiting', pending: { 'answer.goal': 'kept' } })
  expect(reducer(visit, fieldsRecorded({ 'answer.complaint': 'more' })).save).toBe('waiting')
})

test('a clash is decided for mine or for theirs', () => {
  const typed = reducer(opened({ a: 1 }), fieldsRecorded({ a: 2 }))
  const clash = reducer(typed, clashMet({ version: 9, clashes: [{ path: 'a', yours: 2, theirs: 3 }] }))
  expect(clash).toMatchObject({ save: 'clash', version: 9 })
  expect(reducer(clash, clashDecided('theirs'))).toMatchObject({
    fields: { a: 3 },
    pending: {},
    save: 'saved',
  })
  expect(reducer(clash, clashDecided('mine'))).toMatchObject({
    fields: { a: 2 },
    pending: { a: 2 },
    save: 'saving',
  })
})

test('a refused field is not sent again, and its sentence is shown', () => {
  const visit = reducer(
    reducer(opened(), fieldsRecorded({ a: 1, b: 2 })),
    sendRefused({ path: 'a', message: 'No.' }),
  )
  expect(visit).toMatchObject({ pending: { b: 2 }, refused: 'No.', save: 'saving' })
})
