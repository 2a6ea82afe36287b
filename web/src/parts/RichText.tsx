import type { Rich } from '@sturvo/words'

/** A sentence of the Reading: strong words strong, each side in its colour. */
export function RichText({ rich }: { rich: Rich }) {
  return (
    <>
      {rich.map((part, i) => {
        if (typeof part === 'string') return <span key={i}>{part}</span>
        if ('strong' in part) return <strong key={i}>{part.strong}</strong>
        return (
          <strong key={i} style={{ color: `var(--${part.side})` }}>
            {i === 0 ? part.side[0]!.toUpperCase() + part.side.slice(1) : part.side}
          </strong>
        )
      })}
    </>
  )
}
