import type { Device } from '@sturvo/schema'
import type { DeviceDriver } from './driver'
import { recordedPressureMat } from './recordedPressureMat'
import { squarePressureMat, twoFootPressureMat } from './simulatedPressureMat'
import { simulatedCamera, simulatedScanner, type Draw } from './simulatedPictures'
import { simulatedInclinometer, simulatedScales } from './simulatedScales'

/** The devices of this machine, by id. */
export type DeviceShelf = { list: () => Device[]; find: (id: string) => DeviceDriver | undefined }

export function deviceShelf(drivers: readonly DeviceDriver[]): DeviceShelf {
  return {
    list: () => drivers.map((d) => d.describe()),
    find: (id) => drivers.find((d) => d.describe().id === id),
  }
}

/**
 * What every practice has: the simulated devices, and a recording played as if it were live where STURVO_RECORDING
 * names a file. A real device is added here.
 * @param draw where the pictures of the simulated ones are made
 */
export function usualDevices(draw: Draw, recordingFile = process.env.STURVO_RECORDING): DeviceDriver[] {
  return [
    twoFootPressureMat(),
    squarePressureMat(),
    simulatedScanner(draw),
    simulatedCamera(draw),
    simulatedInclinometer(),
    simulatedScales(),
    ...(recordingFile ? [recordedPressureMat(recordingFile)] : []),
  ]
}
