/** A path of a drawn figure, in the inks of the page. */
export type FigurePath = {
  d: string
  fill: string
  stroke: string
  width: number
  dash?: string | undefined
}

/** The lines of one picture of a figure, inside an SVG of its own size. */
export function FigurePaths({ paths }: { paths: readonly FigurePath[] }) {
  return paths.map((p, i) => (
    <path
      key={i}
      d={p.d}
      fill={p.fill}
      stroke={p.stroke}
      strokeWidth={p.width}
      strokeDasharray={p.dash}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ))
}
