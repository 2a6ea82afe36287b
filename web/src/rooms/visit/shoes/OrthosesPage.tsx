import { Button, Group, NumberInput, Select, TextInput } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import {
  orthosisKinds,
  orthosisOrder,
  orthosisReasons,
  volumeClasses,
  type OrthosisInShoe,
  type FadePlan,
  type Orthosis,
} from '@sturvo/core/support'
import type { WornOrthosis } from '@sturvo/schema'
import {
  aspectSentence,
  customReferral,
  orthosisKindText,
  orthosisName,
  orthosisReasonText,
  orthosisVerdictText,
  fadeBlockText,
  num,
  recheckText,
  volumeText,
} from '@sturvo/words'
import { newId } from '../../../app/newId'
import { useMayDecide } from '../../../parts/useMayDecide'
import { useRecord, useVisitReading } from '../visitContext'
import classes from './Orthoses.module.css'
import { MmField } from './MmField'
import { MonthField } from './MonthField'
import { options } from './options'

/** Devices against every shoe of the shelf at once: depth, width, base. */
export function OrthosesPage() {
  const { reading, settings } = useVisitReading()
  const record = useRecord()
  const mayDecide = useMayDecide()
  const { orthoses, shoes } = reading.shoes
  const worn = shoes.filter((s) => !s.reading.shoe.isRetired).map((s) => s.reading.shoe)
  const order = orthosisOrder(settings.deviceSource)
  const add = (kind: WornOrthosis['kind']) =>
    record({
      [`device.${newId()}`]: {
        kind,
        volume: 'full',
        reason: kind === 'brace' ? 'injury' : 'grade',
      } satisfies WornOrthosis,
    })
  // a support or a brace is a practitioner's to choose
  return (
    <fieldset className={classes.page} disabled={!mayDecide} aria-label="Inserts and braces">
      <Group gap="xs">
        {order.map(({ kind, needsPrescriber }) => (
          <Button
            key={kind}
            size="compact-md"
            variant="default"
            leftSection={<IconPlus size={16} />}
            onClick={() => add(kind)}
          >
            {orthosisKindText[kind]}
            {needsPrescriber ? ' (prescriber)' : ''}
          </Button>
        ))}
        <Button
          size="compact-md"
          variant="default"
          leftSection={<IconPlus size={16} />}
          onClick={() => add('brace')}
        >
          {orthosisKindText.brace}
        </Button>
      </Group>
      {orthoses.length === 0 ? (
        <p className={classes.soft}>
          None. What the client wears from shoe to shoe goes here; a thing glued into one shoe is its insert.
          Tried in this order: {order.map(({ kind }) => orthosisKindText[kind]).join(', ')}.
        </p>
      ) : (
        <div className={classes.scroll}>
          <table className={classes.matrix}>
            <thead>
              <tr>
                <th scope="col">in which shoes it fits</th>
                {worn.map((shoe) => (
                  <th key={shoe.id} scope="col">
                    {shoe.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {orthoses.map(({ orthosis, inShoes }) => (
                <tr key={orthosis.id}>
                  <th scope="row">{orthosisName(orthosis)}</th>
                  {worn.map((shoe) => (
                    <Cell key={shoe.id} fit={inShoes.find((f) => f.shoeId === shoe.id)} />
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {orthoses.map(({ orthosis, fade }) => (
        <OrthosisForm key={orthosis.id} orthosis={orthosis} fade={fade} />
      ))}
      <p className={classes.soft}>
        {recheckText} {customReferral}
      </p>
    </fieldset>
  )
}

function Cell({ fit }: { fit: OrthosisInShoe | undefined }) {
  if (!fit) return <td>foot length not known</td>
  return (
    <td data-verdict={fit.verdict}>
      <b>{orthosisVerdictText[fit.verdict]}</b>
      {fit.aspects.map((aspect) => (
        <span key={aspect.aspect}>{aspectSentence(aspect)}</span>
      ))}
    </td>
  )
}

function OrthosisForm({ orthosis: { id, ...orthosis }, fade }: { orthosis: Orthosis; fade: FadePlan }) {
  const record = useRecord()
  const put = (part: Partial<WornOrthosis>) =>
    record({
      [`device.${id}`]: Object.fromEntries(
        Object.entries({ ...orthosis, ...part }).filter(([, v]) => v !== undefined),
      ),
    })
  return (
    <section className={classes.orthosis} aria-label={orthosisName(orthosis)}>
      <h3>{orthosisName(orthosis)}</h3>
      <div className={classes.fields}>
        <Select
          label="Kind"
          allowDeselect={false}
          data={options(orthosisKinds, orthosisKindText)}
          value={orthosis.kind}
          onChange={(kind) => kind && put({ kind })}
        />
        {orthosis.kind !== 'brace' && (
          <Select
            label="Volume"
            allowDeselect={false}
            data={options(volumeClasses, volumeText)}
            value={orthosis.volume}
            onChange={(volume) => volume && put({ volume })}
          />
        )}
        <Select
          label="Reason"
          allowDeselect={false}
          data={options(orthosisReasons, orthosisReasonText)}
          value={orthosis.reason}
          onChange={(reason) => reason && put({ reason })}
        />
        <MonthField label="Since" value={orthosis.since} onPut={(since) => put({ since })} />
        {orthosis.kind === 'custom' && (
          <TextInput
            label="Prescribed by (role)"
            placeholder="podiatrist"
            maxLength={80}
            defaultValue={orthosis.prescriber ?? ''}
            onBlur={(event) => put({ prescriber: event.currentTarget.value.trim() || undefined })}
          />
        )}
        <MmField label="Thick, heel" max={40} value={orthosis.heelMm} onPut={(heelMm) => put({ heelMm })} />
        <MmField label="Thick, arch" max={50} value={orthosis.archMm} onPut={(archMm) => put({ archMm })} />
        <MmField
          label="Thick, forefoot"
          max={30}
          value={orthosis.forefootMm}
          onPut={(forefootMm) => put({ forefootMm })}
        />
        <MmField
          label="Wide, ball"
          max={140}
          value={orthosis.widthBallMm}
          onPut={(widthBallMm) => put({ widthBallMm })}
        />
        <MmField
          label="Wide, heel"
          max={110}
          value={orthosis.widthHeelMm}
          onPut={(widthHeelMm) => put({ widthHeelMm })}
        />
        <NumberInput
          label="Worn a day"
          suffix=" h"
          min={0}
          max={24}
          clampBehavior="strict"
          hideControls
          value={orthosis.hoursPerDay ?? ''}
          onChange={(h) => put({ hoursPerDay: typeof h === 'number' ? h : undefined })}
        />
      </div>
      <Fade plan={fade} />
      <Button
        size="compact-sm"
        variant="subtle"
        color="gray"
        onClick={() => record({ [`device.${id}`]: null })}
      >
        Take it away
      </Button>
    </section>
  )
}

function Fade({ plan }: { plan: FadePlan }) {
  if (!plan.isOpen) return <p>{fadeBlockText[plan.because]}</p>
  return (
    <p>
      Fades as control returns:{' '}
      {plan.steps.map((step) => `week ${step.fromWeek}: ${num(step.hoursPerDay, 0)} h`).join(' · ')} a day.
      Hold a step while anything is sore.
    </p>
  )
}
