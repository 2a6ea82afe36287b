import { Button, Chip, Group, Modal, NumberInput, Select, Stack, TextInput } from '@mantine/core'
import { schemaResolver, useForm, type UseFormReturnType } from '@mantine/form'
import { useState } from 'react'
import { lengthUnits, massUnits } from '@sturvo/core/units'
import { kitItems } from '@sturvo/core/training'
import { newPersonSchema, type NewPerson, type Person } from '@sturvo/schema'
import { kitText } from '@sturvo/words'
import { useAddPersonMutation, useChangePersonMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import { newId } from '../../app/newId'
import { toFirstFault } from '../../parts/toFirstFault'
import { useBeginVisit } from './useBeginVisit'

type Form = UseFormReturnType<NewPerson>

/** What is typed about a person, checked by the contract that the server checks by, and where it goes. */
function usePersonForm(person: Person | undefined, onClosed: () => void) {
  const form: Form = useForm<NewPerson>({
    initialValues: {
      ...newPersonSchema.parse(person ?? { id: newId(), name: 'new' }),
      name: person?.name ?? '',
    },
    validate: schemaResolver(newPersonSchema, { sync: true }),
  })
  const [problem, setProblem] = useState('')
  const [add, adding] = useAddPersonMutation()
  const [change, changing] = useChangePersonMutation()
  const begin = useBeginVisit()
  const store = async (input: NewPerson, thenVisit: boolean) => {
    const { id, ...rest } = newPersonSchema.parse(input)
    try {
      if (person) await change({ id: person.id, version: person.version, change: rest }).unwrap()
      else await add({ id, ...rest }).unwrap()
      if (thenVisit) await begin.start(id, undefined)
      else onClosed()
    } catch (error) {
      setProblem(failureText(error))
    }
  }
  return {
    form,
    problem,
    isAdding: adding.isLoading,
    isStoring: adding.isLoading || changing.isLoading || begin.isLoading,
    /** stores what is typed if the contract takes it; else each field says what is wrong with it */
    submit: (thenVisit: boolean) =>
      form.onSubmit((input) => void store(input, thenVisit), toFirstFault(form)),
  }
}

/** Adds or changes a person; what is typed stays in the form until it is stored. */
export function PersonForm({ person, onClosed }: { person?: Person | undefined; onClosed: () => void }) {
  const { form, problem, isAdding, isStoring, submit } = usePersonForm(person, onClosed)
  return (
    <Modal opened onClose={onClosed} title={person ? person.name : 'A new client'} size="lg">
      <form onSubmit={submit(!person)} noValidate>
        <Stack gap="sm">
          <TextInput label="Name" required data-autofocus {...form.getInputProps('name')} />
          <Group grow align="start">
            <TextInput label="Pronouns" {...form.getInputProps('pronouns')} />
            <NumberInput
              label="Birth year"
              hideControls
              {...form.getInputProps('birthYear')}
              value={form.values.birthYear ?? ''}
              onChange={(v) => form.setFieldValue('birthYear', typeof v === 'number' ? v : null)}
            />
            <TextInput label="Work" {...form.getInputProps('work')} />
          </Group>
          <Group grow align="start">
            <TextInput label="Phone (optional)" {...form.getInputProps('phone')} />
            <TextInput label="E-mail (optional)" {...form.getInputProps('email')} />
          </Group>
          <Group grow>
            <Select
              label="Lengths in"
              data={[...lengthUnits]}
              allowDeselect={false}
              {...form.getInputProps('lengthUnit')}
            />
            <Select
              label="Weights in"
              data={[...massUnits]}
              allowDeselect={false}
              {...form.getInputProps('massUnit')}
            />
          </Group>
          <KitOwned form={form} />
          {problem !== '' && <p role="alert">{problem}</p>}
          <Group justify="flex-end">
            {!person && (
              <Button variant="default" loading={isAdding} onClick={() => submit(false)()}>
                Add only
              </Button>
            )}
            <Button type="submit" loading={isStoring}>
              {person ? 'Store' : 'Add and begin the visit'}
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  )
}

function KitOwned({ form }: { form: Form }) {
  return (
    <div>
      <p id="kit-owned">Kit at home</p>
      <Chip.Group
        multiple
        value={form.values.kit}
        onChange={(kit) =>
          form.setFieldValue(
            'kit',
            kitItems.filter((item) => kit.includes(item)),
          )
        }
      >
        <Group gap={6} mt={6} role="group" aria-labelledby="kit-owned">
          {kitItems.map((item) => (
            <Chip key={item} value={item} size="sm">
              {kitText[item]}
            </Chip>
          ))}
        </Group>
      </Chip.Group>
    </div>
  )
}
