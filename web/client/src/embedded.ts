import type { PlanFile } from '@sturvo/schema'
import { unpack } from '../../src/app/packed'

/** The plan that came inside the page, where the page is a file that was handed over. */
export let embedded: PlanFile | undefined

/** Reads it before anything is shown. @throws where the file is broken or the browser too old to unpack it */
export async function readEmbedded(): Promise<void> {
  embedded = (await unpack(document.getElementById('plan')?.textContent.trim() ?? '')) as PlanFile
}
