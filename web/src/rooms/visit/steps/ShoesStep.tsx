import { sides } from '@sturvo/core/side'
import { useAppDispatch, useAppSelector } from '../../../app/store'
import { ChoiceRow } from '../../../parts/ChoiceRow'
import { OrthosesPage } from '../shoes/OrthosesPage'
import { FitPage } from '../shoes/FitPage'
import { FitPanel } from '../shoes/FitPanel'
import { GroundPage } from '../shoes/GroundPage'
import { GroundPanel } from '../shoes/GroundPanel'
import { LookPage } from '../shoes/LookPage'
import { ShelfPanel } from '../shoes/ShelfPanel'
import { ShoePage } from '../shoes/ShoePage'
import { pageOpened, selectPage, shoeChosen, shoePages, type ShoePage as Page } from '../shoes/shoesSlice'
import { useChosenShoe } from '../shoes/useShelf'
import { useVisitReading } from '../visitContext'
import classes from './ShoesStep.module.css'

const pageName: Record<Page, string> = {
  shoe: 'The shoe',
  fit: 'Fit',
  ground: 'Ground under the leg',
  devices: 'Devices',
  look: 'What to look for',
}
const ofOneShoe: readonly Page[] = ['shoe', 'fit']

/** What stands above the pages: the shelf, the feet over one shoe, or the leg over its base. */
export function ShoesDrawing() {
  const page = useAppSelector(selectPage)
  const on = useChosenShoe()
  if (page === 'fit' && on) return <FitPanel on={on} />
  if (page === 'ground' && on) return <GroundPanel />
  return <ShelfPanel />
}

/** The pages of the step: one shoe in numbers, its fit, the ground, devices, and what to look for. */
export function ShoesStep() {
  const { reading } = useVisitReading()
  const dispatch = useAppDispatch()
  const page = useAppSelector(selectPage)
  const on = useChosenShoe()
  const { shoes, needsBase } = reading.shoes
  if (!on) return <p className={classes.begin}>The pages of a shoe open here.</p>
  return (
    <div className={classes.step}>
      <div className={classes.bar}>
        <ChoiceRow
          name="Page"
          className={classes.pages}
          choices={shoePages.map((value) => ({
            value,
            content: (
              <>
                {pageName[value]}
                {value === 'ground' && sides.some((side) => needsBase[side]) && <small>check</small>}
              </>
            ),
          }))}
          value={page}
          onSet={(next) => next && dispatch(pageOpened(next))}
        />
        {ofOneShoe.includes(page) && shoes.length > 1 && (
          <select
            className={classes.which}
            aria-label="Which shoe"
            value={on.reading.shoe.id}
            onChange={(event) => dispatch(shoeChosen(event.currentTarget.value))}
          >
            {shoes.map(({ reading: { shoe } }) => (
              <option key={shoe.id} value={shoe.id}>
                {shoe.name}
              </option>
            ))}
          </select>
        )}
      </div>
      {page === 'shoe' && <ShoePage key={on.reading.shoe.id} on={on} />}
      {page === 'fit' && <FitPage on={on} />}
      {page === 'ground' && <GroundPage />}
      {page === 'devices' && <OrthosesPage />}
      {page === 'look' && <LookPage />}
    </div>
  )
}
