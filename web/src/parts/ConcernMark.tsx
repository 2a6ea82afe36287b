import type { Concern } from '@sturvo/core/reading'

const wordOf: Record<Concern, string> = { fine: 'fine', watch: 'watch', work: 'needs work' }

/** Ring, half-filled ring or disc; the word stands with it, never colour alone. */
export function ConcernMark({ concern }: { concern: Concern }) {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" role="img" aria-label={wordOf[concern]}>
      <title>{wordOf[concern]}</title>
      <circle
        cx="9"
        cy="9"
        r="7"
        fill={concern === 'work' ? 'currentColor' : 'none'}
        stroke="currentColor"
        strokeWidth="1.8"
      />
      {concern === 'watch' && <path d="M9 2a7 7 0 0 1 0 14z" fill="currentColor" />}
    </svg>
  )
}
