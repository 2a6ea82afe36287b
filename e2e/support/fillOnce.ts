import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPractice } from './startPractice'

/** Fills the made-up practice once for all files of a run; each then works on a copy of its own. */
export default async function fillOnce(): Promise<void> {
  process.env.STURVO_FILLED = join(mkdtempSync(join(tmpdir(), 'sturvo-e2e-')), 'filled')
  await (await startPractice()).stop()
}
