import { buffer } from 'node:stream/consumers'
import { getDocument, OPS, Util } from 'pdfjs-dist/legacy/build/pdf.mjs'

// every path of the first page in the paper's own coordinates, points: what a printer puts on the sheet
const document = await getDocument({ data: new Uint8Array(await buffer(process.stdin)), verbosity: 0 })
  .promise
const page = await document.getPage(1)
const { fnArray, argsArray } = await page.getOperatorList()
let matrix = [1, 0, 0, 1, 0, 0]
const kept = []
const paths = []
const lengths = [2, 2, 6, 4, 0] // numbers that follow: move, line, cubic, quadratic, close
fnArray.forEach((fn, i) => {
  const args = argsArray[i]
  if (fn === OPS.save) kept.push(matrix)
  else if (fn === OPS.restore) matrix = kept.pop() ?? matrix
  else if (fn === OPS.transform) matrix = Util.transform(matrix, args)
  else if (fn === OPS.constructPath) {
    const data = args[1]?.[0]
    if (!data) return
    const points = []
    for (let k = 0; k < data.length;) {
      const count = lengths[data[k]]
      if (count > 0) {
        const [x, y] = [data[k + count - 1], data[k + count]]
        points.push([matrix[0] * x + matrix[2] * y + matrix[4], matrix[1] * x + matrix[3] * y + matrix[5]])
      }
      k += count + 1
    }
    paths.push(points)
  }
})
process.stdout.write(JSON.stringify({ paths, pages: document.numPages, view: page.view }))
