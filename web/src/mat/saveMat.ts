const kept = [
  'fill',
  'fill-opacity',
  'fill-rule',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const
const pngPxPerMm = 3

/** The drawing as it is seen, on its own: colours in place of variables, at its true size in mm. */
export function svgTextOf(svg: SVGSVGElement, sizeMm: { width: number; height: number }): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const originals = [svg, ...svg.querySelectorAll('*')]
  const copies = [copy, ...copy.querySelectorAll('*')]
  copies.forEach((element, i) => {
    const style = getComputedStyle(originals[i]!)
    for (const name of kept) {
      const value = style.getPropertyValue(name)
      if (value !== '') element.setAttribute(name, value)
    }
    for (const name of ['class', 'role', 'tabindex', 'style']) element.removeAttribute(name)
  })
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', `${sizeMm.width}mm`)
  copy.setAttribute('height', `${sizeMm.height}mm`)
  return new XMLSerializer().serializeToString(copy)
}

export async function pngOf(
  svgText: string,
  sizeMm: { width: number; height: number },
  paper: string,
): Promise<Blob> {
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = sizeMm.width * pngPxPerMm
  canvas.height = sizeMm.height * pngPxPerMm
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no canvas')
  context.fillStyle = paper
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
  )
}
