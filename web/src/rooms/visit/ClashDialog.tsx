import { Button, Group, Modal, Table } from '@mantine/core'
import { useAppSelector } from '../../app/store'
import { usePauseInTyping } from '../../app/usePauseInTyping'
import { keyOf, type KeptEdit } from '../../outbox/edit'
import { outbox } from '../../outbox/outbox'
import { selectOutbox } from '../../outbox/visitSlice'
import { fieldName } from '@sturvo/words'
import { shownValue } from './shownValue'

/** Two people changed one field: both values, and the choice for each. Nothing is lost until one is chosen. */
export function ClashDialog() {
  const { troubled } = useAppSelector(selectOutbox)
  const clashes = troubled.filter((edit) => edit.obstacle?.kind === 'clash')
  const isOpen = usePauseInTyping(clashes.length > 0)
  const decideAll = (keep: 'mine' | 'theirs') => clashes.forEach((edit) => outbox.decide(keyOf(edit), keep))
  return (
    <Modal
      opened={isOpen}
      onClose={() => undefined}
      withCloseButton={false}
      title="Someone else changed the same field"
      closeOnEscape={false}
      closeOnClickOutside={false}
      size="lg"
    >
      <Table>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Field</Table.Th>
            <Table.Th>Yours</Table.Th>
            <Table.Th>Theirs</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {clashes.map((edit) => (
            <ClashLine key={keyOf(edit)} edit={edit} isOneOfMany={clashes.length > 1} />
          ))}
        </Table.Tbody>
      </Table>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={() => decideAll('theirs')}>
          {clashes.length > 1 ? 'Take all of theirs' : 'Take theirs'}
        </Button>
        <Button onClick={() => decideAll('mine')}>
          {clashes.length > 1 ? 'Keep all of mine' : 'Keep mine'}
        </Button>
      </Group>
    </Modal>
  )
}

function ClashLine({ edit, isOneOfMany }: { edit: KeptEdit; isOneOfMany: boolean }) {
  const theirs = edit.obstacle?.kind === 'clash' ? edit.obstacle.theirs : undefined
  const choice = (keep: 'mine' | 'theirs', value: unknown) =>
    isOneOfMany ? (
      <Button
        size="xs"
        variant="default"
        aria-label={`${fieldName(edit.path)}: ${keep === 'mine' ? 'keep mine' : 'take theirs'}, ${shownValue(value)}`}
        onClick={() => outbox.decide(keyOf(edit), keep)}
      >
        {shownValue(value)}
      </Button>
    ) : (
      shownValue(value)
    )
  return (
    <Table.Tr>
      <Table.Td>{fieldName(edit.path)}</Table.Td>
      <Table.Td>{choice('mine', edit.value)}</Table.Td>
      <Table.Td>{choice('theirs', theirs)}</Table.Td>
    </Table.Tr>
  )
}
