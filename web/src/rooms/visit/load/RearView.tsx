import { useMemo } from 'react'
import { rigidRear, svgPath } from '@sturvo/core/drawing'
import type { Side } from '@sturvo/core/side'
import type { RigidAnswer } from '@sturvo/core/tripod'
import { num } from '@sturvo/words'
import type { Setting } from './simulatorSetting'

type RearViewProps = {
  side: Side
  setting: Setting
  answer: RigidAnswer
  heelWidthMm: number
  firstRayMm: number
}

/** The foot from behind: what hangs in the air, what rolls, where the knee goes. */
export function RearView({ side, setting, answer, heelWidthMm, firstRayMm }: RearViewProps) {
  const rollDeg = setting.isRolled ? answer.rollDeg : 0
  const drawn = useMemo(
    () =>
      rigidRear({
        ballWidthMm: setting.ballWidthMm,
        heelWidthMm,
        forefootDeg: setting.forefootDeg,
        firstRayMm,
        rollDeg,
      }),
    [setting.ballWidthMm, setting.forefootDeg, heelWidthMm, firstRayMm, rollDeg],
  )
  // seen from behind, the inner side of a left foot lies to the right
  const sign = side === 'left' ? 1 : -1
  const seen = (p: { x: number; y: number }) => ({ x: p.x * sign, y: -p.y })
  const knee = seen(drawn.kneeMm)
  const { ballWidthMm: w } = setting
  const gap = answer.gapM1Mm > 0 ? answer.gapM1Mm : answer.gapM5Mm
  const gapX = (answer.gapM1Mm > 0 ? w * 0.36 : -w * 0.5) * sign
  const wedge = (mm: number, x: number) =>
    mm > 0 && <rect x={x * sign - 13} y={-mm} width="26" height={mm} fill="var(--soft)" opacity="0.7" />
  return (
    <svg
      viewBox={`-110 ${-heelWidthMm * 3.9} 220 ${heelWidthMm * 3.9 + 30}`}
      role="img"
      aria-label={`${side} foot from behind; rolls ${num(Math.abs(rollDeg))} degrees ${rollDeg >= 0 ? 'in' : 'out'}`}
      style={{ color: `var(--${side})` }}
    >
      <path d="M-110 0H110" stroke="var(--ink)" strokeWidth="1.5" />
      {wedge(setting.wedgeM1, w * 0.34)}
      {wedge(setting.wedgeM5, -w * 0.46)}
      <path
        d={svgPath(drawn.forefootMm.map(seen))}
        fill="var(--skin)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      {drawn.headsMm.map(({ at, radiusMm }, i) => {
        const p = seen(at)
        return (
          <circle
            key={i}
            cx={p.x}
            cy={p.y}
            r={radiusMm}
            fill={i === 0 || i === 4 ? 'currentColor' : 'none'}
            fillOpacity="0.35"
            stroke="currentColor"
            strokeWidth="1.3"
          />
        )
      })}
      <path
        d={svgPath(drawn.legMm.map(seen))}
        fill="var(--skin)"
        fillOpacity="0.3"
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {drawn.tendonMm.map((border, i) => (
        <path key={i} d={svgPath(border.map(seen), false)} fill="none" stroke="var(--soft)" strokeWidth="1" />
      ))}
      <path d={`M0 -8V${-heelWidthMm * 3.7}`} stroke="var(--soft)" strokeDasharray="5 4" />
      <path d={`M${seen({ x: 0, y: 8 }).x} -8L${knee.x} ${knee.y}`} stroke="currentColor" strokeWidth="2.4" />
      <circle cx={knee.x} cy={knee.y} r="4" fill="currentColor" />
      {Math.abs(answer.kneeDriftMm) > 0.5 && setting.isRolled && (
        <text
          x={knee.x >= 0 ? -8 : 8}
          y={knee.y + 5}
          fontSize="10"
          fontWeight="700"
          textAnchor={knee.x >= 0 ? 'end' : 'start'}
          fill="currentColor"
        >
          knee {num(Math.abs(answer.kneeDriftMm), 0)} mm {answer.kneeDriftMm > 0 ? 'in' : 'out'}
        </text>
      )}
      {gap > 0.2 && !setting.isRolled && (
        <g stroke="var(--oxide)" strokeWidth="1.6">
          <path d={`M${gapX} 0V${-gap}M${gapX - 5} 0h10M${gapX - 5} ${-gap}h10`} />
          <text x={gapX} y="18" fontSize="10" textAnchor="middle" stroke="none" fill="var(--oxide)">
            {num(gap)} mm in the air
          </text>
        </g>
      )}
      <g fontSize="9" fill="var(--soft)" textAnchor="middle">
        <text x={-92 * sign} y="-6">
          outer
        </text>
        <text x={92 * sign} y="-6">
          inner
        </text>
      </g>
    </svg>
  )
}
