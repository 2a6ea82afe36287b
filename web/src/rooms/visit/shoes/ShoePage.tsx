import { Button, Chip, Group, Menu, Select, Slider, TextInput } from '@mantine/core'
import { useState } from 'react'
import {
  closures,
  groundProtections,
  heelCounters,
  insertKinds,
  lastLengthMm,
  scoreItems,
  shoeUses,
  sizesOf,
  sizeSystems,
  supportFeatureIds,
  type Shoe,
  type SizeSystem,
} from '@sturvo/core/footwear'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { shoesOf } from '@sturvo/schema'
import { insertText, num, scoreItemText, sizeNote, supportText, useText } from '@sturvo/schema/words'
import { useAppDispatch } from '../../../app/store'
import { newId } from '../../../app/newId'
import { useOpenVisit } from '../visitContext'
import { InsideSource } from './InsideSource'
import { Figure, MmField } from './MmField'
import classes from './ShoePage.module.css'
import { shoeChosen } from './shoesSlice'
import { SoleView } from './SoleView'
import { useShoeChange } from './useShelf'
import { VerdictBox } from './VerdictBox'

const closureText = { laces: 'laces', strap: 'strap', zip: 'zip', slipOn: 'slip-on', boot: 'boot' } as const
const counterText = { none: 'no heel counter', soft: 'soft', firm: 'firm' } as const
const protectionText = { feels: 'feels stones', dulls: 'dulls them', keepsOut: 'keeps them out' } as const

const options = <T extends string>(all: readonly T[], words: Record<T, string>) =>
  all.map((value) => ({ value, label: words[value] }))

