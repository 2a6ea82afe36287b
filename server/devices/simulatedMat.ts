import { matJobTable, matJobs, type MatJob } from '@sturvo/core/pressure'
import {
  arbitraryMatClient,
  chanceFrom,
  matScene,
  sensedFrame,
  squareGrid,
  twoFootGrid,
  usualMatFaults,
  type MatClient,
  type MatFaults,
  type MatGrid,
  type MatScene,
} from '@sturvo/core/synthetic'
import type { Device } from '@sturvo/schema'
import { DeviceFault, type DeviceDriver } from './driver'
import { everyBeat } from './ticker'

const rateHz = 100
const isMatJob = (text: string): text is MatJob => (matJobs as readonly string[]).includes(text)

/** A mat that nobody has: a made-up client stands, squats and walks on it, with the noise and gaps of real ones. */
export function simulatedMat(
  own: { id: string; name: string; grid: MatGrid },
  faults: Partial<MatFaults> = {},
): DeviceDriver {
  const sensed: MatFaults = { ...usualMatFaults, ...faults }
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
      const chance = chanceFrom(seed * 101 + matJobs.indexOf(job))
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

function clientOf(seed: number, bodyMassKg: number | undefined): MatClient {
  const client = arbitraryMatClient(seed)
  return bodyMassKg === undefined ? client : { ...client, bodyMassKg }
}

function sceneOf(client: MatClient, job: MatJob, seed: number, grid: MatGrid): MatScene {
  const { task, side, seconds, eyes } = matJobTable[job]
  return matScene(client, {
    task,
    seconds: seconds + 4,
    seed,
    grid,
    ...(side === 'both' ? {} : { side }),
    eyesShut: eyes === 'shut',
  })
}

export const twoFootMat = (faults?: Partial<MatFaults>) =>
  simulatedMat({ id: 'mat-two-feet', name: 'Simulated mat, two feet, 96 × 48', grid: twoFootGrid }, faults)
export const squareMat = (faults?: Partial<MatFaults>) =>
  simulatedMat({ id: 'mat-square', name: 'Simulated mat, 64 × 64', grid: squareGrid }, faults)
