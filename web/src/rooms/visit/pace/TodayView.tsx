import { Button } from '@mantine/core'
import { wornLately } from '@sturvo/core/carried'
import { loggedDays } from '@sturvo/core/followup'
import type { ExposureWish, TransitionReading } from '@sturvo/core/reading'
import { num } from '@sturvo/words'
import { Figure } from '../shoes/MmField'
import { useLogQuery } from '../../../app/followApi'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
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
  const set = (key: keyof ExposureWish, hours: number | undefined) => {
    // emptied, it is as it adds up again
    const { [key]: _former, ...others } = own
    record({
      'answer.shoesFrom':
        hours === undefined ? others : { ...others, [key]: Math.round(hours * minutesPerHour) },
    })
  }
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
              <span>{name}</span>
              <span className={classes.bar} aria-hidden="true">
                <span
                  data-new={key === 'newMin' || key === 'newRunMin'}
                  style={{ width: `${(100 * minutes) / most}%` }}
                />
              </span>
              <Figure
                label={name}
                isBare
                suffix=" h"
                max={112}
                value={Math.round((minutes / minutesPerHour) * 10) / 10}
                onPut={(hours) => set(key, hours)}
              />
            </li>
          )
        })}
      </ul>
      <FromLog
        newMinutes={transition.from.newMinutes}
        onTake={(minutes) => set('newMin', minutes / minutesPerHour)}
      />
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

/** What the client wrote of the new shoes before this visit; taken over by a hand only. */
function FromLog({ newMinutes, onTake }: { newMinutes: number; onTake: (minutes: number) => void }) {
  const { person, startedOn, references } = useVisitFrame()
  const { data: log } = useLogQuery(person.id)
  const worn = log && wornLately(loggedDays(log.entries), startedOn, references)
  if (!worn) return null
  const hours = num(worn.minutesAWeek / minutesPerHour)
  return (
    <p data-from-log>
      The log says {hours} h a week in new shoes or barefoot, of {worn.days} days written down in the last
      weeks.{' '}
      {Math.abs(worn.minutesAWeek - newMinutes) > 3 && (
        <Button size="compact-sm" variant="default" onClick={() => onTake(worn.minutesAWeek)}>
          Begin from {hours} h
        </Button>
      )}
    </p>
  )
}
