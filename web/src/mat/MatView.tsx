import type { KeyboardEvent, MouseEvent } from 'react'
import type { FootValues } from '@sturvo/core/measures'
import type { VisitReading } from '@sturvo/core/reading'
import { sides, type BySide, type Side } from '@sturvo/core/side'
import type { FootShape } from '@sturvo/core/synthetic'
import type { Mark, PrintOnMat } from '@sturvo/schema'
import { PartBoundary } from '../parts/PartBoundary'
import { ArchLadderLayer } from './ArchLadderLayer'
import { FootDrawing } from './FootDrawing'
import { MarkLayer } from './MarkLayer'
import { matSizeMm, matToFoot, pointerOnMat } from './matFrame'
import { matLayers, type MatLayer } from './matSlice'
import classes from './MatView.module.css'
import { PrintHandles, type HandleMoved } from './PrintHandles'
import { PrintLayer } from './PrintLayer'
import { ToeLayer } from './ToeLayer'
import { TripodLayer } from './TripodLayer'
import { WidthLayer } from './WidthLayer'

export type MatViewProps = {
  shapes: BySide<FootShape>
  feet: BySide<FootValues>
  prints: BySide<PrintOnMat | undefined>
  marks: readonly ({ id: string } & Mark)[]
  reading: VisitReading
  tripodPoints: 'heads' | 'pads'
  navicularErrorMm: number
  layers: readonly MatLayer[]
  onLayerToggled: (layer: MatLayer) => void
  /** set where tapping a foot marks a sore spot */
  onMarked?: ((mark: Mark) => void) | undefined
  onMarkTakenAway?: ((id: string) => void) | undefined
  onHandleMoved?: ((side: Side, moved: HandleMoved) => void) | undefined
}

const layerName: Record<MatLayer, string> = {
  load: 'Load',
  arch: 'Arch',
  print: 'Print',
  toes: 'Toes',
  pain: 'Pain',
  shoe: 'Shoe',
}

/** Both of this client's feet from above, toes up, left on the left, with what was measured where it belongs. */
export function MatView(props: MatViewProps) {
  const { layers, onMarked } = props
  const has = (layer: MatLayer) => layers.includes(layer)
  return (
    <div className={classes.mat}>
      <div className={classes.layers} role="group" aria-label="Layers of the Mat">
        {matLayers.map((layer) => (
          <button
            key={layer}
            type="button"
            aria-pressed={has(layer)}
            onClick={() => props.onLayerToggled(layer)}
          >
            {layerName[layer]}
          </button>
        ))}
        <span className={classes.hint}>M next layer</span>
      </div>
      <svg
        viewBox={`0 0 ${matSizeMm.width} ${matSizeMm.height}`}
        className={classes.drawing}
        role="group"
        aria-label="Both feet from above, toes up, left on the left"
      >
        {sides.map((side) => (
          <g key={side} className={onMarked ? classes.tappable : undefined} {...tapProps(side, props)}>
            <FootDrawing shape={props.shapes[side]} side={side} />
            <PartBoundary name={`${side} foot`} inSvg>
              <FootLayers {...props} side={side} />
            </PartBoundary>
          </g>
        ))}
        {has('pain') &&
          sides.map((side) => (
            <PartBoundary key={side} name="sore spots" inSvg>
              <MarkLayer
                marks={props.marks}
                side={side}
                shape={props.shapes[side]}
                onTakenAway={props.onMarkTakenAway}
              />
            </PartBoundary>
          ))}
        {has('arch') && (
          <PartBoundary name="arch ladder" inSvg>
            <ArchLadderLayer
              feet={props.feet}
              errorMm={props.navicularErrorMm}
              targetMm={{
                left: props.reading.grades.left.archTargetMm,
                right: props.reading.grades.right.archTargetMm,
              }}
            />
          </PartBoundary>
        )}
        <g fontSize="11" fontWeight="700">
          <text x="16" y={matSizeMm.height - 12} fill="var(--left)">
            ● left
          </text>
          <text x={matSizeMm.width - 16} y={matSizeMm.height - 12} textAnchor="end" fill="var(--right)">
            right ■
          </text>
        </g>
      </svg>
    </div>
  )
}

function FootLayers(props: MatViewProps & { side: Side }) {
  const { side, layers, reading, shapes, prints } = props
  const has = (layer: MatLayer) => layers.includes(layer)
  const shape = shapes[side]
  const print = prints[side]
  const tripod = reading.load.tripods[side]
  const { leftShare } = reading.load
  const halluxAngleDeg = props.feet[side].numbers.halluxAngle
  const worn = reading.shelf.mostWorn
  return (
    <>
      {has('print') && print && <PrintLayer print={print} side={side} />}
      {has('toes') && halluxAngleDeg !== undefined && (
        <ToeLayer side={side} shape={shape} halluxAngleDeg={halluxAngleDeg} />
      )}
      {has('load') && tripod && (
        <TripodLayer
          side={side}
          tripod={tripod}
          shape={shape}
          points={props.tripodPoints}
          sideShare={leftShare === undefined ? undefined : side === 'left' ? leftShare : 1 - leftShare}
        />
      )}
      {has('shoe') && worn && <WidthLayer side={side} shape={shape} reading={worn} />}
      {has('print') && print && props.onHandleMoved && (
        <PrintHandles print={print} side={side} onMoved={(moved) => props.onHandleMoved?.(side, moved)} />
      )}
    </>
  )
}

/** Tapping a foot marks a sore spot there; by keyboard the spot starts under the heel. */
function tapProps(side: Side, { onMarked, shapes }: MatViewProps) {
  if (!onMarked) return {}
  const shape = shapes[side]
  const mark = (across: number, along: number) =>
    onMarked({ side, across: round(across), along: round(along), kind: 'pain' })
  return {
    role: 'button',
    tabIndex: 0,
    'aria-label': `${side} foot: tap where it is sore`,
    onClick: (event: MouseEvent<SVGGElement>) => {
      const p = matToFoot(pointerOnMat(event.currentTarget.ownerSVGElement!, event), side)
      mark(p.x / shape.ballWidthMm, p.y / shape.lengthMm)
    },
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      if (event.key === 'Enter' && event.target === event.currentTarget) mark(0, 0.1)
    },
  }
}

function round(share: number): number {
  return Math.round(share * 1000) / 1000
}
