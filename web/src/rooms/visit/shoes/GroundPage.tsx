import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { BaseReading } from '@sturvo/core/ground'
import { sides } from '@sturvo/core/side'
import { customReferral, num } from '@sturvo/words'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Ground.module.css'

/** The ground under the leg in numbers: margin, needed flare, and what tips it. */
export function GroundPage() {
  const { visitId, references } = useVisitFrame()
  const { reading, facts } = useVisitReading()
  const { shoes } = reading
  const rows = [
    { key: 'barefoot', name: 'barefoot', bases: shoes.barefoot, hasInsert: false },
    ...shoes.shoes
      .filter((s) => !s.reading.shoe.isRetired)
      .map((s) => ({
        key: s.reading.shoe.id,
        name: s.reading.shoe.name,
        bases: s.bases,
        hasInsert: ['support', 'custom'].includes(s.reading.shoe.insert?.kind ?? 'none'),
      })),
  ]
  const isNeeded = sides.some((side) => shoes.needsBase[side])
  return (
    <div className={classes.page}>
      <p className={classes.text}>
        {isNeeded
          ? `Looked at because of ${sides.filter((side) => shoes.needsBase[side]).join(' and ')}: grade 2 and more, or a heel that rolls in. `
          : 'No grade and no heel asks for it here; measured values are read all the same. '}
        An arch support with no base beneath it cannot hold.
      </p>
      <MirrorRows title="line of the leg, from behind">
        <MirrorRow measure="loadLine" />
        <MirrorRow measure="legLine" />
        <MirrorRow measure="heelRest" />
        <MirrorRow measure="heelWidth" />
      </MirrorRows>
      <p className={classes.text}>
        <Button
          component={Link}
          to={`/visit/${visitId}/look#look-photos`}
          variant="default"
          size="compact-md"
        >
          To the photo from behind
        </Button>
      </p>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">stands on</th>
            <th scope="col">● left</th>
            <th scope="col">right ■</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, name, bases, hasInsert }) => (
            <tr key={key}>
              <th scope="row">{name}</th>
              {sides.map((side) => (
                <td key={side} data-beside={(bases[side]?.marginMm ?? 0) < 0}>
                  {baseText(bases[side], hasInsert)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className={`${classes.text} ${classes.soft}`}>
        Margin: inner edge of the base less the line of the leg; {num(references.baseMarginMm, 0)} mm wanted.
        Moment on one leg with{' '}
        {facts.bodyMassKg === undefined
          ? 'a body mass that is not known yet'
          : `${num(facts.bodyMassKg, 0)} kg`}
        . {customReferral}
      </p>
    </div>
  )
}

function baseText(base: BaseReading | undefined, hasInsert: boolean): string {
  if (!base) return 'not known: base of the heel or line of the leg is missing'
  const flare = base.neededFlareMm > 0 ? `, ${num(base.neededFlareMm, 0)} mm flare needed` : ''
  if (base.marginMm >= 0) return `${num(base.marginMm, 0)} mm margin${flare}`
  const tips = base.tippingNm === undefined ? '' : `, ${num(base.tippingNm)} Nm tip it inwards`
  const insert = hasInsert ? '. Its insert cannot hold: nothing is beneath it' : ''
  return `${num(-base.marginMm, 0)} mm beside the base${flare}${tips}${insert}`
}
