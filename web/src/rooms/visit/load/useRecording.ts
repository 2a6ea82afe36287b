import { notifications } from '@mantine/notifications'
import type { PressureJob } from '@sturvo/core/pressure'
import { recordingsOf, type Device } from '@sturvo/schema'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import { standInOf } from './standIn'
import { useHandChanges } from './useHandChanges'
import { useMeasured } from './useMeasured'
import { useTakeOver } from './useTakeOver'

const busyPhases = ['countDown', 'connecting', 'settling', 'recording']
const keepLinkMs = 10_000

/**
 * What can be done with recordings: record one, read one from a file or from the visit, set something by hand, save.
 * @param onJob told the task of a recording that came from elsewhere
 */
export function useRecording(input: {
  device: Device | undefined
  job: PressureJob
  countDownS: number
  openId: string | undefined
  onJob: (job: PressureJob) => void
}) {
  const { device, job, countDownS } = input
  const { startedOn, person, references } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const recordings = recordingsOf(useVisitFields())
  const measured = useMeasured()
  const { jobs, look, present } = measured
  const { forget, ...taking } = useTakeOver(measured, input)
  const current = present?.id === undefined ? undefined : recordings.find((r) => r.id === present.id)
  const byHand = useHandChanges(measured, current)
  const phase = look?.phase ?? 'idle'
  return {
    jobs,
    look,
    watch: measured.watch,
    phase,
    isBusy: busyPhases.includes(phase),
    recordings,
    present,
    current,
    problem: measured.problem,
    times: measured.times,
    index: measured.index,
    setIndex: measured.setIndex,
    ...taking,
    ...byHand,
    start: () => {
      if (!jobs || !device) return
      forget()
      const standIn = device.isMadeUp ? standInOf({ person, facts }) : undefined
      void jobs.start({
        device,
        job,
        countDownS,
        waitsForSteady: true,
        references,
        ...(standIn && { standIn }),
      })
    },
    remove: (id: string) => {
      record({ [`recording.${id}`]: null })
      if (present?.id === id) {
        void jobs?.drop()
        forget()
      }
      notifications.show({ message: 'Recording taken out of this visit. Ctrl Z brings it back.' })
    },
    saveFile: async () => {
      if (!jobs) return
      const link = document.createElement('a')
      link.href = URL.createObjectURL(await jobs.csv())
      link.download = `${present?.job ?? job}-${startedOn}.csv.gz`
      link.click()
      setTimeout(() => URL.revokeObjectURL(link.href), keepLinkMs)
    },
  }
}
export type RecordingState = ReturnType<typeof useRecording>
