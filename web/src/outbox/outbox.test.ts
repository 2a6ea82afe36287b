import { configureStore } from '@reduxjs/toolkit'
import { api } from '../app/api'
import type { Answer, KeptEdit } from './edit'
import { createOutbox } from './outboxMiddleware'
import type { OutboxPorts } from './outboxDriver'
import type { Batch } from './outboxMachine'
import { sendChanges } from './sendChanges'
import { fieldsRecorded, undone, visitOpened, visitSlice } from './visitSlice'

const visitId = 'visit0000001'
/** what the store waits for before it has something */
let held: Promise<void> | undefined
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

function openStore(
  answer: (batch: Batch) => Promise<Answer>,
  kept: KeptEdit[] = [],
  broken?: 'refuses' | 'silent',
) {
  const sent: Batch[] = []
  const store = new Map<string, KeptEdit>(kept.map((edit) => [edit.path, edit]))
  const refuse = () =>
    broken === 'silent' ? new Promise<never>(() => undefined) : Promise.reject(new Error('no store'))
  const ports: OutboxPorts = {
    store: broken
      ? { all: refuse, put: refuse, remove: refuse }
      : {
          all: () => Promise.resolve([...store.values()]),
          put: async (edit) => {
            await held
            store.set(edit.path, edit)
          },
          remove: (edit) => Promise.resolve(void store.delete(edit.path)),
        },
    send: (batch) => {
      sent.push(batch)
      return answer(batch)
    },
    renew: () => Promise.resolve({ accountId: 'ilse' }),
    tell: () => undefined,
    lead: (begin) => begin(),
    now: Date.now,
    chance: () => 0.5,
    later: (act, ms) => {
      const timer = setTimeout(act, ms)
      return () => clearTimeout(timer)
    },
  }
  const outbox = createOutbox(() => ports)
  const page = configureStore({
    reducer: { visit: visitSlice.reducer, [api.reducerPath]: api.reducer },
    middleware: (standard) => standard().prepend(outbox.middleware).concat(api.middleware),
  })
  outbox.driver.happened({ type: 'signedIn', accountId: 'ilse' })
  page.dispatch(
    visitOpened({
      visit: {
        id: visitId,
        personId: 'person000001',
        startedOn: '2026-05-04',
        version: 0,
        referencesVersion: 0,
        fields: {},
        planInForce: [],
        unreadable: [],
      },
      pending: outbox.pendingOf(visitId, 0),
    }),
  )
  const settled = async () => {
    for (let i = 0; i < 200 && page.getState().visit.outbox.save !== 'saved'; i++) await later(20)
  }
  return { page, outbox, sent, store, settled }
}

let version = 0
const writes = (): Promise<Answer> => Promise.resolve({ kind: 'written', version: ++version, fields: {} })
beforeEach(() => {
  version = 0
  held = undefined
})

test('edits made together go out together, and are kept no longer than that', async () => {
  const { page, sent, store, settled } = openStore(writes)
  page.dispatch(fieldsRecorded({ 'answer.goal': 'a' }))
  page.dispatch(fieldsRecorded({ 'shoe.shoe00000001': { name: 'boot' } }))
  expect(page.getState().visit.outbox).toMatchObject({ save: 'saving', waiting: 2 })
  await settled()
  expect(sent.map((b) => b.edits.map((e) => e.path))).toEqual([['answer.goal', 'shoe.shoe00000001']])
  expect(page.getState().visit).toMatchObject({ version: 1, outbox: { save: 'saved', waiting: 0 } })
  expect(store.size).toBe(0)
})

test('an edit made while another is on its way follows on the new version', async () => {
  const { page, sent, settled } = openStore(async () => {
    await later(250)
    return writes()
  })
  for (let n = 0; n < 5; n++) {
    page.dispatch(fieldsRecorded({ 'shoe.shoe00000001': { name: `boot ${n}` } }))
    await later(170)
  }
  await settled()
  expect(sent.at(-1)!.edits[0]!.value).toEqual({ name: 'boot 4' })
  expect(sent.map((b) => b.version)).toEqual(sent.map((_, i) => i))
})

test('undo is an edit like any other', async () => {
  const { page, sent, settled } = openStore(writes)
  page.dispatch(fieldsRecorded({ 'answer.goal': 'a' }))
  await settled()
  page.dispatch(undone())
  await settled()
  expect(sent.at(-1)!.edits).toMatchObject([{ path: 'answer.goal', value: null }])
})

test('what others wrote meanwhile is shown, but not over a field that is being typed', async () => {
  const { page, settled } = openStore(() =>
    Promise.resolve({ kind: 'written', version: 5, fields: { 'answer.complaint': 'theirs' } }),
  )
  page.dispatch(fieldsRecorded({ 'answer.goal': 'mine' }))
  await settled()
  expect(page.getState().visit.fields).toEqual({ 'answer.goal': 'mine', 'answer.complaint': 'theirs' })
})

