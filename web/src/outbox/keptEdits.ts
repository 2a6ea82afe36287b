import { openDB, type IDBPDatabase } from 'idb'
import type { Fields } from '@sturvo/schema'

type Kept = { visitId: string; pending: Fields }
let opened: Promise<IDBPDatabase> | undefined

function database(): Promise<IDBPDatabase> {
  opened ??= openDB('sturvo', 1, {
    upgrade: (db) => void db.createObjectStore('edits', { keyPath: 'visitId' }),
  })
  return opened
}

/** Edits that no server has answered yet; they outlive a reload, a closed lid and a lost network. */
export async function keepEdits(visitId: string, pending: Fields): Promise<void> {
  const db = await database()
  if (Object.keys(pending).length === 0) await db.delete('edits', visitId)
  else await db.put('edits', { visitId, pending } satisfies Kept)
}

export async function keptEdits(visitId: string): Promise<Fields> {
  const kept = (await (await database()).get('edits', visitId)) as Kept | undefined
  return kept?.pending ?? {}
}
