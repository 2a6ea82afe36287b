import type { Device } from '@sturvo/schema'
import { DeviceFault, type DeviceDriver } from './driver'
import type { PictureWish } from './simulatedPicture'

/** Draws what a simulated device would take; in the server in a thread of its own. */
export type Draw = (wish: PictureWish) => Promise<Uint8Array>

function pictureDevice(own: { id: 'scanner' | 'camera'; name: string }, draw: Draw): DeviceDriver {
  const describe = (): Device => ({
    id: own.id,
    name: own.name,
    kind: own.id,
    isMadeUp: true,
    link: 'ready',
    capabilities: {
      stream: false,
      picture: true,
      zero: false,
      rows: 0,
      cols: 0,
      pitchMm: 0,
      rateHz: 0,
      unit: '',
    },
  })
  return {
    describe,
    open: () => Promise.resolve(),
    calibrate: () => Promise.reject(new DeviceFault('cannotZero', `${own.name} has nothing to set to zero.`)),
    start: () =>
      Promise.reject(new DeviceFault('noStream', `${own.name} takes pictures; it sends no frames.`)),
    stop: () => Promise.resolve(),
    picture: async ({ seed, view }) => Buffer.from(await draw({ device: own.id, seed, view })),
  }
}

export const simulatedScanner = (draw: Draw) =>
  pictureDevice({ id: 'scanner', name: 'Simulated footprint scanner' }, draw)

export const simulatedCamera = (draw: Draw) => pictureDevice({ id: 'camera', name: 'Simulated camera' }, draw)
