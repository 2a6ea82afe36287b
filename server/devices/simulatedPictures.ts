import sharp from 'sharp'
import {
  arbitraryFoot,
  innerScene,
  photoPicture,
  printPicture,
  rearScene,
  topScene,
  arbitrarySide,
} from '@sturvo/core/synthetic'
import type { Device } from '@sturvo/schema'
import { DeviceFault, type DeviceDriver } from './driver'

function pictureDevice(
  own: { id: string; name: string; kind: 'scanner' | 'camera' },
  take: (
    seed: number,
    view: string,
  ) => { data: ArrayLike<number>; widthPx: number; heightPx: number; channels: 1 | 3 | 4 },
): DeviceDriver {
  const describe = (): Device => ({
    id: own.id,
    name: own.name,
    kind: own.kind,
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
    picture: async ({ seed, view }) => {
      const { data, widthPx, heightPx, channels } = take(seed, view)
      return sharp(Buffer.from(Uint8Array.from(data)), {
        raw: { width: widthPx, height: heightPx, channels },
      })
        .png()
        .toBuffer()
    },
  }
}

/** A scanner that draws the print of a made-up foot with uneven ink. */
export const simulatedScanner = () =>
  pictureDevice({ id: 'scanner', name: 'Simulated footprint scanner', kind: 'scanner' }, (seed) => {
    const { image } = printPicture(arbitraryFoot(seed), { seed, mmPerPx: 0.3 })
    return { ...image, channels: image.channels }
  })

/** A camera that draws a made-up foot beside a sheet of paper. */
export const simulatedCamera = () =>
  pictureDevice({ id: 'camera', name: 'Simulated camera', kind: 'camera' }, (seed, view) => {
    const foot = arbitraryFoot(seed)
    const side = arbitrarySide(seed, foot)
    const scene =
      view === 'rear' ? rearScene(side) : view === 'inner' ? innerScene(side) : topScene(foot, 'top')
    const { image } = photoPicture(scene, { seed })
    return { ...image, channels: image.channels }
  })
