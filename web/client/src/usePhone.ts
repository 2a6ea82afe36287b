import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { loggedDays, type StopSign } from '@sturvo/core/followup'
import type { ClientAnswer, ClientFigures, LogEntryAnswer, PlanFile } from '@sturvo/schema'
import { newId } from '../../src/app/newId'
import { embedded } from './embedded'
import { askFigures, askPlan, openStore, sendWaiting, type Opened, type Store } from './store'

export type Phone = {
  answer: ClientAnswer
  figures: ClientFigures['figures']
  /** everything is on this phone: it works with the network off from now on */
  isReady: boolean
  /** whether anything is still here when the page is opened again */
  isLasting: boolean
  /** what was written on this phone, with what is not sent yet */
  written: readonly LogEntryAnswer[]
  waiting: number
  /** the page is a file: nothing is sent, what was written is handed back by hand */
  isFile: boolean
  /** what was not handed back yet */
  toGive: readonly LogEntryAnswer[]
  /** what was, in the last weeks */
  givenLately: readonly LogEntryAnswer[]
  given: (ids: readonly string[]) => Promise<void>
  refused: number
  /** when the practice last answered, ISO; of a file, when it was made */
  askedAt: string
  /** signs for which the plan is paused; a sign written here pauses at once, sent or not */
  stop: { signs: readonly StopSign[]; isSent: boolean } | undefined
  /** the version that was shown before, where this one is news */
  isNew: boolean
  seen: () => void
  /** @throws where the phone cannot keep it; a stop sign pauses the plan all the same */
  write: (entry: Omit<LogEntryAnswer, 'id' | 'at'>) => Promise<void>
  kept: <T>(key: string) => Promise<T | undefined>
  keep: (key: string, value: unknown) => Promise<void>
}
export type PhoneState =
  | { state: 'opening' | 'later' }
  | Extract<Opened, { state: 'closed' | 'word' }>
  | { state: 'open'; phone: Phone }

const lookAgainMs = 45_000 // with the way of an answer a stop is here within the minute
const againDays = 60

/** The token stands after the # of the address; where a home screen dropped it, the last one opened here counts. */
function tokenHere(): string {
  if (embedded) return `file:${embedded.owner}`
  const token = location.hash.slice(1)
  try {
    if (token === '') return localStorage.getItem('sturvo.link') ?? ''
    localStorage.setItem('sturvo.link', token)
  } catch {
    // a browser that keeps nothing: the address alone counts
  }
  return token
}

type Known = {
  answer: ClientAnswer
  written: { token: string; entry: LogEntryAnswer; isSent: boolean; isRefused?: boolean }[]
  /** where the page is a file: entries whose stop signs were settled */
  settled: readonly string[]
  seenVersion: number
  figures: ClientFigures | undefined
  /** when the answer was asked for, by this phone: stops written later are not in it yet */
  askedAt: string
}

