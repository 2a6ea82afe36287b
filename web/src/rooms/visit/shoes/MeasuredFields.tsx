import { Button, Chip, Group, Select } from '@mantine/core'
import {
  closures,
  groundProtections,
  heelCounters,
  insertKinds,
  shoeUses,
  supportFeatureIds,
  type Shoe,
} from '@sturvo/core/footwear'
import { insertText, supportText, useText } from '@sturvo/words'
import { Figure, MmField } from './MmField'
import { MonthField } from './MonthField'
import { options } from './options'
import classes from './ShoePage.module.css'
import { SizeField } from './SizeField'
import { Stiffness } from './Stiffness'
import { WearRows } from './WearRows'

const closureText = { laces: 'laces', strap: 'strap', zip: 'zip', slipOn: 'slip-on', boot: 'boot' } as const
const counterText = { none: 'no heel counter', soft: 'soft', firm: 'firm' } as const
const protectionText = { feels: 'feels stones', dulls: 'dulls them', keepsOut: 'keeps them out' } as const

type FieldsProps = { shoe: Shoe; put: (part: Partial<Shoe>) => void }

/** Everything of a measured shoe beyond the quick one. */
export function MeasuredFields({ shoe, put }: FieldsProps) {
  return (
    <>
      <InsideFields shoe={shoe} put={put} />
      <SoleFields shoe={shoe} put={put} />
      <SupportFields shoe={shoe} put={put} />
      <UseFields shoe={shoe} put={put} />
    </>
  )
}

type Length = { [K in keyof Shoe]-?: Shoe[K] extends number | undefined ? K : never }[keyof Shoe]
type ShoeMmProps = FieldsProps & { of: Length; label: string; max: number; help?: string }

function ShoeMm({ shoe, put, of, ...rest }: ShoeMmProps) {
  return <MmField {...rest} value={shoe[of]} onPut={(value) => put({ [of]: value })} />
}

function InsideFields({ shoe, put }: FieldsProps) {
  return (
    <>
      <h3 className={classes.head}>Inside</h3>
      <ShoeMm
        shoe={shoe}
        put={put}
        of="innerLengthMm"
        label="Inner length"
        max={380}
        help="A stick or tape inside, heel to front."
      />
      <ShoeMm shoe={shoe} put={put} of="innerWidthBallMm" label="Inner width, ball" max={170} />
      <ShoeMm shoe={shoe} put={put} of="innerWidthHeelMm" label="Inner width, heel" max={130} />
      <Figure
        label="Taper, inner edge"
        suffix="°"
        min={-20}
        max={60}
        value={shoe.taperInnerDeg}
        onPut={(taperInnerDeg) => put({ taperInnerDeg })}
        help="How much the big-toe side leans to the middle in front of the ball."
      />
      <Figure
        label="Taper, outer edge"
        suffix="°"
        min={-20}
        max={60}
        value={shoe.taperOuterDeg}
        onPut={(taperOuterDeg) => put({ taperOuterDeg })}
      />
      <SizeField shoe={shoe} put={put} />
      <ShoeMm
        shoe={shoe}
        put={put}
        of="depthForefootMm"
        label="Depth, forefoot"
        max={120}
        help="Inside, without an insert, above the sole to the upper."
      />
      <ShoeMm shoe={shoe} put={put} of="depthArchMm" label="Depth, arch" max={200} />
      <ShoeMm shoe={shoe} put={put} of="depthHeelMm" label="Depth, heel" max={300} />
    </>
  )
}

