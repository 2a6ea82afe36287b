import { Button, Group, Modal, Table } from '@mantine/core'
import { useAppDispatch, useAppSelector } from '../../app/store'
import { notifications } from '@mantine/notifications'
import { useEffect } from 'react'
import { clashDecided, refusalRead, selectVisit } from '../../outbox/visitSlice'
import { fieldName } from './fieldName'

/** Two people changed one field: both values, and the choice. Nothing is lost until one is chosen. */
export function ClashDialog() {
  const { clashes, refused } = useAppSelector(selectVisit)
  const dispatch = useAppDispatch()
  useEffect(() => {
    if (!refused) return
    notifications.show({ color: 'oxide', title: 'Not stored', message: refused, autoClose: 8000 })
    dispatch(refusalRead())
  }, [refused, dispatch])
  return (
    <Modal
      opened={clashes.length > 0}
      onClose={() => undefined}
      withCloseButton={false}
      title="Someone else changed the same field"
      closeOnEscape={false}
      closeOnClickOutside={false}
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
          {clashes.map((clash) => (
            <Table.Tr key={clash.path}>
              <Table.Td>{fieldName(clash.path)}</Table.Td>
              <Table.Td>{shown(clash.yours)}</Table.Td>
              <Table.Td>{shown(clash.theirs)}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={() => dispatch(clashDecided('theirs'))}>
          Take theirs
        </Button>
        <Button onClick={() => dispatch(clashDecided('mine'))}>Keep mine</Button>
      </Group>
    </Modal>
  )
}

function shown(value: unknown): string {
  if (value === null || value === undefined) return 'empty'
  return typeof value === 'string' ? value : JSON.stringify(value).slice(0, 80)
}
