import { openDB, type IDBPDatabase, type IDBPTransaction } from 'idb'
import { newId } from '../app/newId'
import { isLater, type KeptEdit } from './edit'
import type { OutboxPorts } from './outboxDriver'

const placeOf = ({ by, visitId, path }: Pick<KeptEdit, 'by' | 'visitId' | 'path'>) => [by, visitId, path]
/** Edits of a page from before authors were kept: they wait to be saved as a file, under nobody's name. */
const unknownAuthor = ''

let opened: Promise<IDBPDatabase> | undefined

function database(): Promise<IDBPDatabase> {
  opened ??= openDB('sturvo', 2, {
    upgrade: (db, oldVersion, _newVersion, transaction) => {
      db.createObjectStore('fields', { keyPath: ['by', 'visitId', 'path'] })
      if (oldVersion === 1) void moveOldEdits(db, transaction)
    },
    // another page with newer code wants the store: this one lets go of it
    blocking: (_current, _wanted, event) => (event.target as IDBDatabase).close(),
    terminated: () => {
      opened = undefined
    },
  }).catch((error: unknown) => {
    opened = undefined // the next edit tries anew
    throw error
  })
  return opened
}

type Upgrade = IDBPTransaction<unknown, string[], 'versionchange'>

/** Before, one record held all edits of a visit. */
async function moveOldEdits(db: IDBPDatabase, transaction: Upgrade): Promise<void> {
  const records = (await transaction.objectStore('edits').getAll()) as {
    visitId: string
    pending: Record<string, unknown>
  }[]
  for (const { visitId, pending } of records)
    for (const [path, value] of Object.entries(pending))
      await transaction.objectStore('fields').put({
        id: newId(),
        visitId,
        path,
        value,
        base: 0,
        by: unknownAuthor,
        at: 0,
        replaces: [],
      } satisfies KeptEdit)
  db.deleteObjectStore('edits')
}

/** Edits that no server has answered yet; they outlive a reload, a closed lid and a lost network. */
export const editStore: OutboxPorts['store'] = {
  all: async () => (await (await database()).getAll('fields')) as KeptEdit[],
  put: async (edit) => {
    const transaction = (await database()).transaction('fields', 'readwrite')
    const kept = (await transaction.store.get(placeOf(edit))) as KeptEdit | undefined
    // another tab may have typed it later; what that one knows of this edit it has merged
    if (!kept || !isLater(kept, edit)) await transaction.store.put(edit)
    await transaction.done
  },
  remove: async (edit) => {
    const transaction = (await database()).transaction('fields', 'readwrite')
    const kept = (await transaction.store.get(placeOf(edit))) as KeptEdit | undefined
    // another tab may have typed it anew meanwhile
    if (kept?.id === edit.id) await transaction.store.delete(placeOf(edit))
    await transaction.done
  },
}
