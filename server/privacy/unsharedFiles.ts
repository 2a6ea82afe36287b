import { eq } from 'drizzle-orm'
import type { Db } from '../data/database'
import { picture, recordingFile } from '../data/tables'

/** Files that no row points to any more. */
export async function unsharedFiles(
  tx: Db,
  { pictures, recordings }: { pictures: string[]; recordings: string[] },
): Promise<string[]> {
  const free: string[] = []
  for (const hash of pictures)
    if ((await tx.$count(picture, eq(picture.hash, hash))) === 0) free.push(`pictures/${hash}.png`)
  for (const hash of recordings)
    if ((await tx.$count(recordingFile, eq(recordingFile.hash, hash))) === 0)
      free.push(`recordings/${hash}.csv.gz`)
  return free
}
