import type { ShoeOnFeet } from '@sturvo/core/reading'
import { useAppSelector } from '../../../app/store'
import { useRecord, useVisitReading } from '../visitContext'
import type { Shoe } from '@sturvo/core/footwear'
import { selectChosenId } from './shoesSlice'

/** The shoe on the table: the chosen one, or the one worn most. */
export function useChosenShoe(): ShoeOnFeet | undefined {
  const { reading } = useVisitReading()
  const chosenId = useAppSelector(selectChosenId)
  const { shoes } = reading.shoes
  return shoes.find((s) => s.reading.shoe.id === chosenId) ?? shoes[0]
}

/** Changes a part of a shoe; undefined takes a value away. */
export function useShoeChange(): (shoe: Shoe, part: Partial<Shoe>) => void {
  const record = useRecord()
  return ({ id, ...shoe }, part) =>
    record({
      [`shoe.${id}`]: Object.fromEntries(
        Object.entries({ ...shoe, ...part }).filter(([, value]) => value !== undefined),
      ),
    })
}
