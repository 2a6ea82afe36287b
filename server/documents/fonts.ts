import { join } from 'node:path'
import pdfmake from 'pdfmake'

const fontFile = (name: string, file: string) =>
  join(__dirname, '..', '..', 'node_modules', '@fontsource', name, 'files', file)
const text = (file: string) =>
  fontFile('atkinson-hyperlegible-next', `atkinson-hyperlegible-next-latin-${file}-normal.woff`)
const heading = fontFile('bricolage-grotesque', 'bricolage-grotesque-latin-700-normal.woff')
const fonts = {
  Text: { normal: text('400'), bold: text('700'), italics: text('400'), bolditalics: text('700') },
  Heading: { normal: heading, bold: heading, italics: heading, bolditalics: heading },
}
const fontFiles = new Set(Object.values(fonts).flatMap((font) => Object.values(font)))

pdfmake.setFonts(fonts)
// nothing is fetched, and nothing is read from the disk but our own fonts
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path: string) => fontFiles.has(path))

/** The library with our fonts in it. */
export { pdfmake }
