import { eq } from 'drizzle-orm'
import type { Db } from '../data/database'
import { picture, recordingFile, visit } from '../data/tables'
import { Fault } from '../http/faults'

/** Which files a field points to, by the names they have in its value. */
const pictureKeys = ['pictureId', 'soleId', 'insoleId'] as const

/**
 * A field may only point to pictures and recordings of the same person: nobody's feet appear in somebody else's visit.
 * @throws Fault 422 otherFile, with the field
 */
export async function assertOwnFiles(
  tx: Db,
  personId: string,
  changes: readonly { path: string; value: unknown }[],
): Promise<void> {
  for (const { path, value } of changes) {
    if (typeof value !== 'object' || value === null) continue
    const named = value as Record<string, unknown>
    for (const key of pictureKeys) {
      const id = named[key]
      if (typeof id !== 'string') continue
      const [row] = await tx
        .select({ personId: visit.personId })
        .from(picture)
        .innerJoin(visit, eq(visit.id, picture.visitId))
        .where(eq(picture.id, id))
      if (row?.personId !== personId) throw otherFile(path, 'picture')
    }
    if (path.startsWith('recording.') && typeof named.fileId === 'string') {
      const [row] = await tx
        .select({ personId: visit.personId })
        .from(recordingFile)
        .innerJoin(visit, eq(visit.id, recordingFile.visitId))
        .where(eq(recordingFile.id, named.fileId))
      if (row?.personId !== personId) throw otherFile(path, 'recording')
    }
  }
}

function otherFile(path: string, what: string): Fault {
  return new Fault(
    422,
    'otherFile',
    `This ${what} is none of this person's. Nothing was changed: put it in again.`,
    path,
  )
}
