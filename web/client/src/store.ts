import { openDB } from 'idb'
import type { ClientAnswer, ClientFigures, LogEntryAnswer } from '@sturvo/schema'

/** Everything the page keeps on this phone: the plan of each link, what was written, and what still has to be sent. */
type Shape = {
  links: { key: string; value: { answer: ClientAnswer; pass?: string | undefined; askedAt: string } }
  written: {
    key: [string, string]
    value: { token: string; entry: LogEntryAnswer; isSent: boolean; isRefused?: boolean }
  }
  kept: { key: string; value: unknown }
}

type Name = keyof Shape

export type Store = {
  /** false where the browser forgets everything when the page is closed */
  isLasting: boolean
  get: <N extends Name>(name: N, key: Shape[N]['key']) => Promise<Shape[N]['value'] | undefined>
  getAll: <N extends Name>(name: N) => Promise<Shape[N]['value'][]>
  getAllKeys: <N extends Name>(name: N) => Promise<Shape[N]['key'][]>
  put: <N extends Name>(name: N, value: Shape[N]['value'], key: Shape[N]['key']) => Promise<void>
  delete: <N extends Name>(name: N, key: Shape[N]['key']) => Promise<void>
}

/** On the phone; in a browser that keeps nothing, in this page only. */
export async function openStore(): Promise<Store> {
  try {
    const db = await openDB('sturvo-plan', 1, {
      upgrade(fresh) {
        fresh.createObjectStore('links')
        fresh.createObjectStore('written')
        fresh.createObjectStore('kept')
      },
    })
    // some browsers open a store and keep nothing in it
    await db.put('kept', true, 'trial')
    return {
      isLasting: true,
      get: (name, key) => db.get(name, key),
      getAll: (name) => db.getAll(name),
      getAllKeys: async (name) => (await db.getAllKeys(name)) as Shape[typeof name]['key'][],
      put: async (name, value, key) => void (await db.put(name, value, key)),
      delete: (name, key) => db.delete(name, key),
    }
  } catch {
    return storeInPage()
  }
}

function storeInPage(): Store {
  const all = new Map<string, { name: Name; key: unknown; value: unknown }>()
  const idOf = (name: Name, key: unknown) => JSON.stringify([name, key])
  const of = <N extends Name>(name: N) => [...all.values()].filter((one) => one.name === name)
  return {
    isLasting: false,
    get: (name, key) =>
      Promise.resolve(all.get(idOf(name, key))?.value as Shape[typeof name]['value'] | undefined),
    getAll: (name) => Promise.resolve(of(name).map(({ value }) => value as Shape[typeof name]['value'])),
    getAllKeys: (name) => Promise.resolve(of(name).map(({ key }) => key as Shape[typeof name]['key'])),
    put: (name, value, key) => Promise.resolve(void all.set(idOf(name, key), { name, key, value })),
    delete: (name, key) => Promise.resolve(void all.delete(idOf(name, key))),
  }
}

const mostAtOnce = 100
/** A connection that does not answer is none; what waits behind it goes on. */
const answerMs = 20_000

/** Hands the server what it has not answered yet. Used by the page, and by its worker when the network comes back. */
export async function sendWaiting(store: Store, token: string): Promise<'sent' | 'later' | 'closed'> {
  const saved = await store.get('links', token)
  for (;;) {
    const all = await store.getAll('written')
    const waiting = all
      .filter((one) => one.token === token && !one.isSent && !one.isRefused)
      .slice(0, mostAtOnce)
    if (waiting.length === 0) return 'sent'
    const answer = await post(
      token,
      saved?.pass,
      waiting.map(({ entry }) => entry),
    )
    if (answer === 'later') return 'later'
    if (answer === 'closed') return 'closed'
    if (answer === 'refused') {
      // one that cannot be kept must not hold up the others: sent one by one they are told apart
      if (waiting.length === 1) {
        await store.put('written', { ...waiting[0]!, isRefused: true }, [token, waiting[0]!.entry.id])
        continue
      }
      for (const one of waiting) {
        const single = await post(token, saved?.pass, [one.entry])
        if (single === 'later' || single === 'closed') return single
        const fate = single === 'refused' ? { isRefused: true } : { isSent: true }
        await store.put('written', { ...one, ...fate }, [token, one.entry.id])
      }
      continue
    }
    const kept = new Set(answer.kept)
    for (const one of waiting)
      if (kept.has(one.entry.id)) await store.put('written', { ...one, isSent: true }, [token, one.entry.id])
    if (!waiting.some(({ entry }) => kept.has(entry.id))) return 'later'
  }
}

async function post(
  token: string,
  pass: string | undefined,
  entries: readonly LogEntryAnswer[],
): Promise<{ kept: string[] } | 'later' | 'closed' | 'refused'> {
  try {
    const response = await fetch('/api/c/log', {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        'x-sturvo-link': token,
        ...(pass !== undefined && { 'x-sturvo-pass': pass }),
      },
      body: JSON.stringify({ entries, sentAt: new Date().toISOString() }),
      signal: AbortSignal.timeout(answerMs),
    })
    if (response.ok) return (await response.json()) as { kept: string[] }
    if (response.status === 404) return 'closed'
    return response.status === 422 || response.status === 413 ? 'refused' : 'later'
  } catch {
    return 'later'
  }
}

export type Opened =
  | { state: 'open'; answer: ClientAnswer; pass: string | undefined }
  | { state: 'closed'; contact: { practice: string; phone: string } | undefined }
  | { state: 'word'; isWrong: boolean }
  | { state: 'later' }

/** What opens a link that asks for digits: they themselves, once, and from then on the pass that this phone was given. */
export type Key = { word?: string | undefined; pass?: string | undefined }
const keyHeaders = ({ word, pass }: Key) => ({
  ...(pass !== undefined && { 'x-sturvo-pass': pass }),
  ...(word !== undefined && { 'x-sturvo-word': word }),
})

/** Asks for the plan; a connection that fails is no answer. */
export async function askPlan(token: string, key: Key): Promise<Opened> {
  try {
    const response = await fetch('/api/c/plan', {
      headers: { 'x-sturvo-link': token, ...keyHeaders(key) },
      cache: 'no-store',
      signal: AbortSignal.timeout(answerMs),
    })
    const body = (await response.json()) as unknown
    if (response.ok)
      return {
        state: 'open',
        answer: body as ClientAnswer,
        pass: response.headers.get('x-sturvo-pass') ?? undefined,
      }
    const { error, contact } = body as {
      error?: { code?: string }
      contact?: { practice: string; phone: string }
    }
    if (error?.code === 'linkWord') return { state: 'word', isWrong: key.word !== undefined }
    if (error?.code === 'linkClosed') return { state: 'closed', contact }
    return { state: 'later' }
  } catch {
    return { state: 'later' }
  }
}

export async function askFigures(token: string, key: Key): Promise<ClientFigures | undefined> {
  try {
    const response = await fetch('/api/c/figures', {
      headers: { 'x-sturvo-link': token, ...keyHeaders(key) },
      cache: 'no-store',
      signal: AbortSignal.timeout(answerMs),
    })
    return response.ok ? ((await response.json()) as ClientFigures) : undefined
  } catch {
    return undefined
  }
}
