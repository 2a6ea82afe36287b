import { insertThickness } from '@sturvo/core/fit'
import { shoeProfile, svgPath } from '@sturvo/core/drawing'
import type { Shoe } from '@sturvo/core/footwear'
import type { References } from '@sturvo/core/reference'

const wallMm = 18 // sole and upper around the inside
const usualLengthMm = 285
export const usualStackMm = { heel: 20, forefoot: 12 }

export function outerLengthMm(shoe: Pick<Shoe, 'innerLengthMm'>): number {
  return shoe.innerLengthMm === undefined ? usualLengthMm : shoe.innerLengthMm + wallMm
}

/** A shoe from its outer side, heel at x = 0, standing on y = 0, in mm; dashed where its stack is not known. */
export function ShoeSide({
  shoe,
  references,
  lineMm,
}: {
  shoe: Shoe
  references: References
  lineMm: number
}) {
  const isGuessed = shoe.stackHeelMm === undefined || shoe.stackForefootMm === undefined
  const thick = insertThickness(shoe.insert, references)
  const hasInsert = shoe.insert !== undefined && shoe.insert.kind !== 'none'
  const drawn = shoeProfile({
    lengthMm: outerLengthMm(shoe),
    stackHeelMm: shoe.stackHeelMm ?? usualStackMm.heel,
    stackForefootMm: shoe.stackForefootMm ?? usualStackMm.forefoot,
    toeSpringMm: shoe.toeSpringMm,
    upper: shoe.closure,
    bendStiffness: shoe.bendStiffness,
    ...(hasInsert ? { insert: { heelMm: thick.heel, archMm: thick.arch, forefootMm: thick.forefoot } } : {}),
  })
  return (
    <g strokeLinejoin="round" strokeLinecap="round">
      <path d={svgPath(drawn.upperPath)} fill="var(--skin)" stroke="var(--ink)" strokeWidth={lineMm} />
      {hasInsert && (
        <path d={svgPath(drawn.insertPath)} fill="var(--printDeep)" opacity="0.5" stroke="none" />
      )}
      <g fill="none" stroke="var(--soft)" strokeWidth={lineMm * 0.6}>
        {drawn.lines.map((line, i) => (
          <path key={i} d={svgPath(line, false)} />
        ))}
      </g>
      <path
        d={svgPath(drawn.solePath)}
        fill="var(--print)"
        stroke="var(--ink)"
        strokeWidth={lineMm}
        {...(isGuessed ? { strokeDasharray: '6 5', fillOpacity: 0.35 } : {})}
      />
      <g fill="none" stroke="var(--ink)" strokeWidth={lineMm * 0.8}>
        {drawn.bendMark.map((mark, i) => (
          <path key={i} d={svgPath(mark, false)} />
        ))}
      </g>
    </g>
  )
}
