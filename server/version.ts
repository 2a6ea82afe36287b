import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { rootFolder } from './data/places'

const manifest = JSON.parse(readFileSync(join(rootFolder, 'package.json'), 'utf8')) as { version: string }
/** Kept with every visit, so that a later reader knows which core read it. */
export const coreVersion = manifest.version
