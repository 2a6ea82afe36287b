import { useState } from 'react'
import { eventKinds, type EventKind } from '@sturvo/core/story'
import { eventsOf } from '@sturvo/schema'
import { eventKindText } from '@sturvo/words'
import { ChoiceChip } from '../../../parts/ChoiceChip'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import { EventForm } from './EventForm'
import classes from './HistoryLine.module.css'
import { TimeLine } from './TimeLine'

/** What happened to these feet, on one line of years up to today's visit. */
export function HistoryLine() {
  const { startedOn } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const events = eventsOf(fields)
  const [adding, setAdding] = useState<EventKind>()
  return (
    <div className={classes.history}>
      {events.length > 0 && (
        <TimeLine events={events} day={startedOn} onTakenAway={(id) => record({ [`event.${id}`]: null })} />
      )}
      <div className={classes.kinds} role="group" aria-label="Add to the history">
        {eventKinds.map((kind) => (
          <ChoiceChip
            key={kind}
            isOn={adding === kind}
            onToggled={() => setAdding(adding === kind ? undefined : kind)}
          >
            + {eventKindText[kind]}
          </ChoiceChip>
        ))}
      </div>
      {adding && <EventForm key={adding} kind={adding} onDone={() => setAdding(undefined)} />}
    </div>
  )
}
