import { Button, NumberInput } from '@mantine/core'
import type { ExposureWish, TransitionReading } from '@sturvo/core/reading'
import { num } from '@sturvo/words'
import { useRecord, useVisitReading } from '../visitContext'
import classes from './Pace.module.css'

const lines = [
  { key: 'standMin', name: 'standing', of: (t: TransitionReading) => t.from.minutes.stand },
  { key: 'walkMin', name: 'walking', of: (t: TransitionReading) => t.from.minutes.walk },
  { key: 'trainMin', name: 'training', of: (t: TransitionReading) => t.from.minutes.train },
  { key: 'runMin', name: 'running', of: (t: TransitionReading) => t.from.minutes.run },
  { key: 'newMin', name: 'of it thin or barefoot', of: (t: TransitionReading) => t.from.newMinutes },
  { key: 'newRunMin', name: 'run in thin shoes', of: (t: TransitionReading) => t.from.newRunMinutes },
] as const

const minutesPerHour = 60

/** Today's week on the feet as it was added up from shelf and week, each line open to who knows better. */
export function TodayView({ transition }: { transition: TransitionReading }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const own = facts.plan.transition.from
  const most = Math.max(1, ...lines.map((line) => line.of(transition)))
  const set = (key: keyof ExposureWish, minutes: number) =>
    record({ 'answer.shoesFrom': { ...own, [key]: minutes } })
  return (
    <section aria-labelledby="pace-today" className={classes.card}>
      <h2 id="pace-today">Today</h2>
      <p className={classes.soft}>
        Hours a week, from the shelf and the painted week. Correct what is not so: the plan begins here.
      </p>
      <ul className={classes.today}>
        {lines.map(({ key, name, of }) => {
          const minutes = of(transition)
          return (
            <li key={key} data-today={key}>
              <label htmlFor={`today-${key}`}>{name}</label>
              <span className={classes.bar} aria-hidden="true">
                <span
                  data-new={key === 'newMin' || key === 'newRunMin'}
                  style={{ width: `${(100 * minutes) / most}%` }}
                />
              </span>
              <NumberInput
                key={minutes}
                id={`today-${key}`}
                size="xs"
                w={92}
                suffix=" h"
                min={0}
                max={112}
                decimalScale={1}
                defaultValue={Math.round((minutes / minutesPerHour) * 10) / 10}
                onBlur={(event) => {
                  const hours = Number.parseFloat(event.currentTarget.value)
                  if (Number.isFinite(hours) && Math.abs(hours * minutesPerHour - minutes) > 3)
                    set(key, Math.round(Math.min(112, Math.max(0, hours)) * minutesPerHour))
                }}
              />
            </li>
          )
        })}
      </ul>
      <p className={classes.soft}>
        Usual sole: {num(transition.from.usual.stackMm, 0)} mm under the heel, drop{' '}
        {num(transition.from.usual.dropMm, 0)} mm.
      </p>
      {Object.keys(own).length > 0 && (
        <Button size="compact-sm" variant="default" onClick={() => record({ 'answer.shoesFrom': null })}>
          As it adds up
        </Button>
      )}
    </section>
  )
}
