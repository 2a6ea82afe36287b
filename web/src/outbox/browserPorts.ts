import { sessionSchema } from '@sturvo/schema'
import { rememberCsrf } from '../app/csrf'
import { editStore } from './editStore'
import type { OutboxPorts, TabWord } from './outboxDriver'
import { sendChanges } from './sendChanges'

const channelName = 'sturvo-outbox'

/** The browser as the outbox sees it: its store, its network, its other tabs. */
export function browserPorts(heard: (event: TabWord) => void): OutboxPorts {
  const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(channelName)
  channel?.addEventListener('message', ({ data }: MessageEvent<TabWord>) => heard(data))
  // what cannot be read is no event of ours
  channel?.addEventListener('messageerror', () => undefined)
  return {
    store: editStore,
    send: sendChanges,
    renew,
    tell: (event) => channel?.postMessage(event),
    lead: (begin) => {
      if (!('locks' in navigator)) return begin() // an old browser: every tab sends its own
      void navigator.locks
        .request(channelName, () => {
          begin()
          return new Promise<never>(() => undefined) // until the tab ends
        })
        .catch(begin)
    },
    now: Date.now,
    chance: Math.random,
    later: (act, ms) => {
      const timer = setTimeout(act, ms)
      return () => clearTimeout(timer)
    },
  }
}

async function renew(): Promise<{ accountId: string } | undefined> {
  const response = await fetch('/api/session')
  if (response.status === 401) return undefined
  const session = sessionSchema.parse(await response.json())
  rememberCsrf(session.csrf)
  return { accountId: session.account.id }
}
