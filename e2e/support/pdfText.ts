import { execFile } from 'node:child_process'
import { join } from 'node:path'
import { promisify } from 'node:util'

/** All words of a PDF, and its pages. The reader is an ES module, so it runs in a process of its own. */
export async function pdfText(bytes: Uint8Array): Promise<{ text: string; pages: number }> {
  const run = promisify(execFile)(process.execPath, [join(__dirname, 'printPdfText.mjs')], {
    encoding: 'utf8',
  })
  run.child.stdin?.end(bytes)
  return JSON.parse((await run).stdout) as { text: string; pages: number }
}

export type PdfWord = { text: string; x: number; y: number; width: number; height: number }
/** Where words stand on the pages of a PDF; `view` is the paper, all in points from the lower left corner. */
export async function pdfPlaces(bytes: Uint8Array): Promise<{ view: number[]; words: PdfWord[] }[]> {
  const run = promisify(execFile)(process.execPath, [join(__dirname, 'printPdfPlaces.mjs')], {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  })
  run.child.stdin?.end(bytes)
  return JSON.parse((await run).stdout) as { view: number[]; words: PdfWord[] }[]
}
