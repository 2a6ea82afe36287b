import { rmSync } from 'node:fs'
import { dirname } from 'node:path'

/** Takes the filled practice of the run away. */
export default function clearUp(): void {
  const filled = process.env.STURVO_FILLED
  if (filled) rmSync(dirname(filled), { recursive: true, force: true })
}
