import { createReadStream } from 'node:fs'
import { basename } from 'node:path'
import { FrameStore, type RecordingMeta } from '@sturvo/core/pressure'
import { MeasureError } from '@sturvo/core/problem'
import { sentenceOf } from '@sturvo/words'
import { readRecording } from '../recordings/readRecording'
import { DeviceFault, type DeviceDriver } from './driver'
import { everyBeat } from './ticker'

/**
 * Plays a recording from a file as if it happened now: the example of docs/devices.md, and a way to look at an old
 * recording with the live view.
 */
export function recordedPressureMat(file: string): DeviceDriver {
  let store: FrameStore | undefined
  let stopBeat: (() => void) | undefined
  const stop = () => {
    stopBeat?.()
    stopBeat = undefined
    return Promise.resolve()
  }
  const meta = (): RecordingMeta | undefined => store?.meta
  return {
    describe: () => ({
      id: 'mat-from-file',
      name: `Recording ${basename(file)}`,
      kind: 'pressureMat',
      isMadeUp: false,
      link: stopBeat ? 'busy' : store ? 'ready' : 'off',
      capabilities: {
        stream: true,
        picture: false,
        zero: false,
        rows: meta()?.rows ?? 1,
        cols: meta()?.cols ?? 1,
        pitchMm: meta()?.pitchMm ?? 1,
        rateHz: meta()?.rateHz ?? 1,
        unit: 'kPa',
      },
    }),
    open: async () => {
      if (store) return
      let read: FrameStore | undefined
      try {
        await readRecording(
          createReadStream(file),
          (tS, kpa) => read!.append(tS, kpa),
          (begun) => (read = new FrameStore(begun)),
        )
      } catch (error) {
        throw new DeviceFault(
          'unreadable',
          error instanceof MeasureError
            ? sentenceOf(error.problem)
            : `The file ${basename(file)} cannot be read.`,
        )
      }
      store = read
    },
    calibrate: () => Promise.reject(new DeviceFault('cannotZero', 'A file cannot be set to zero.')),
    start: async (_request, onFrame) => {
      await stop()
      const from = store
      if (!from) throw new DeviceFault('notOpen', 'The recording is not open.')
      const { rows, cols, rateHz } = from.meta
      const firstS = from.timesS[0]!
      let at = 0
      stopBeat = everyBeat(rateHz, (beat) => {
        // the file's own clock decides: its gaps stay gaps
        while (at < from.count && (from.timesS[at]! - firstS) * rateHz <= beat + 1e-6) {
          const values = new Float32Array(rows * cols)
          const deviceS = from.read(at, values)
          at++
          onFrame({ sequence: Math.round((deviceS - firstS) * rateHz) + 1, deviceS, rows, cols, values })
        }
        return at < from.count
      })
    },
    stop,
  }
}
