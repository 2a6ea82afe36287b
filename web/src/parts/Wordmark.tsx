/** The name, its v and o in the colours of the two feet. */
export function Wordmark({ size = '1.375rem' }: { size?: string }) {
  return (
    <span
      style={{
        fontFamily: 'var(--mantine-font-family-headings)',
        fontWeight: 750,
        fontSize: size,
        color: 'var(--ink)',
        letterSpacing: '-0.02em',
      }}
    >
      st<span style={{ color: 'var(--left)' }}>u</span>rv<span style={{ color: 'var(--right)' }}>o</span>
    </span>
  )
}