function SoleFields({ shoe, put }: FieldsProps) {
  return (
    <>
      <h3 className={classes.head}>Sole</h3>
      <Figure
        label="Weight"
        suffix=" g"
        max={3000}
        decimals={0}
        value={shoe.weightG}
        onPut={(weightG) => put({ weightG })}
      />
      <ShoeMm
        shoe={shoe}
        put={put}
        of="toeSpringMm"
        label="Toe spring"
        max={60}
        help="How high the tip stands off the ground."
      />
      <Stiffness
        label="Twist"
        value={shoe.twistStiffness}
        onPut={(twistStiffness) => put({ twistStiffness })}
      />
      <ShoeMm
        shoe={shoe}
        put={put}
        of="soleWidthMm"
        label="Sole width"
        max={180}
        help="Widest part that stands on the ground."
      />
      <ShoeMm shoe={shoe} put={put} of="heelBaseWidthMm" label="Heel base width" max={150} />
      <ShoeMm
        shoe={shoe}
        put={put}
        of="heelFlareMm"
        label="Flare inwards"
        max={40}
        help="How far the heel reaches inwards beyond its upright half."
      />
      <Select
        label="Rough ground"
        clearable
        data={options(groundProtections, protectionText)}
        value={shoe.groundProtection ?? null}
        onChange={(value) => put({ groundProtection: value ?? undefined })}
      />
      <Select
        label="Closure"
        clearable
        data={options(closures, closureText)}
        value={shoe.closure ?? null}
        onChange={(value) => put({ closure: value ?? undefined })}
      />
      <Select
        label="Heel counter"
        clearable
        data={options(heelCounters, counterText)}
        value={shoe.heelCounter ?? null}
        onChange={(value) => put({ heelCounter: value ?? undefined })}
      />
    </>
  )
}

function SupportFields({ shoe, put }: FieldsProps) {
  return (
    <div className={classes.all}>
      <p className={classes.label}>Support features, each counts one</p>
      <Chip.Group
        multiple
        value={[...(shoe.supports ?? [])]}
        onChange={(supports) => put({ supports: supportFeatureIds.filter((id) => supports.includes(id)) })}
      >
        <Group gap={6}>
          {supportFeatureIds.map((id) => (
            <Chip key={id} value={id} size="sm" variant="outline">
              {supportText[id]}
            </Chip>
          ))}
          {shoe.supports === undefined && (
            <Button size="compact-sm" variant="subtle" onClick={() => put({ supports: [] })}>
              none of them
            </Button>
          )}
        </Group>
      </Chip.Group>
    </div>
  )
}

function UseFields({ shoe, put }: FieldsProps) {
  const insert = shoe.insert ?? { kind: 'none' as const }
  return (
    <>
      <h3 className={classes.head}>Insert and use</h3>
      <Select
        label="Insert"
        allowDeselect={false}
        data={options(insertKinds, insertText)}
        value={insert.kind}
        onChange={(kind) => put({ insert: { ...insert, kind: kind ?? 'none' } })}
      />
      {insert.kind !== 'none' && <InsertFields shoe={shoe} put={put} />}
      <Select
        label="Worn for"
        clearable
        data={options(shoeUses, useText)}
        value={shoe.use ?? null}
        onChange={(value) => put({ use: value ?? undefined })}
      />
      <MonthField label="Worn since" value={shoe.sinceMonth} onPut={(sinceMonth) => put({ sinceMonth })} />
      <WearRows shoe={shoe} put={put} />
    </>
  )
}

function InsertFields({ shoe, put }: FieldsProps) {
  const insert = shoe.insert ?? { kind: 'none' as const }
  return (
    <>
      <MmField
        label="Insert, heel"
        max={40}
        value={insert.heelMm}
        onPut={(heelMm) => put({ insert: { ...insert, heelMm } })}
      />
      <MmField
        label="Insert, arch"
        max={50}
        value={insert.archMm}
        onPut={(archMm) => put({ insert: { ...insert, archMm } })}
      />
      <MmField
        label="Insert, forefoot"
        max={30}
        value={insert.forefootMm}
        onPut={(forefootMm) => put({ insert: { ...insert, forefootMm } })}
      />
      <MonthField
        label="Insert since"
        value={insert.since}
        onPut={(since) => put({ insert: { ...insert, since } })}
      />
    </>
  )
}
