/** Stacked stones: a caution lies here. */
export function Cairn({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <g fill="var(--oxide)">
        <path d="M3 21c-1-3 3-5 9-5s10 2 9 5c-.500 1.500-17.500 1.500-18 0z" />
        <path d="M6 14.500c-.800-2.500 2-4.200 6-4.200s6.800 1.500 6 4.200c-.500 1.400-11.500 1.400-12 0z" />
        <path d="M9 8.600c-.600-2.200 1-4 3.200-4s3.600 1.700 2.900 4c-.400 1.200-5.700 1.200-6.100 0z" />
      </g>
    </svg>
  )
}
