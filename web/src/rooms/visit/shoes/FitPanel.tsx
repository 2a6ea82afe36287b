import { Button, Switch } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { sides, type Side } from '@sturvo/core/side'
import { answerOf } from '@sturvo/schema'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import { FitFootView, fitSizeMm } from './FitFootView'
import classes from './Fit.module.css'
import { isMoved } from './useFitting'
import { useShoeChange } from './useShelf'

/** Both feet over the inside of one shoe, to scale: what reaches out is hatched and named in mm. */
export function FitPanel({ on }: { on: ShoeOnFeet }) {
  const { visitId } = useVisitFrame()
  const fields = useVisitFields()
  const { reading } = useVisitReading()
  const spacersMm = answerOf(fields, 'spacersMm')
  const hasSpacers = spacersMm?.some((mm) => mm > 0) ?? false
  const [withSpacers, setWithSpacers] = useState(false)
  const change = useShoeChange()
  const { shoe } = on.reading
  const back = (side: Side) => change(shoe, { nudge: { ...shoe.nudge, [side]: undefined } })
  if (!on.insole || sides.every((side) => !reading.shoes.feet[side]))
    return (
      <div className={classes.missing}>
        {!on.insole ? (
          <p>
            Nothing is known of the inside of {shoe.name} yet. One inner width draws it; a photo of its insole
            traces it.
          </p>
        ) : (
          <>
            <p>The feet have no outline yet: length and ball width draw one, a photo from above traces it.</p>
            <Button component={Link} to={`/visit/${visitId}/look`} variant="default">
              To the photo from above
            </Button>
          </>
        )}
      </div>
    )
  return (
    <div className={classes.panel}>
      <div className={classes.tools}>
        <b>{shoe.name}</b>
        {hasSpacers && (
          <Switch
            size="sm"
            label="with spacers"
            checked={withSpacers}
            onChange={(event) => setWithSpacers(event.currentTarget.checked)}
          />
        )}
        {sides.map(
          (side) =>
            isMoved(shoe.nudge?.[side]) && (
              <Button key={side} size="compact-sm" variant="subtle" onClick={() => back(side)}>
                {side} back to the rule
              </Button>
            ),
        )}
        <span className={classes.hint}>drag the shoe, its ring turns it · arrows move, , and . turn</span>
      </div>
      <svg
        viewBox={`0 0 ${fitSizeMm.width} ${fitSizeMm.height}`}
        className={classes.drawing}
        role="group"
        aria-label={`Both feet over the inside of ${shoe.name}, toes up, left on the left`}
      >
        <defs>
          <pattern
            id="outside"
            width="4"
            height="4"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="4" height="4" fill="var(--oxidePale)" />
            <path d="M0 0V4" stroke="var(--oxide)" strokeWidth="1.6" />
          </pattern>
        </defs>
        {sides.map((side) => (
          <FitFootView
            key={`${side} ${shoe.id}`}
            side={side}
            on={on}
            spacersMm={hasSpacers && withSpacers ? spacersMm : undefined}
          />
        ))}
        <path
          d={`M${fitSizeMm.width / 2 - 20} ${fitSizeMm.height - 12}h40m0 -3v6m-40 -6v6`}
          stroke="var(--ink)"
          fill="none"
        />
        <text
          x={fitSizeMm.width / 2}
          y={fitSizeMm.height - 17}
          textAnchor="middle"
          fontSize="9"
          fill="var(--soft)"
        >
          40 mm
        </text>
      </svg>
    </div>
  )
}
