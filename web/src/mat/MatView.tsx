import { Button, Menu } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconDots } from '@tabler/icons-react'
import { useRef, useState, type KeyboardEvent, type MouseEvent } from 'react'
import type { Point } from '@sturvo/core/geometry'
import type { FootValues } from '@sturvo/core/measures'
import { regionOf, type Region } from '@sturvo/core/story'
import { type VisitReading } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import { bySide, sides, type BySide, type Side } from '@sturvo/core/side'
import { footOutline, type FootShape } from '@sturvo/core/footShape'
import type { PlacedMark, PrintOnMat } from '@sturvo/schema'
import { PartBoundary } from '../parts/PartBoundary'
import { ArchLadderLayer } from './ArchLadderLayer'
import { FootDrawing } from './FootDrawing'
import { GapLayer } from './GapLayer'
import { MarkLayer } from './MarkLayer'
import { matSizeMm, matToFoot, pointerOnMat } from './matFrame'
import { matLayers, type MatLayer } from './matSlice'
import classes from './MatView.module.css'
import { OtherArches } from './OtherArches'
import { OverlayLayer } from './OverlayLayer'
import { PrintHandles, type HandleMoved } from './PrintHandles'
import { PrintLayer } from './PrintLayer'
import { download } from '../app/handOut'
import { pngOf, svgTextOf } from './saveMat'
import { ToeLayer } from './ToeLayer'
import { TripodLayer } from './TripodLayer'
import { TrueSize } from './TrueSize'
import { WidthLayer } from './WidthLayer'

export type MatViewProps = {
  shapes: BySide<FootShape>
  /** own outlines traced from photos, foot frame, mm */
  traced: BySide<readonly Point[] | undefined>
  feet: BySide<FootValues>
  prints: BySide<PrintOnMat | undefined>
  marks: readonly PlacedMark[]
  reading: VisitReading
  tripodPoints: 'heads' | 'pads'
  references: References
  layers: readonly MatLayer[]
  /** the left foot turned over and laid on the right one */
  isOverlaid: boolean
  onLayerToggled: (layer: MatLayer) => void
  onOverlayToggled: () => void
  onClientShown: () => void
  /** tapping a part of a foot leads to its fields */
  onPartTapped: (side: Side, region: Region) => void
  onHandleMoved?: ((side: Side, moved: HandleMoved) => void) | undefined
}

const layerName: Record<MatLayer, string> = {
  load: 'Load',
  arch: 'Arch',
  print: 'Print',
  toes: 'Toes',
  pain: 'Pain',
  skin: 'Skin',
  shoe: 'Shoe',
}

/** Both of this client's feet from above, toes up, left on the left, with what was measured where it belongs. */
export function MatView(props: MatViewProps) {
  const { layers, isOverlaid } = props
  const svg = useRef<SVGSVGElement>(null)
  const [isTrueSize, setTrueSize] = useState(false)
  return (
    <div className={classes.mat}>
      <div className={classes.layers} role="group" aria-label="Layers of the Mat">
        {matLayers.map((layer) => (
          <button
            key={layer}
            type="button"
            aria-pressed={layers.includes(layer)}
            onClick={() => props.onLayerToggled(layer)}
          >
            {layerName[layer]}
          </button>
        ))}
        <span className={classes.hint}>M next layer</span>
      </div>
      <div className={classes.tools}>
        <Button
          size="compact-sm"
          variant={isOverlaid ? 'light' : 'subtle'}
          aria-pressed={isOverlaid}
          onClick={props.onOverlayToggled}
        >
          Left over right
        </Button>
        <Menu position="bottom-end" withinPortal>
          <Menu.Target>
            <Button size="compact-sm" variant="subtle" aria-label="More about the Mat">
              <IconDots size={18} />
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item onClick={props.onClientShown} rightSection="V">
              Show the client
            </Menu.Item>
            <Menu.Item onClick={() => setTrueSize(true)}>True size</Menu.Item>
            <Menu.Item onClick={() => svg.current && save(svg.current, 'svg')}>
              Save as drawing (SVG)
            </Menu.Item>
            <Menu.Item onClick={() => svg.current && save(svg.current, 'png')}>
              Save as picture (PNG)
            </Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </div>
      <MatDrawing {...props} svgRef={svg} />
      {isTrueSize && (
        <TrueSize onClosed={() => setTrueSize(false)}>
          <MatDrawing {...props} onHandleMoved={undefined} />
        </TrueSize>
      )}
    </div>
  )
}

