import { Button } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { readShelf } from '@sturvo/core/footwear'
import type { ShoeOnShelf } from '@sturvo/schema'
import { narrowHoursText, num, pct } from '@sturvo/words'
import { useAppDispatch, useAppSelector } from '../../../app/store'
import { newId } from '../../../app/newId'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { ProfileBars } from './ProfileBars'
import classes from './Shelf.module.css'
import { ShelfView } from './ShelfView'
import { hoursMoved, pageOpened, selectWhatIf, shoeChosen, whatIfBegun, whatIfEnded } from './shoesSlice'
import { useChosenShoe } from './useShelf'

/** The shelf above the pages of the shoes: what is on the feet most of the week, and what would change if. */
export function ShelfPanel() {
  const { references } = useVisitFrame()
  const { reading, facts } = useVisitReading()
  const record = useRecord()
  const dispatch = useAppDispatch()
  const whatIf = useAppSelector(selectWhatIf)
  const chosen = useChosenShoe()
  const { shelf } = reading
  const { shoes } = facts
  const add = (part: Partial<ShoeOnShelf> = {}) => {
    const id = newId()
    record({ [`shoe.${id}`]: { name: `Shoe ${shoes.length + 1}`, ...part } satisfies ShoeOnShelf })
    dispatch(shoeChosen(id))
    dispatch(pageOpened('shoe'))
  }
  const onShelf = shelf.shoes.filter((r) => !r.shoe.isRetired || chosen?.reading.shoe.id === r.shoe.id)
  const hours = whatIf ?? hoursOf(shoes)
  const then =
    whatIf &&
    readShelf(
      // a ghost that gets hours is worn, in this thought
      shoes.map((shoe) => ({ ...shoe, isGhost: false, hoursPerWeek: whatIf[shoe.id] ?? shoe.hoursPerWeek })),
      reading.look,
      references,
    )
  const keep = () => {
    if (!whatIf) return
    record(
      Object.fromEntries(
        shoes
          .filter((shoe) => whatIf[shoe.id] !== undefined && whatIf[shoe.id] !== (shoe.hoursPerWeek ?? 0))
          .map(({ id, ...shoe }) => [`shoe.${id}`, { ...shoe, hoursPerWeek: whatIf[id], isGhost: false }]),
      ),
    )
    dispatch(whatIfEnded())
  }
  if (shoes.length === 0) return <EmptyShelf onAdd={() => add()} />
  return (
    <div className={classes.panel}>
      <div className={classes.head}>
        <p>
          <b>On the feet {num(shelf.hoursPerWeek, 0)} h a week</b>
          {shelf.mostWorn && (
            <>
              {' '}
              · worn most: <b>{shelf.mostWorn.shoe.name}</b>, {pct(shelf.mostWorn.hoursShare)}
            </>
          )}
          {shelf.narrow.knownShare > 0 && <small>{narrowHoursText(shelf.narrow)}</small>}
        </p>
        <div className={classes.buttons}>
          {whatIf ? (
            <>
              <Button size="compact-md" onClick={keep}>
                Keep these hours
              </Button>
              <Button size="compact-md" variant="default" onClick={() => dispatch(whatIfEnded())}>
                Back to now
              </Button>
            </>
          ) : (
            <>
              <Button
                size="compact-md"
                variant="default"
                disabled={onShelf.length < 2 || shelf.hoursPerWeek <= 0}
                onClick={() => dispatch(whatIfBegun(hoursOf(shoes)))}
              >
                What if
              </Button>
              <Button
                size="compact-md"
                variant="default"
                onClick={() => add({ name: 'What if', isGhost: true })}
              >
                Add a ghost
              </Button>
              <Button
                size="compact-md"
                variant="default"
                leftSection={<IconPlus size={16} />}
                onClick={() => add()}
              >
                Add a shoe
              </Button>
            </>
          )}
        </div>
      </div>
      {whatIf && (
        <p className={classes.hint} role="status">
          Drag the borders below, or move them with the arrow keys. Nothing is kept yet.
        </p>
      )}
      <ShelfView
        shoes={onShelf}
        references={references}
        chosenId={chosen?.reading.shoe.id}
        onChosen={(id) => dispatch(shoeChosen(id))}
        hours={hours}
        onMoved={whatIf ? (from, to, h) => dispatch(hoursMoved({ from, to, hours: h })) : undefined}
      />
      <ProfileBars now={shelf.profile} then={then?.profile} />
    </div>
  )
}

function hoursOf(
  shoes: readonly {
    id: string
    hoursPerWeek?: number | undefined
    isGhost?: boolean | undefined
    isRetired?: boolean | undefined
  }[],
) {
  return Object.fromEntries(
    shoes.filter((s) => !s.isRetired).map((s) => [s.id, s.isGhost ? 0 : (s.hoursPerWeek ?? 0)]),
  )
}

function EmptyShelf({ onAdd }: { onAdd: () => void }) {
  return (
    <div className={classes.empty}>
      <p>Begin with the shoe that is worn most hours a week. Half the numbers may be missing.</p>
      <Button leftSection={<IconPlus size={16} />} onClick={onAdd}>
        Add a shoe
      </Button>
    </div>
  )
}