export function usePhone(): { phone: PhoneState; tryAgain: () => void; giveWord: (word: string) => void } {
  const [token, setToken] = useState(tokenHere)
  const [store, setStore] = useState<Store>()
  const [known, setKnown] = useState<Known>()
  const [refusal, setRefusal] = useState<PhoneState>({ state: 'opening' })
  // stop signs that this phone could not keep
  const [loose, setLoose] = useState<readonly StopSign[]>([])
  // one after the other; one more that is asked for meanwhile is not lost, and not done twice either
  const line = useRef({ last: Promise.resolve(), waiting: '' })

  useEffect(() => {
    const moved = () => {
      setRefusal({ state: 'opening' })
      setToken(tokenHere())
    }
    addEventListener('hashchange', moved)
    void openStore().then(setStore)
    return () => removeEventListener('hashchange', moved)
  }, [])

  const current = useRef(token)
  useEffect(() => {
    current.current = token
  }, [token])

  // what was begun earlier and comes later is older: it must not stand over what was written meanwhile
  const loads = useRef({ begun: 0, shown: 0 })
  const load = useCallback(
    async (db: Store) => {
      const turn = ++loads.current.begun
      const saved = await db.get('links', token)
      const written = (await db.getAll('written')).filter((one) => one.token === token)
      const seenVersion =
        ((await db.get('kept', `${token}:seen`)) as number | undefined) ?? saved?.answer.plan.version ?? 0
      const figures = (await db.get('kept', `${token}:figures`)) as ClientFigures | undefined
      const settled = ((await db.get('kept', `${token}:settled`)) as string[] | undefined) ?? []
      if (current.current !== token) return // another link was opened meanwhile
      if (turn < loads.current.shown) return
      loads.current.shown = turn
      if (!saved) return setKnown(undefined)
      setKnown({ answer: saved.answer, written, seenVersion, figures, settled, askedAt: saved.askedAt })
    },
    [token],
  )

  /** Sends what waits, then asks for the plan; what is known stays on the screen meanwhile. */
  const bringUp = useCallback(
    async (db: Store, newWord?: string) => {
      if (embedded) {
        await takeIn(db, token, embedded)
        return load(db)
      }
      const saved = await db.get('links', token)
      // pages of before kept the digits themselves: shown once more, they are exchanged for a pass
      const former = (saved as { word?: string } | undefined)?.word
      let pass = saved?.pass
      if (saved) await sendWaiting(db, token)
      const askedAt = new Date().toISOString()
      const opened = await askPlan(token, { pass, word: newWord ?? former })
      if (opened.state === 'open') {
        if (!saved) await db.put('kept', opened.answer.plan.version, `${token}:seen`)
        pass = opened.pass
        await db.put('links', { answer: opened.answer, pass, askedAt }, token)
      } else if (opened.state === 'closed') {
        // ended or revoked: the plan leaves this phone, and what was sent with it; what could not be sent stays
        await db.delete('links', token)
        for (const what of ['figures', 'seen', 'settled']) await db.delete('kept', `${token}:${what}`)
        for (const { token: of, entry, isSent } of await db.getAll('written'))
          if (of === token && isSent) await db.delete('written', [token, entry.id])
        setRefusal(opened)
      } else if (opened.state === 'word') setRefusal(opened)
      else if (!saved) setRefusal({ state: 'later' })
      await load(db)
      // the pictures come last: the page can be used without them, and works offline once they are here
      const { plan } = (await db.get('links', token))?.answer ?? {}
      const here = (await db.get('kept', `${token}:figures`)) as ClientFigures | undefined
      if (opened.state === 'open' && plan && here?.planId !== plan.planId) {
        const figures = await askFigures(token, { pass })
        if (figures) await db.put('kept', figures, `${token}:figures`)
        await load(db)
      }
    },
    [load, token],
  )
  const refresh = useCallback(
    (db: Store, newWord?: string): Promise<void> => {
      const asked = `${token} ${newWord ?? ''}`
      if (line.current.waiting === asked) return line.current.last
      line.current.waiting = asked
      line.current.last = line.current.last.then(async () => {
        line.current.waiting = ''
        // what fails here is tried again by itself; the page goes on with what it has
        await bringUp(db, newWord).catch(() =>
          setRefusal((now) => (now.state === 'opening' ? { state: 'later' } : now)),
        )
      })
      return line.current.last
    },
    [bringUp, token],
  )

  useEffect(() => {
    if (!store) return
    const now = () => void refresh(store)
    load(store).then(now, now)
    const seen = () => document.visibilityState === 'visible' && now()
    const timer = setInterval(seen, lookAgainMs)
    addEventListener('online', now)
    document.addEventListener('visibilitychange', seen)
    return () => {
      clearInterval(timer)
      removeEventListener('online', now)
      document.removeEventListener('visibilitychange', seen)
    }
  }, [store, load, refresh])

  const kept = useCallback(
    async <T>(key: string) => (await store?.get('kept', `${token}:${key}`)) as T | undefined,
    [store, token],
  )
  const keep = useCallback(
    async (key: string, value: unknown) => {
      await store?.put('kept', value, `${token}:${key}`)
    },
    [store, token],
  )

  const phone = useMemo((): PhoneState => {
    if (!known || !store) return refusal
    const { answer, written, settled, askedAt } = known
    // the end of a link holds where nobody can be asked, too
    if (!embedded && dayHere(new Date()) > answer.until) return { state: 'closed', contact: answer.contact }
    const entries = written.map(({ entry }) => entry)
    // what was handed back may not have arrived: it can go along once more, twice does no harm
    const againFrom = new Date(Date.now() - againDays * 86_400_000).toISOString()
    const unsent = written.filter((one) => !one.isSent && !one.isRefused)
    // a file says which ones were settled, whatever the clocks say; a link has answered since
    const isNews = (one: Known['written'][number]) =>
      embedded ? !settled.includes(one.entry.id) : !one.isSent || one.entry.at > askedAt
    const here = [...new Set(written.filter(isNews).flatMap(({ entry }) => entry.stops ?? []))]
    // refused or waiting: the practice has not got it
    const isStopSent = written.every((one) => one.isSent || (one.entry.stops ?? []).length === 0)
    const signs = [...new Set([...(answer.paused?.signs ?? []), ...here, ...loose])]
    return {
      state: 'open',
      phone: {
        answer,
        figures: known.figures?.figures ?? {},
        isReady: known.figures?.planId === answer.plan.planId,
        isLasting: store.isLasting,
        written: entries,
        waiting: unsent.length,
        isFile: embedded !== undefined,
        toGive: unsent.map(({ entry }) => entry),
        givenLately: written
          .filter((one) => one.isSent && one.entry.at >= againFrom)
          .map(({ entry }) => entry),
        given: async (ids) => {
          for (const one of unsent)
            if (ids.includes(one.entry.id))
              await store.put('written', { ...one, isSent: true }, [token, one.entry.id])
          await load(store)
        },
        refused: written.filter((one) => one.isRefused).length,
        askedAt,
        stop:
          signs.length > 0 || answer.paused ? { signs, isSent: isStopSent && loose.length === 0 } : undefined,
        isNew: answer.plan.version > known.seenVersion,
        seen: () => {
          store
            .put('kept', answer.plan.version, `${token}:seen`)
            .then(() => load(store))
            .catch(() => undefined) // said once more the next time
        },
        write: async (entry) => {
          const whole: LogEntryAnswer = { ...entry, id: newId(), at: new Date().toISOString() }
          try {
            await store.put('written', { token, entry: whole, isSent: false }, [token, whole.id])
          } catch (full) {
            setLoose((before) => [...before, ...(whole.stops ?? [])])
            throw full
          }
          await load(store)
          void askBackground().catch(() => undefined)
          void refresh(store)
        },
        kept,
        keep,
      },
    }
  }, [known, refusal, store, token, loose, load, refresh, kept, keep])

  return {
    phone,
    tryAgain: () => store && void refresh(store),
    giveWord: (word) => store && void refresh(store, word),
  }
}

