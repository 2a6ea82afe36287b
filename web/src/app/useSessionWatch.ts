import { useEffect } from 'react'

const lookEveryMs = 4000
const channelName = 'sturvo-session'

/** Tells every other tab of this browser that nobody is signed in here any more. */
export function tellSignedOut(): void {
  if (typeof BroadcastChannel === 'undefined') return
  const channel = new BroadcastChannel(channelName)
  channel.postMessage('over')
  channel.close()
}

/**
 * Looks every few seconds whether the session still is, as long as the page is seen: one that was ended elsewhere, or a
 * role that was taken down, closes the room here too. Looking does not count as using it.
 * @param over called where it is not any more
 */
export function useSessionWatch(over: () => void): void {
  useEffect(() => {
    const look = () => {
      // what is no answer says nothing: the line may be down
      fetch('/api/session').then(
        ({ status }) => status === 401 && over(),
        () => undefined,
      )
    }
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') look()
    }, lookEveryMs)
    const seen = () => {
      if (document.visibilityState === 'visible') look()
    }
    document.addEventListener('visibilitychange', seen)
    const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(channelName)
    channel?.addEventListener('message', over)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', seen)
      channel?.close()
    }
  }, [over])
}
