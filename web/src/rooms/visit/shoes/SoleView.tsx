import { footToDrawing, soleZoneShapes, svgPath } from '@sturvo/core/drawing'
import { insoleOfNumbers, type InsoleShape } from '@sturvo/core/fit'
import { soleZones, type SoleZone, type WearHint } from '@sturvo/core/footwear'
import { referenceValues } from '@sturvo/core/reference'
import { wearHintNote, wearHintText, zoneText } from '@sturvo/words'
import classes from './Sole.module.css'

type SoleViewProps = {
  insole: InsoleShape | undefined
  zones: readonly SoleZone[]
  hint: WearHint | undefined
  onZones: (zones: SoleZone[] | undefined) => void
}

const neutralSole = insoleOfNumbers(
  { innerLengthMm: 268, innerWidthBallMm: 98 },
  undefined,
  referenceValues(),
)!

/** The sole as it lies before one, of the right shoe: tap what is worn down. */
export function SoleView({ insole, zones, hint, onZones }: SoleViewProps) {
  const outline = (insole ?? neutralSole).pointsMm
  const shapes = soleZoneShapes(outline)
  // a sole is seen from below: the right shoe's inner side lies right
  const path = (points: readonly { x: number; y: number }[]) =>
    svgPath(points.map((p) => footToDrawing(p, 'left')))
  const toggle = (zone: SoleZone) => {
    const next = zones.includes(zone) ? zones.filter((z) => z !== zone) : [...zones, zone]
    onZones(next.length === 0 ? undefined : soleZones.filter((z) => next.includes(z)))
  }
  return (
    <div className={classes.sole}>
      <svg viewBox="-75 -290 150 296" role="group" aria-label="Wear of the sole, right shoe from below">
        <path d={path(outline)} fill="var(--skin)" stroke="var(--ink)" strokeWidth="1.6" />
        {soleZones.map((zone) => (
          <path
            key={zone}
            d={path(shapes[zone])}
            className={classes.zone}
            role="checkbox"
            aria-checked={zones.includes(zone)}
            aria-label={zoneText[zone]}
            tabIndex={0}
            onClick={() => toggle(zone)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return
              event.preventDefault()
              toggle(zone)
            }}
          >
            <title>{zoneText[zone]}</title>
          </path>
        ))}
      </svg>
      <div>
        <h3>Wear of the sole</h3>
        <p className={classes.soft}>Right shoe from below, inner side right: tap what is worn down.</p>
        {zones.length > 0 && <p>{zones.map((zone) => zoneText[zone]).join(', ')}</p>}
        {hint && (
          <p>
            {wearHintText[hint]} <span className={classes.soft}>{wearHintNote}</span>
          </p>
        )}
      </div>
    </div>
  )
}
