import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { inflateSync } from 'node:zlib'
import fontTools from 'fonteditor-core'
import pdfmake from 'pdfmake'
import { rootFolder } from '../data/places'

const fontFile = (name: string, file: string) =>
  join(rootFolder, 'node_modules', '@fontsource', name, 'files', file)
const text = (file: string) =>
  fontFile('atkinson-hyperlegible-next', `atkinson-hyperlegible-next-latin-${file}-normal.woff`)
const heading = fontFile('bricolage-grotesque', 'bricolage-grotesque-latin-700-normal.woff')
const fonts = {
  Text: { normal: text('400'), bold: text('700'), italics: text('400'), bolditalics: text('700') },
  Heading: { normal: heading, bold: heading, italics: heading, bolditalics: heading },
}
// its types leave out the store it reads fonts from
const library = pdfmake as unknown as {
  virtualfs: { writeFileSync: (name: string, content: Buffer) => void }
}

// unpacked once: the library would unpack each of them again for every document, by itself and slowly (two thirds of
// the time a page took)
for (const file of new Set(Object.values(fonts).flatMap((font) => Object.values(font))))
  library.virtualfs.writeFileSync(file, Buffer.from(unpacked(file)))

pdfmake.setFonts(fonts)
// nothing is fetched, and nothing is read from the disk
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy(() => false)

function unpacked(file: string): ArrayBuffer {
  return fontTools.woff2ttf(new Uint8Array(readFileSync(file)).buffer, {
    inflate: (deflated: number[]) => [...inflateSync(Uint8Array.from(deflated))],
  })
}

/** The library with our fonts in it. */
export { pdfmake }
