import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { rearLeg, rearShoe, svgPath } from '@sturvo/core/drawing'
import { baseOfShoe, type BaseReading } from '@sturvo/core/ground'
import type { Point } from '@sturvo/core/geometry'
import { medialSignImage, sides, type Side } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import { useVisitReading } from '../visitContext'
import classes from './Ground.module.css'

const columnMm = 128
const heightMm = 268
const groundMm = 230
const usualHeelMm = 63
const usualLengthMm = 252

/** From behind, to scale: the line of the leg over what it stands on, barefoot and in each shoe. */
export function GroundPanel() {
  const { reading } = useVisitReading()
  const { shoes } = reading
  const [asked, setAsked] = useState<Side>()
  const needed =
    sides.find((side) => shoes.needsBase[side] && shoes.legs[side]) ?? sides.find((side) => shoes.legs[side])
  const side = asked ?? needed ?? 'left'
  const leg = shoes.legs[side]
  if (!sides.some((s) => shoes.legs[s]))
    return (
      <div className={classes.missing}>
        <p>
          The line of the leg is missing. The photo from behind gives it, or a plumb line: how far inwards of
          the middle of the heel it falls.
        </p>
      </div>
    )
  const columns: Column[] = [
    { key: 'barefoot', name: 'barefoot', base: shoes.barefoot[side], shoe: undefined },
    ...shoes.shoes
      .filter((s) => !s.reading.shoe.isRetired)
      .map((s) => ({
        key: s.reading.shoe.id,
        name: s.reading.shoe.name,
        base: s.bases[side],
        shoe: baseOfShoe(s.reading.shoe),
        isBoot: s.reading.shoe.closure === 'boot',
      })),
  ]
  return (
    <div className={classes.panel}>
      <div className={classes.tools}>
        <SegmentedControl
          size="xs"
          aria-label="Which leg"
          value={side}
          onChange={(value) => setAsked(value === 'left' ? 'left' : 'right')}
          data={[
            { value: 'left', label: '● left' },
            { value: 'right', label: 'right ■' },
          ]}
        />
        <span className={classes.soft}>
          seen from behind · inner side {medialSignImage(side) > 0 ? 'right' : 'left'} · dashed: line of the
          leg
        </span>
      </div>
      <div className={classes.scroll}>
        <svg
          viewBox={`0 0 ${columns.length * columnMm} ${heightMm}`}
          style={{ minWidth: columns.length * 150 }}
          role="img"
          aria-label={`The ${side} leg from behind: ${columns.map(sentence).join('; ')}`}
        >
          <path d={`M0 ${groundMm}H${columns.length * columnMm}`} stroke="var(--ink)" strokeWidth="1" />
          {columns.map((column, i) => (
            <g key={column.key} transform={`translate(${(i + 0.5) * columnMm} ${groundMm})`}>
              <Column side={side} column={column} leg={leg} />
            </g>
          ))}
        </svg>
      </div>
    </div>
  )
}

type Column = {
  key: string
  name: string
  base: BaseReading | undefined
  shoe: ReturnType<typeof baseOfShoe>
  isBoot?: boolean | undefined
}

function sentence({ name, base }: Column): string {
  return base ? `${name} margin ${num(base.marginMm, 0)} mm` : `${name} base not known`
}

function Column({
  side,
  column,
  leg,
}: {
  side: Side
  column: Column
  leg: { atFootMm: number; leanDeg: number } | undefined
}) {
  const { facts, reading } = useVisitReading()
  const { base, shoe } = column
  // from behind, a left foot's inner side lies right, as from above
  const sign = medialSignImage(side)
  const stackMm = shoe?.stackMm ?? 0
  const heelWidthMm = facts.feet[side].numbers.heelWidth ?? usualHeelMm
  const drawn =
    leg &&
    rearLeg({
      lengthMm: reading.look[side].lengthMm ?? usualLengthMm,
      heelWidthMm,
      loadLineMm: leg.atFootMm,
      leanDeg: leg.leanDeg,
    })
  const up = (p: Point): Point => ({ x: p.x * sign, y: -p.y - stackMm })
  const flat = (p: Point): Point => ({ x: p.x * sign, y: -p.y })
  const back =
    shoe &&
    rearShoe({
      baseWidthMm: shoe.halfWidthMm * 2,
      flareMm: shoe.flareMm,
      stackMm: shoe.stackMm,
      insideMm: heelWidthMm,
      collar: column.isBoot ? 'ankle' : 'low',
      ...(drawn && { legAt: drawn.middleAt }),
    })
  const isBeside = base !== undefined && base.marginMm < 0
  return (
    <g>
      {back && (
        <g stroke="var(--ink)" strokeLinejoin="round">
          <path d={svgPath(back.soleMm.map(flat))} fill="var(--print)" strokeWidth="1" />
          <path d={svgPath(back.treadMm.map(flat), false)} fill="none" strokeWidth="0.7" />
        </g>
      )}
      {drawn && (
        <g stroke={`var(--${side})`} strokeLinecap="round" strokeLinejoin="round">
          <path d={svgPath(drawn.skinMm.map(up), false)} fill="var(--skin)" strokeWidth="1.3" />
          {drawn.linesMm.map((line, i) => (
            <path
              key={i}
              d={svgPath(line.map(up), false)}
              fill="none"
              strokeWidth="0.7"
              strokeOpacity="0.55"
            />
          ))}
        </g>
      )}
      {back && (
        <g stroke="var(--ink)" strokeLinecap="round" strokeLinejoin="round">
          <path
            d={svgPath(back.counterMm.map(flat))}
            fill="var(--print)"
            fillOpacity="0.3"
            strokeWidth="0.9"
          />
          <path
            d={svgPath(back.heelCapMm.map(flat))}
            fill="var(--print)"
            fillOpacity="0.35"
            strokeWidth="0.6"
          />
          {back.linesMm.map((line, i) => (
            <path key={i} d={svgPath(line.map(flat), false)} fill="none" strokeWidth="0.6" />
          ))}
        </g>
      )}
      {base && drawn && (
        <>
          <path
            d={svgPath([flat({ x: base.loadLineMm, y: 0 }), up(drawn.legMm[1]!)], false)}
            fill="none"
            stroke={isBeside ? 'var(--oxide)' : 'var(--act)'}
            strokeWidth="1.3"
            strokeDasharray="4 2.5"
          />
          {/* the margin on the ground, from the inner edge of the base to the line of the leg */}
          <path
            d={`M${base.innerEdgeMm * sign} 3V10M${base.loadLineMm * sign} 3V10M${base.innerEdgeMm * sign} 6.5H${base.loadLineMm * sign}`}
            stroke={isBeside ? 'var(--oxide)' : 'var(--act)'}
            strokeWidth="1.4"
          />
        </>
      )}
      <text y="22" textAnchor="middle" fontSize="9.5" fontWeight="700" fill="var(--ink)">
        {column.name.length > 22 ? `${column.name.slice(0, 21)}…` : column.name}
      </text>
      <text y="33" textAnchor="middle" fontSize="9" fill={isBeside ? 'var(--oxide)' : 'var(--soft)'}>
        {base
          ? isBeside
            ? `${num(-base.marginMm, 0)} mm beside its base`
            : `${num(base.marginMm, 0)} mm to spare`
          : 'base not measured'}
      </text>
    </g>
  )
}
