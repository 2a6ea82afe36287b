import { Kbd, Modal, Table } from '@mantine/core'

const keys: [string, string][] = [
  ['[   ]', 'step back, step on'],
  ['Ctrl K', 'find anything'],
  ['Ctrl Z   Shift Ctrl Z', 'undo, redo'],
  ['L   R', 'left, right value of the row'],
  ['↑   ↓', 'row above, row below'],
  ['=', 'same as the other side'],
  ['N', 'not tested'],
  ['A', 'again: a second trial'],
  ['M', 'next layer of the Mat'],
  ['V', 'show the client'],
  ['P', 'pin the top sentence'],
  ['?', 'all keys'],
]

export function KeysHelp({ isOpen, onClosed }: { isOpen: boolean; onClosed: () => void }) {
  return (
    <Modal opened={isOpen} onClose={onClosed} title="Keys">
      <Table>
        <Table.Tbody>
          {keys.map(([key, does]) => (
            <Table.Tr key={key}>
              <Table.Td>
                <Kbd>{key}</Kbd>
              </Table.Td>
              <Table.Td>{does}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Modal>
  )
}
