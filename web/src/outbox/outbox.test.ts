import { configureStore } from '@reduxjs/toolkit'

const kept: Record<string, unknown> = {}
jest.mock('./keptEdits', () => ({
  keepEdits: (visitId: string, pending: unknown) => {
    kept[visitId] = pending
    return Promise.resolve()
  },
}))
import { outboxMiddleware } from './outboxMiddleware'
import { fieldsRecorded, visitOpened, visitSlice } from './visitSlice'

type Sent = { version: string; changes: { path: string; value: unknown }[] }
const sent: Sent[] = []
let answer: (body: Sent) => Promise<{ ok: boolean; status: number; json: () => Promise<unknown> }>

beforeEach(() => {
  sent.length = 0
  let version = 0
  answer = () =>
    Promise.resolve({
      ok: true,
      status: 200,
      json: () => Promise.resolve({ version: ++version, fields: {} }),
    })
  globalThis.fetch = ((_url: string, init: { headers: Headers; body: string }) => {
    const body = {
      version: init.headers.get('if-match') ?? '',
      ...(JSON.parse(init.body) as { changes: Sent['changes'] }),
    }
    sent.push(body)
    return answer(body)
  }) as unknown as typeof fetch
})

function openStore() {
  const store = configureStore({
    reducer: { visit: visitSlice.reducer },
    middleware: (standard) => standard().prepend(outboxMiddleware.middleware),
  })
  store.dispatch(
    visitOpened({
      visit: {
        id: 'visit0000001',
        personId: 'person000001',
        startedOn: '2026-05-04',
        version: 0,
        referencesVersion: 0,
        fields: {},
        unreadable: [],
      },
      pending: {},
    }),
  )
  return store
}
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
async function settled(store: ReturnType<typeof openStore>): Promise<void> {
  for (let i = 0; i < 200 && store.getState().visit.save !== 'saved'; i++) await later(20)
}

test('edits made together go out together, with the version known here', async () => {
  const store = openStore()
  store.dispatch(fieldsRecorded({ 'answer.goal': 'a' }))
  store.dispatch(fieldsRecorded({ 'shoe.shoe00000001': { name: 'boot' } }))
  await settled(store)
  expect(sent).toHaveLength(1)
  expect(sent[0]!.changes.map((c) => c.path)).toEqual(['answer.goal', 'shoe.shoe00000001'])
  expect(store.getState().visit).toMatchObject({ save: 'saved', version: 1, pending: {} })
  expect(kept.visit0000001).toEqual({})
})

test('an edit made while another is on its way follows with the new version', async () => {
  const quick = answer
  answer = async (body) => {
    await later(300)
    return quick(body)
  }
  const store = openStore()
  for (let n = 0; n < 6; n++) {
    store.dispatch(fieldsRecorded({ 'shoe.shoe00000001': { name: `boot ${n}` } }))
    await later(170)
  }
  await settled(store)
  expect(store.getState().visit).toMatchObject({ save: 'saved', pending: {} })
  expect(sent[sent.length - 1]!.changes).toEqual([{ path: 'shoe.shoe00000001', value: { name: 'boot 5' } }])
  expect(sent.map((s) => s.version)).toEqual(sent.map((_, i) => `"${i}"`))
})

test('while the server is away edits wait in the browser', async () => {
  answer = () => Promise.reject(new Error('no network'))
  const store = openStore()
  store.dispatch(fieldsRecorded({ 'answer.goal': 'kept' }))
  await later(600)
  expect(store.getState().visit.save).toBe('waiting')
  expect(kept.visit0000001).toEqual({ 'answer.goal': 'kept' })
})
