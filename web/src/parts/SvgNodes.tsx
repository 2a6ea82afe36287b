import { createElement, type ReactElement } from 'react'
import type { SvgNode } from '@sturvo/pages/feetPage'

/** A drawing made as data, shown as elements. */
export function SvgNodes({ of, className }: { of: SvgNode; className?: string | undefined }): ReactElement {
  const { tag, attributes, children } = of
  const named = Object.fromEntries(
    Object.entries(attributes).map(([name, value]) => [reactName(name), value]),
  )
  return createElement(
    tag,
    className === undefined ? named : { ...named, className },
    ...children.map((child, i) => (typeof child === 'string' ? child : <SvgNodes key={i} of={child} />)),
  )
}

/** stroke-width → strokeWidth; view boxes and namespaces stay as they are. */
function reactName(name: string): string {
  return name.replaceAll(/-([a-z])/g, (_, letter: string) => letter.toUpperCase())
}