/** The plan of the file, unless this phone has a newer one already: an old file must not bring back an old plan. */
async function takeIn(db: Store, token: string, { answer, figures, settled }: PlanFile): Promise<void> {
  const saved = await db.get('links', token)
  const before = ((await db.get('kept', `${token}:settled`)) as string[] | undefined) ?? []
  await db.put('kept', [...new Set([...before, ...settled])], `${token}:settled`)
  if (saved && saved.answer.plan.version > answer.plan.version) return
  if (!saved) await db.put('kept', answer.plan.version, `${token}:seen`)
  await db.put('links', { answer, askedAt: answer.now }, token)
  await db.put('kept', figures, `${token}:figures`)
}

/** Some browsers send by themselves when the network is back; the others send when the page is opened again. */
async function askBackground(): Promise<void> {
  const registration: unknown = await navigator.serviceWorker?.getRegistration()
  const { sync } = (registration ?? {}) as { sync?: { register: (tag: string) => Promise<void> } }
  await sync?.register('log').catch(() => undefined)
}

/** What is known of a day: from this phone, and that it was written at all from the server. */
export function dayWritten(phone: Phone, day: string) {
  return loggedDays(phone.written).find((d) => d.day === day)
}

/** YYYY-MM-DD here, wherever that is. */
export function dayHere(now: Date): string {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}
