import { Button, Group, Modal, MultiSelect, NumberInput, Select, Textarea, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import {
  amountIn,
  exerciseTraits,
  gateIds,
  kitItems,
  ownDrillPrefix,
  ownDrillProblem,
  type Exercise,
  type OwnDrill,
} from '@sturvo/core/training'
import { behindGateText, kitText, ownDrillSentence, traitText } from '@sturvo/words'
import { failureText } from '../../../app/failureText'
import { newId } from '../../../app/newId'
import { useKeepDrillMutation } from '../../../app/practiceApi'
import { MovementView } from '../../../parts/MovementView'
import { useVisitFrame } from '../visitContext'
import classes from './Drills.module.css'

const texts = [
  ['name', 'Name', 60],
  ['client', 'Name for the client', 60],
  ['cue', 'Cue', 200],
  ['slip', 'Slip to watch for', 200],
  ['easier', 'Easier', 200],
  ['harder', 'Harder', 200],
  ['note', 'From where (study, colleague, own practice)', 200],
] as const

/** A new own drill begins as a copy of its basis without its words' claim: the name and the source are to be filled in. */
function draftFrom(basis: Exercise): OwnDrill {
  const { client, cue, slip, easier, harder, sets } = basis
  return {
    id: `${ownDrillPrefix}${newId()}`,
    basis: basis.id,
    name: '',
    client,
    cue,
    slip,
    easier,
    harder,
    note: '',
    kit: [],
    traits: [],
    sets,
    start: amountIn(basis.start),
    most: amountIn(basis.most),
  }
}

/**
 * A drill of the practice's own. Figure, position and everything the basis asks for stay and cannot be taken away; kit,
 * demands and a gate may be added.
 * @param own the drill to change; left out, a new one
 */
export function OwnDrillForm({
  basis,
  own,
  onClose,
}: {
  basis: Exercise
  own?: OwnDrill | undefined
  onClose: (kept?: string) => void
}) {
  const { practice } = useVisitFrame()
  const [keep, { isLoading }] = useKeepDrillMutation()
  const [failure, setFailure] = useState('')
  const form = useForm<OwnDrill>({ initialValues: own ?? draftFrom(basis) })
  const submit = form.onSubmit(async (values) => {
    const drill: OwnDrill = { ...values, gate: values.gate ?? undefined }
    const problem = ownDrillProblem(drill)
    if (problem) {
      const field = problem.what === 'empty' ? problem.field : problem.what === 'sets' ? 'sets' : 'most'
      form.setFieldError(field, ownDrillSentence(problem))
      document.getElementById(`own-${field}`)?.focus()
      return
    }
    try {
      await keep({ version: practice.version, drill }).unwrap()
      onClose(drill.id)
    } catch (error) {
      setFailure(failureText(error))
    }
  })
  const unit = 'holdS' in basis.most ? 's' : 'repetitions'
  return (
    <Modal
      opened
      onClose={() => onClose()}
      title={own ? `Change ${own.name}` : `Your own drill, made from ${basis.name}`}
      size="lg"
    >
      <form onSubmit={submit} noValidate>
        <div className={classes.ownHead}>
          <MovementView id={basis.id} width={200} />
          <p className={classes.soft}>
            Its figure and position stay, and so does all it asks for:{' '}
            {[...basis.traits.map((t) => traitText[t]), ...basis.kit.map((k) => kitText[k])].join(', ') ||
              'nothing special'}
            {basis.gate ? `; gate: ${behindGateText[basis.gate].toLowerCase()}` : ''}. You may add to it. A
            caution that forbids {basis.name} forbids this too.
          </p>
        </div>
        {texts.map(([field, label, most]) =>
          field === 'cue' ? (
            <Textarea
              key={field}
              id={`own-${field}`}
              label={label}
              maxLength={most}
              autosize
              {...form.getInputProps(field)}
            />
          ) : (
            <TextInput
              key={field}
              id={`own-${field}`}
              label={label}
              maxLength={most}
              data-autofocus={field === 'name' || undefined}
              {...form.getInputProps(field)}
            />
          ),
        )}
        <Group gap={12} align="start" grow>
          <NumberInput
            id="own-sets"
            label="Sets, at most"
            min={1}
            max={basis.sets}
            allowDecimal={false}
            {...form.getInputProps('sets')}
          />
          <NumberInput
            id="own-start"
            label={`Starts with, ${unit}`}
            min={1}
            max={amountIn(basis.most)}
            allowDecimal={false}
            {...form.getInputProps('start')}
          />
          <NumberInput
            id="own-most"
            label={`Grows to, ${unit}`}
            min={1}
            max={amountIn(basis.most)}
            allowDecimal={false}
            {...form.getInputProps('most')}
          />
        </Group>
        <MultiSelect
          label="It asks for besides"
          description="Cautions, sore places, settings and the licence filter by these."
          searchable
          data={exerciseTraits
            .filter((t) => !basis.traits.includes(t))
            .map((t) => ({ value: t, label: traitText[t] }))}
          {...form.getInputProps('traits')}
        />
        <MultiSelect
          label="Kit besides"
          searchable
          data={kitItems.filter((k) => !basis.kit.includes(k)).map((k) => ({ value: k, label: kitText[k] }))}
          {...form.getInputProps('kit')}
        />
        {!basis.gate && (
          <Select
            label="Gate"
            placeholder="none"
            clearable
            data={gateIds.map((id) => ({ value: id, label: behindGateText[id] }))}
            {...form.getInputProps('gate')}
          />
        )}
        {failure !== '' && (
          <p role="alert" className={classes.failure}>
            {failure}
          </p>
        )}
        <Group justify="flex-end" mt={14}>
          <Button variant="default" onClick={() => onClose()}>
            Cancel
          </Button>
          <Button type="submit" loading={isLoading}>
            Keep the drill
          </Button>
        </Group>
      </form>
    </Modal>
  )
}
