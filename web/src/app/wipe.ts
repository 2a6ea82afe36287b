const keptForTheEye = ['mantine-color-scheme-value'] // light or dark says nothing about anybody

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
