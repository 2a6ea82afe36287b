const keptForTheEye = ['mantine-color-scheme-value'] // light or dark says nothing about anybody

/** Entries of a client's page in this browser that no server has answered: whoever signs out may not know of them. */
export async function unsentOfClients(): Promise<number> {
  const { openDB } = await import('idb')
  const names = 'databases' in indexedDB ? (await indexedDB.databases()).map(({ name }) => name) : []
  if (!names.includes('sturvo-plan')) return 0
  const db = await openDB('sturvo-plan')
  try {
    if (!db.objectStoreNames.contains('written')) return 0
    const written = (await db.getAll('written')) as { isSent: boolean; isRefused?: boolean }[]
    return written.filter((one) => !one.isSent && !one.isRefused).length
  } finally {
    db.close()
  }
}

/**
 * Takes away everything Sturvo stored in this browser: unsent edits, drafts, what pages remembered, files kept for the
 * client's page. Asked about first; nothing brings it back.
 */
export async function wipeBrowser(): Promise<void> {
  const kept = keptForTheEye.map((key) => [key, localStorage.getItem(key)] as const)
  localStorage.clear()
  sessionStorage.clear()
  for (const [key, value] of kept) if (value !== null) localStorage.setItem(key, value)
  const names = 'databases' in indexedDB ? (await indexedDB.databases()).map(({ name }) => name) : ['sturvo']
  await Promise.all(
    names.map(
      (name) =>
        new Promise<void>((done) => {
          if (name === undefined) return done()
          const gone = indexedDB.deleteDatabase(name)
          // a page that holds it lets go when it is closed
          gone.onsuccess = gone.onerror = gone.onblocked = () => done()
        }),
    ),
  )
  if ('caches' in window) for (const name of await caches.keys()) await caches.delete(name)
}
