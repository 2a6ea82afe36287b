/** One element of a drawing that is made once and shown as elements, as a file and on paper. */
export type SvgNode = {
  tag: 'svg' | 'g' | 'path' | 'line' | 'rect' | 'circle' | 'ellipse' | 'text' | 'title'
  attributes: Record<string, string | number>
  children: readonly (SvgNode | string)[]
}

export function node(
  tag: SvgNode['tag'],
  attributes: SvgNode['attributes'] = {},
  ...children: (SvgNode | string)[]
): SvgNode {
  return { tag, attributes, children }
}

/** The drawing as a file. Attributes are in the spelling of SVG. */
export function svgText({ tag, attributes, children }: SvgNode): string {
  const written = Object.entries(attributes)
    .map(([name, value]) => ` ${name}="${escaped(String(value))}"`)
    .join('')
  const inside = children.map((c) => (typeof c === 'string' ? escaped(c) : svgText(c))).join('')
  return inside === '' ? `<${tag}${written}/>` : `<${tag}${written}>${inside}</${tag}>`
}

function escaped(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
}
