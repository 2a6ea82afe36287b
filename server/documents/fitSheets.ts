import { activityOf } from '@sturvo/core/fit'
import { neededOf } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import type { SvgNode } from '@sturvo/pages/feetPage'
import { fitPages, type FitPaper } from '@sturvo/pages/fitPage'
import { fault, notFound } from '../http/faults'
import type { readVisit } from '../visits/readVisit'

/** Both feet over one shoe at true size, with what to look for. */
export function fitSheets(
  { person, practice, references, facts, reading, settings }: Awaited<ReturnType<typeof readVisit>>,
  shoeId: string,
  paper: FitPaper,
  on: string,
): SvgNode[] {
  const { shoes } = reading
  const shoe = shoes.shoes.find((s) => s.reading.shoe.id === shoeId)
  if (!shoe) throw notFound('shoe')
  const needed = neededOf(shoes, facts, settings, activityOf(shoe.reading.shoe), references)
  const sheets = sides.flatMap((side) => {
    const foot = shoes.feet[side]
    const fit = shoe.fits[side]
    return foot && fit && shoe.insole
      ? fitPages({
          paper,
          fonts: { text: 'Text', heading: 'Heading' },
          practice: practice.name,
          client: person.name,
          on,
          shoe: shoe.reading.shoe.name,
          side,
          foot,
          insole: shoe.insole,
          fit,
          needed,
        })
      : []
  })
  if (sheets.length === 0) throw fault('noFit', 'shoe')
  return sheets
}
