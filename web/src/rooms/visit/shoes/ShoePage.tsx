import { Button, Group, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Shoe } from '@sturvo/core/footwear'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { num } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import { InsideSource } from './InsideSource'
import { MeasuredFields } from './MeasuredFields'
import { Figure, MmField } from './MmField'
import { ScoreView } from './ScoreView'
import { ShoeMenu } from './ShoeMenu'
import classes from './ShoePage.module.css'
import { SolePhoto } from './SolePhoto'
import { SoleView } from './SoleView'
import { Stiffness } from './Stiffness'
import { useShoeChange } from './useShelf'
import { VerdictBox } from './VerdictBox'

/** One shoe: six fields are quick, the measured ones are folded; what they give stands beside. */
export function ShoePage({ on }: { on: ShoeOnFeet }) {
  const { references } = useVisitFrame()
  const change = useShoeChange()
  const { shoe } = on.reading
  const put = (part: Partial<Shoe>) => change(shoe, part)
  const [isMeasured, setMeasured] = useState(() => hasMeasured(shoe))
  return (
    <div className={classes.page}>
      <div className={classes.fields}>
        <TextInput
          label="Shoe"
          value={shoe.name}
          maxLength={80}
          onChange={(event) =>
            event.currentTarget.value.trim() !== '' && put({ name: event.currentTarget.value })
          }
          className={classes.wide}
        />
        <Figure
          label="Worn a week"
          suffix=" h"
          max={168}
          value={shoe.hoursPerWeek}
          onPut={(hoursPerWeek) => put({ hoursPerWeek })}
        />
        <MmField
          label="Stack at the heel"
          help="Everything between the ground and the heel, insert left out."
          max={120}
          value={shoe.stackHeelMm}
          onPut={(stackHeelMm) => put({ stackHeelMm })}
        />
        <MmField
          label="Stack at the forefoot"
          help="Under the ball, where it is thickest to the ground."
          max={120}
          value={shoe.stackForefootMm}
          onPut={(stackForefootMm) => put({ stackForefootMm })}
        />
        <MmField
          label="Inner width, toes"
          help="Across the inside at 90 % of the length."
          max={170}
          value={shoe.innerWidthToesMm}
          onPut={(innerWidthToesMm) => put({ innerWidthToesMm })}
        />
        <Stiffness
          label="Bend"
          value={shoe.bendStiffness}
          onPut={(bendStiffness) => put({ bendStiffness })}
        />
        <Group className={classes.wide} gap="xs" align="end">
          <Button
            size="compact-md"
            variant="default"
            aria-expanded={isMeasured}
            onClick={() => setMeasured(!isMeasured)}
          >
            {isMeasured ? 'Only the quick fields' : 'Measure all of it'}
          </Button>
          <ShoeMenu shoe={shoe} />
        </Group>
        {isMeasured && <MeasuredFields shoe={shoe} put={put} />}
      </div>
      <div className={classes.beside}>
        <VerdictBox on={on} />
        <ScoreView on={on} />
        {isMeasured && (
          <>
            <InsideSource on={on} />
            <SoleView
              insole={on.insole}
              zones={shoe.wornZones ?? []}
              hint={on.reading.wear}
              onZones={(wornZones) => put({ wornZones })}
            />
            <SolePhoto shoe={shoe} put={put} />
          </>
        )}
      </div>
      <p className={classes.note}>
        {on.reading.tippingDeg !== undefined &&
          `Tips sideways at ${num(on.reading.tippingDeg)}° (half the sole over stack and ${num(references.ankleHeightMm, 0)} mm of ankle). `}
        {on.reading.isTallLever && 'Low drop on a tall stack: little ground feel, tall lever. '}
      </p>
    </div>
  )
}

function hasMeasured(shoe: Shoe): boolean {
  return [shoe.innerLengthMm, shoe.innerWidthBallMm, shoe.depthArchMm, shoe.supports, shoe.insert].some(
    (value) => value !== undefined,
  )
}
