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

/** Everything of a measured shoe beyond the quick one. */
export function MeasuredFields({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
  const mm = (key: keyof Shoe, label: string, max: number, help?: string) => (
    <MmField
      label={label}
      max={max}
      {...(help ? { help } : {})}
      value={shoe[key] as number | undefined}
      onPut={(value) => put({ [key]: value })}
    />
  )
  const insert = shoe.insert ?? { kind: 'none' as const }
  return (
    <>
      <h3 className={classes.head}>Inside</h3>
      {mm('innerLengthMm', 'Inner length', 380, 'A stick or tape inside, heel to front.')}
      {mm('innerWidthBallMm', 'Inner width, ball', 170)}
      {mm('innerWidthHeelMm', 'Inner width, heel', 130)}
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
      {mm(
        'depthForefootMm',
        'Depth, forefoot',
        120,
        'Inside, without an insert, above the sole to the upper.',
      )}
      {mm('depthArchMm', 'Depth, arch', 200)}
      {mm('depthHeelMm', 'Depth, heel', 300)}
      <h3 className={classes.head}>Sole</h3>
      <Figure
        label="Weight"
        suffix=" g"
        max={3000}
        decimals={0}
        value={shoe.weightG}
        onPut={(weightG) => put({ weightG })}
      />
      {mm('toeSpringMm', 'Toe spring', 60, 'How high the tip stands off the ground.')}
      <Stiffness
        label="Twist"
        value={shoe.twistStiffness}
        onPut={(twistStiffness) => put({ twistStiffness })}
      />
      {mm('soleWidthMm', 'Sole width', 180, 'Widest part that stands on the ground.')}
      {mm('heelBaseWidthMm', 'Heel base width', 150)}
      {mm('heelFlareMm', 'Flare inwards', 40, 'How far the heel reaches inwards beyond its upright half.')}
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
      <h3 className={classes.head}>Insert and use</h3>
      <Select
        label="Insert"
        allowDeselect={false}
        data={options(insertKinds, insertText)}
        value={insert.kind}
        onChange={(kind) => put({ insert: { ...insert, kind: kind ?? 'none' } })}
      />
      {insert.kind !== 'none' && (
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
      )}
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
