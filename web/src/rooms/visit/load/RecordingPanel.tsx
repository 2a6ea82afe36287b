import { Button } from '@mantine/core'
import { IconActivity, IconAdjustmentsHorizontal } from '@tabler/icons-react'
import { lazy, Suspense, useState } from 'react'
import { recordingsOf } from '@sturvo/schema'
import steps from '../steps/steps.module.css'
import { useRecord, useVisitFields } from '../visitContext'
import { TrialList } from './TrialList'

// contours, worker and canvas come only to those who record
const RecordingRoom = lazy(() => import('./RecordingRoom').then((m) => ({ default: m.RecordingRoom })))
const SimulatorRoom = lazy(() => import('./SimulatorRoom').then((m) => ({ default: m.SimulatorRoom })))

/** Ways into the recording room and the simulator, and what was recorded so far. */
export function RecordingPanel() {
  const fields = useVisitFields()
  const record = useRecord()
  const [open, setOpen] = useState<{ id?: string }>()
  const [isSimulating, setSimulating] = useState(false)
  const recordings = recordingsOf(fields)
  return (
    <>
      <div className={steps.strip}>
        <Button size="md" leftSection={<IconActivity size={18} />} onClick={() => setOpen({})}>
          Record on the mat
        </Button>
        <Button
          size="md"
          variant="default"
          leftSection={<IconAdjustmentsHorizontal size={18} />}
          onClick={() => setSimulating(true)}
        >
          Tripod simulator
        </Button>
      </div>
      <div style={{ padding: '0 20px' }}>
        <TrialList
          recordings={recordings}
          onOpened={({ id }) => setOpen({ id })}
          onLeftOut={({ id, ...kept }, isLeftOut) => record({ [`recording.${id}`]: { ...kept, isLeftOut } })}
          onRemoved={(id) => record({ [`recording.${id}`]: null })}
        />
      </div>
      {open && (
        <Suspense fallback={<p role="status">Opening the mat …</p>}>
          <RecordingRoom openId={open.id} onClosed={() => setOpen(undefined)} />
        </Suspense>
      )}
      {isSimulating && (
        <Suspense fallback={<p role="status">Opening the simulator …</p>}>
          <SimulatorRoom onClosed={() => setSimulating(false)} />
        </Suspense>
      )}
    </>
  )
}