/** One shoe: six fields are quick, the measured ones are folded; what they give stands beside. */
export function ShoePage({ on }: { on: ShoeOnFeet }) {
  const { references } = useOpenVisit()
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
        <Score on={on} />
        {isMeasured && (
          <>
            <InsideSource on={on} />
            <SoleView
              insole={on.insole}
              zones={shoe.wornZones ?? []}
              hint={on.reading.wear}
              onZones={(wornZones) => put({ wornZones })}
            />
          </>
        )}
      </div>
      <p className={classes.note}>
        {on.reading.tippingDeg !== undefined &&
          `Tips sideways at ${num(on.reading.tippingDeg)}° (half the sole over stack and ${num(references.ankleHeight, 0)} mm of ankle). `}
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

function MeasuredFields({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
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
          <TextInput
            label="Worn since"
            placeholder="2026-03"
            value={insert.since ?? ''}
            error={
              insert.since && !/^\d{4}-(0[1-9]|1[0-2])$/.test(insert.since)
                ? 'Write the month as 2026-03.'
                : undefined
            }
            onChange={(event) =>
              put({ insert: { ...insert, since: monthOrNone(event.currentTarget.value) } })
            }
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
    </>
  )
}

function monthOrNone(text: string): string | undefined {
  return /^\d{4}-(0[1-9]|1[0-2])$/.test(text) ? text : undefined
}

const systemText: Record<SizeSystem, string> = { eu: 'EU', uk: 'UK', us: 'US men', mm: 'mm foot' }

/** The size on the box, in every system by the formula, and the inner length it would stand for. */
function SizeField({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
  const { references } = useOpenVisit()
  const size = shoe.size ?? { system: 'eu' as const, value: undefined }
  const last = size.value === undefined ? undefined : lastLengthMm(size.value, size.system, references)
  const others = last === undefined ? undefined : sizesOf(last, references)
  return (
    <div className={classes.all}>
      <Group gap="xs" align="end">
        <Figure
          label="Size"
          suffix=""
          max={400}
          value={size.value}
          onPut={(value) => put({ size: value === undefined ? undefined : { system: size.system, value } })}
        />
        <Select
          label="System"
          w={110}
          allowDeselect={false}
          data={options(sizeSystems, systemText)}
          value={size.system}
          onChange={(system) =>
            system && size.value !== undefined && put({ size: { system, value: size.value } })
          }
        />
        {last !== undefined && shoe.innerLengthMm === undefined && (
          <Button
            size="compact-md"
            variant="default"
            onClick={() => put({ innerLengthMm: Math.round(last) })}
          >
            Take {num(last, 0)} mm for the inner length
          </Button>
        )}
      </Group>
      <p className={classes.label}>
        {others &&
          `${sizeSystems
            .filter((s) => s !== size.system)
            .map((s) => `${systemText[s]} ${num(others[s])}`)
            .join(' · ')}. `}
        {sizeNote}
      </p>
    </div>
  )
}

function Stiffness({
  label,
  value,
  onPut,
}: {
  label: string
  value: number | undefined
  onPut: (value: number) => void
}) {
  return (
    <div>
      <p className={classes.label}>
        {label}: {value === undefined ? 'not felt yet' : `${value} of 5`}
      </p>
      <Slider
        min={0}
        max={5}
        step={1}
        value={value ?? 0}
        onChange={onPut}
        label={(v) => (v === 0 ? 'folds like cloth' : v === 5 ? 'does not give' : String(v))}
        thumbLabel={`${label}, 0 folds like cloth to 5 does not give`}
        mt={8}
      />
    </div>
  )
}

function ShoeMenu({ shoe }: { shoe: Shoe }) {
  const { fields, record } = useOpenVisit()
  const dispatch = useAppDispatch()
  const change = useShoeChange()
  const others = shoesOf(fields).filter((other) => other.id !== shoe.id)
  const twin = () => {
    const id = newId()
    const { id: _, nudge: _nudge, ownVerdict: _verdict, ...rest } = shoe
    record({ [`shoe.${id}`]: { ...rest, name: `${shoe.name}, another`.slice(0, 80) } })
    dispatch(shoeChosen(id))
  }
  return (
    <Menu position="bottom-start">
      <Menu.Target>
        <Button size="compact-md" variant="subtle">
          More
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={twin}>Another one like it</Menu.Item>
        {others.map(({ id, ...other }) => (
          <Menu.Item
            key={id}
            onClick={() =>
              record({
                [`shoe.${shoe.id}`]: {
                  ...other,
                  name: shoe.name,
                  hoursPerWeek: shoe.hoursPerWeek ?? other.hoursPerWeek,
                },
              })
            }
          >
            Copy the numbers of {other.name}
          </Menu.Item>
        ))}
        <Menu.Divider />
        <Menu.Item onClick={() => change(shoe, { isGhost: !shoe.isGhost })}>
          {shoe.isGhost ? 'It is owned now' : 'Only a thought (ghost)'}
        </Menu.Item>
        <Menu.Item onClick={() => change(shoe, { isRetired: !shoe.isRetired })}>
          {shoe.isRetired ? 'Wear it again' : 'Retire it, keep its numbers'}
        </Menu.Item>
        <Menu.Item color="oxide" onClick={() => record({ [`shoe.${shoe.id}`]: null })}>
          Take off the shelf
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}

function Score({ on }: { on: ShoeOnFeet }) {
  const { score, dropMm } = on.reading
  return (
    <details className={classes.score}>
      <summary title="Weight, stack, drop, support and flexibility; Esculier et al. 2015">
        Minimal-shoe score{' '}
        <b>
          {score.pct === undefined
            ? `${num(score.lowPct, 0)} to ${num(score.highPct, 0)} %`
            : `${num(score.pct, 0)} %`}
        </b>
        {' · '}drop <b>{dropMm === undefined ? 'not known' : `${num(dropMm, 0)} mm`}</b>
      </summary>
      <table>
        <tbody>
          {scoreItems.map((item) => (
            <tr key={item}>
              <th scope="row">{scoreItemText[item]}</th>
              <td>{score.items[item] === undefined ? 'missing' : `${num(score.items[item])} of 5`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={classes.label}>Five items, 0 to 5 each, over 25 · Esculier et al. 2015</p>
    </details>
  )
}