function save(svg: SVGSVGElement, kind: 'svg' | 'png'): void {
  const text = svgTextOf(svg, matSizeMm)
  if (kind === 'svg') return download(new Blob([text], { type: 'image/svg+xml' }), 'feet.svg')
  const paper = getComputedStyle(document.documentElement).getPropertyValue('--paper')
  pngOf(text, matSizeMm, paper)
    .then((blob) => download(blob, 'feet.png'))
    .catch(() =>
      notifications.show({
        color: 'oxide',
        message: 'The picture could not be made. The drawing (SVG) can still be saved.',
      }),
    )
}

function MatDrawing(props: MatViewProps & { svgRef?: React.Ref<SVGSVGElement> }) {
  const { layers, isOverlaid } = props
  const has = (layer: MatLayer) => layers.includes(layer)
  const outlines = bySide((side) => props.traced[side] ?? footOutline(props.shapes[side]).outlineFootMm)
  const shownKinds = [...(has('pain') ? ['pain'] : []), ...(has('skin') ? ['skin', 'scar'] : [])]
  const marks = props.marks.filter((mark) => shownKinds.includes(mark.kind))
  return (
    <svg
      ref={props.svgRef}
      viewBox={`0 0 ${matSizeMm.width} ${matSizeMm.height}`}
      className={classes.drawing}
      role="group"
      aria-label="Both feet from above, toes up, left on the left"
    >
      {isOverlaid ? (
        <OverlayLayer outlines={outlines} references={props.references} />
      ) : (
        <>
          {sides.map((side) => (
            <g key={side}>
              <g className={classes.tappable} {...tapProps(side, props)}>
                <FootDrawing shape={props.shapes[side]} side={side} tracedFootMm={props.traced[side]} />
              </g>
              <PartBoundary name={`${side} foot`} inSvg>
                <FootLayers {...props} side={side} />
              </PartBoundary>
            </g>
          ))}
          {sides.map((side) => (
            <PartBoundary key={side} name="marks" inSvg>
              <MarkLayer marks={marks} side={side} shape={props.shapes[side]} />
            </PartBoundary>
          ))}
          {has('arch') && (
            <PartBoundary name="arch ladder" inSvg>
              <ArchLadderLayer
                feet={props.feet}
                errorMm={props.references.semNavicularMm}
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
        </>
      )}
    </svg>
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
      {/* what lies on a foot must not keep a tap from reaching it */}
      <g pointerEvents="none">
        {has('print') && print && <PrintLayer print={print} side={side} />}
        {has('toes') && halluxAngleDeg !== undefined && (
          <ToeLayer side={side} shape={shape} halluxAngleDeg={halluxAngleDeg} />
        )}
        {has('toes') && (
          <GapLayer
            side={side}
            shape={shape}
            foot={props.feet[side]}
            outlineFootMm={props.traced[side] ?? footOutline(shape).outlineFootMm}
          />
        )}
        {has('arch') && <OtherArches side={side} shape={shape} foot={props.feet[side]} />}
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
      </g>
      {has('print') && print && props.onHandleMoved && (
        <PrintHandles print={print} side={side} onMoved={(moved) => props.onHandleMoved?.(side, moved)} />
      )}
    </>
  )
}

/** A tap leads to the fields of the part that was tapped; by keyboard to the arch, the middle of the work. */
function tapProps(side: Side, { onPartTapped, shapes, references }: MatViewProps) {
  const shape = shapes[side]
  return {
    role: 'button',
    tabIndex: 0,
    'aria-label': `${side} foot: go to its fields`,
    onClick: (event: MouseEvent<SVGGElement>) => {
      const p = matToFoot(pointerOnMat(event.currentTarget.ownerSVGElement!, event), side)
      onPartTapped(side, regionOf({ view: 'sole', along: p.y / shape.lengthMm }, references))
    },
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      if (event.key === 'Enter' && event.target === event.currentTarget) onPartTapped(side, 'arch')
    },
  }
}
