import { pressureJobTable, pressureJobs, type PressureJob } from '@sturvo/core/pressure'
import {
  arbitraryPressureClient,
  chanceFrom,
  pressureScene,
  sensedFrame,
  squareGrid,
  twoFootGrid,
  usualPressureFaults,
  type PressureClient,
  type PressureFaults,
  type PressureGrid,
  type PressureScene,
} from '@sturvo/core/synthetic'
import type { Device } from '@sturvo/schema'
import { DeviceFault, type DeviceDriver } from './driver'
import { everyBeat } from './ticker'

const rateHz = 100
const isMatJob = (text: string): text is PressureJob => (pressureJobs as readonly string[]).includes(text)

/** A mat that nobody has: a made-up client stands, squats and walks on it, with the noise and gaps of real ones. */
export function simulatedPressureMat(
  own: { id: string; name: string; grid: PressureGrid },
  faults: Partial<PressureFaults> = {},
): DeviceDriver {
  const sensed: PressureFaults = { ...usualPressureFaults, ...faults }
  let stopBeat: (() => void) | undefined
  let batteryPct = 86
  const describe = (): Device => ({
    id: own.id,
    name: own.name,
    kind: 'pressureMat',
    isMadeUp: true,
    link: stopBeat ? 'busy' : 'ready',
    batteryPct,
    capabilities: {
      stream: true,
      picture: false,
      zero: true,
      rows: own.grid.rows,
      cols: own.grid.cols,
      pitchMm: own.grid.pitchMm,
      rateHz,
      unit: 'kPa',
    },
  })
  const stop = () => {
    stopBeat?.()
    stopBeat = undefined
    return Promise.resolve()
  }
  return {
    describe,
    open: () => Promise.resolve(),
    // a made-up mat has no drift; zeroing takes the battery a little
    calibrate: () => {
      batteryPct = Math.max(5, batteryPct - 1)
      return Promise.resolve()
    },
    start: async ({ job, standIn }, onFrame) => {
      if (!isMatJob(job)) throw new DeviceFault('unknownJob', `The mat does not know the task "${job}".`)
      await stop()
      const seed = standIn?.seed ?? 1
      const scene = sceneOf(clientOf(seed, standIn?.bodyMassKg), job, seed, own.grid)
      const chance = chanceFrom(seed * 101 + pressureJobs.indexOf(job))
      const { rows, cols } = own.grid
      stopBeat = everyBeat(rateHz, (i) => {
        const tS = i / rateHz
        const frame = new Float32Array(rows * cols)
        // where the scene is over, the mat lies empty until somebody stops it
        const values = tS >= scene.durationS ? frame : sensedFrame(scene, tS, sensed, chance, frame)
        if (values) onFrame({ sequence: i + 1, deviceS: tS, rows, cols, values })
        return true
      })
    },
    stop,
  }
}

function clientOf(seed: number, bodyMassKg: number | undefined): PressureClient {
  const client = arbitraryPressureClient(seed)
  return bodyMassKg === undefined ? client : { ...client, bodyMassKg }
}

function sceneOf(client: PressureClient, job: PressureJob, seed: number, grid: PressureGrid): PressureScene {
  const { task, side, seconds, eyes } = pressureJobTable[job]
  return pressureScene(client, {
    task,
    seconds: seconds + 4,
    seed,
    grid,
    ...(side === 'both' ? {} : { side }),
    eyesShut: eyes === 'shut',
  })
}

export const twoFootPressureMat = (faults?: Partial<PressureFaults>) =>
  simulatedPressureMat(
    { id: 'mat-two-feet', name: 'Simulated mat, two feet, 96 × 48', grid: twoFootGrid },
    faults,
  )
export const squarePressureMat = (faults?: Partial<PressureFaults>) =>
  simulatedPressureMat({ id: 'mat-square', name: 'Simulated mat, 64 × 64', grid: squareGrid }, faults)