test('edits of an earlier page appear in the visit and are sent on the version they were typed on', async () => {
  const kept: KeptEdit = {
    id: 'edit00000001',
    visitId,
    path: 'answer.goal',
    value: 'kept',
    base: 0,
    by: 'ilse',
    at: 1,
    replaces: [],
  }
  const { page, sent, settled } = openStore(writes, [
    kept,
    { ...kept, id: 'edit00000002', path: 'answer.complaint', by: 'bram' },
  ])
  await later(30)
  expect(page.getState().visit.fields).toEqual({ 'answer.goal': 'kept' })
  await settled()
  expect(sent[0]!.edits).toMatchObject([{ id: 'edit00000001', base: 0 }])
  expect(page.getState().visit.outbox.ofOthers).toHaveLength(1)
})

test('a visit that was read before an edit was written, and came after it, is shown with it', async () => {
  const { page, outbox, settled } = openStore(writes)
  page.dispatch(fieldsRecorded({ 'answer.goal': 'mine' }))
  await settled()
  expect(outbox.pendingOf(visitId, 0)).toEqual({ 'answer.goal': 'mine' })
  // one that was read since may have what a colleague wrote over it
  expect(outbox.pendingOf(visitId, 1)).toEqual({})
  expect(outbox.pendingOf('visit0000002', 0)).toEqual({})
})

test('nothing is called saved before the store was looked into, nor kept before it is', async () => {
  const { page } = openStore(() => Promise.resolve({ kind: 'unreachable' }))
  const save = () => page.getState().visit.outbox.save
  expect(save()).toBe('looking')
  await later(5)
  expect(save()).toBe('saved')
  let kept: () => void = () => undefined
  const asked = new Promise<void>((resolve) => (kept = resolve))
  held = asked
  page.dispatch(fieldsRecorded({ 'answer.goal': 'a' }))
  await later(500)
  expect(save()).toBe('saving')
  kept()
  await later(20)
  expect(save()).toBe('waiting')
})

test('a store that never answers keeps nobody waiting for it', async () => {
  jest.useFakeTimers()
  const { page } = openStore(writes, [], 'silent')
  const save = () => page.getState().visit.outbox.save
  await jest.advanceTimersByTimeAsync(4900)
  expect(save()).toBe('looking')
  await jest.advanceTimersByTimeAsync(200)
  expect(save()).toBe('saved')
  jest.useRealTimers()
})

test('a browser that keeps nothing sends all the same and says what that means', async () => {
  const { page, sent, settled } = openStore(
    async () => {
      await later(100)
      return writes()
    },
    [],
    'refuses',
  )
  page.dispatch(fieldsRecorded({ 'answer.goal': 'a' }))
  await later(50)
  expect(page.getState().visit.outbox.save).toBe('memoryOnly')
  await settled()
  expect(sent).toHaveLength(1)
})

describe('what an answer of the server means', () => {
  const batch: Batch = { visitId, version: 4, edits: [] }
  const answering = (status: number, body: unknown = {}, headers: Record<string, string> = {}) => {
    globalThis.fetch = (() =>
      Promise.resolve({
        ok: status < 400,
        status,
        headers: new Headers(headers),
        json: () => Promise.resolve(body),
      })) as unknown as typeof fetch
    return sendChanges(batch)
  }
  const error = (code: string, path = '') => ({ error: { code, message: 'A sentence.', path } })
  test.each([
    [200, { version: 5, fields: {} }, { kind: 'written', version: 5 }],
    [401, error('signedOut'), { kind: 'signedOut' }],
    [403, error('badToken'), { kind: 'staleToken' }],
    [403, error('notYourField', 'answer.planPace'), { kind: 'refused', path: 'answer.planPace' }],
    [404, error('notFound'), { kind: 'gone' }],
    [409, { ...error('conflict'), version: 6, clashes: [] }, { kind: 'clash', version: 6 }],
    [413, error('tooLarge'), { kind: 'tooLarge' }],
    [422, error('badValue', 'answer.goal'), { kind: 'refused', path: 'answer.goal', message: 'A sentence.' }],
    [428, error('noVersion', 'If-Match'), { kind: 'refused', path: 'If-Match' }],
    [429, error('tooMany'), { kind: 'unreachable' }],
    [500, error('defect'), { kind: 'unreachable' }],
    [502, undefined, { kind: 'unreachable' }],
  ])('%i is %j', async (status, body, answer) => {
    expect(await answering(status, body)).toMatchObject(answer)
  })
  test('how long to wait is taken from the server', async () => {
    expect(await answering(503, error('busy'), { 'retry-after': '7' })).toEqual({
      kind: 'unreachable',
      retryAfterMs: 7000,
    })
  })
  test('no answer at all is no network', async () => {
    globalThis.fetch = () => Promise.reject(new Error('no network'))
    expect(await sendChanges(batch)).toEqual({ kind: 'unreachable' })
  })
})
