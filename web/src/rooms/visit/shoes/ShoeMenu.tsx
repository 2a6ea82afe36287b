import { Button, Menu } from '@mantine/core'
import type { Shoe } from '@sturvo/core/footwear'
import { shoesOf } from '@sturvo/schema'
import { useAppDispatch } from '../../../app/store'
import { newId } from '../../../app/newId'
import { useRecord, useVisitFields } from '../visitContext'
import { shoeChosen } from './shoesSlice'
import { useShoeChange } from './useShelf'

/** Copies, ghosts, retired shoes, and off the shelf. */
export function ShoeMenu({ shoe }: { shoe: Shoe }) {
  const fields = useVisitFields()
  const record = useRecord()
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
