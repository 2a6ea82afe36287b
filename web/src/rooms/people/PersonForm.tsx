import { Button, Chip, Group, Modal, NumberInput, Select, Stack, TextInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { lengthUnits, massUnits } from '@sturvo/core/units'
import { kitItems } from '@sturvo/core/training'
import { firstSentence, newPersonSchema, type NewPerson, type Person } from '@sturvo/schema'
import { kitText } from '@sturvo/words'
import { useAddPersonMutation, useChangePersonMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import { newId } from '../../app/newId'
import { useBeginVisit } from './useBeginVisit'

/** Adds or changes a person; what is typed stays in the form until it is stored. */
export function PersonForm({ person, onClosed }: { person?: Person | undefined; onClosed: () => void }) {
  const [input, setInput] = useState<NewPerson>(() =>
    newPersonSchema.parse(person ?? { id: newId(), name: 'new' }),
  )
  const [name, setName] = useState(person?.name ?? '')
  const [problem, setProblem] = useState('')
  const [add, adding] = useAddPersonMutation()
  const [change, changing] = useChangePersonMutation()
  const begin = useBeginVisit()
  const put = (part: Partial<NewPerson>) => setInput({ ...input, ...part })
  const store = async (thenVisit: boolean) => {
    const parsed = newPersonSchema.safeParse({ ...input, name })
    if (!parsed.success) return setProblem(firstSentence(parsed.error))
    const { id, ...rest } = parsed.data
    try {
      if (person) await change({ id: person.id, version: person.version, change: rest }).unwrap()
      else await add(parsed.data).unwrap()
      if (thenVisit) await begin.start(id)
      else onClosed()
    } catch (error) {
      setProblem(failureText(error))
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void store(!person)
  }
  const text = (key: 'pronouns' | 'work' | 'phone' | 'email', label: string) => (
    <TextInput label={label} value={input[key]} onChange={(e) => put({ [key]: e.currentTarget.value })} />
  )
  return (
    <Modal opened onClose={onClosed} title={person ? person.name : 'A new client'} size="lg">
      <form onSubmit={submit}>
        <Stack gap="sm">
          <TextInput
            label="Name"
            required
            data-autofocus
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
          />
          <Group grow align="start">
            {text('pronouns', 'Pronouns')}
            <NumberInput
              label="Birth year"
              value={input.birthYear ?? ''}
              hideControls
              onChange={(v) => put({ birthYear: typeof v === 'number' ? v : null })}
            />
            {text('work', 'Work')}
          </Group>
          <Group grow>
            {text('phone', 'Phone (optional)')}
            {text('email', 'E-mail (optional)')}
          </Group>
          <Group grow>
            <Select
              label="Lengths in"
              data={[...lengthUnits]}
              value={input.lengthUnit}
              allowDeselect={false}
              onChange={(v) => put({ lengthUnit: lengthUnits.find((u) => u === v) ?? 'mm' })}
            />
            <Select
              label="Weights in"
              data={[...massUnits]}
              value={input.massUnit}
              allowDeselect={false}
              onChange={(v) => put({ massUnit: massUnits.find((u) => u === v) ?? 'kg' })}
            />
          </Group>
          <div>
            <p id="kit-owned">Kit at home</p>
            <Chip.Group
              multiple
              value={input.kit}
              onChange={(kit) => put({ kit: kitItems.filter((item) => kit.includes(item)) })}
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
          {problem !== '' && <p role="alert">{problem}</p>}
          <Group justify="flex-end">
            {!person && (
              <Button variant="default" loading={adding.isLoading} onClick={() => void store(false)}>
                Add only
              </Button>
            )}
            <Button type="submit" loading={adding.isLoading || changing.isLoading || begin.isLoading}>
              {person ? 'Store' : 'Add and begin the visit'}
            </Button>
          </Group>
        </Stack>
      </form>
    </Modal>
  )
}
