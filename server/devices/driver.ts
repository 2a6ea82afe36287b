import type { Device, StreamFrame, StreamRequest } from '@sturvo/schema'

export type StartRequest = Extract<StreamRequest, { do: 'start' }>

/**
 * What Sturvo asks of a device. A real one is one file that answers this; docs/devices.md shows a whole example.
 * Frames carry the device's own clock: when they happened, not when they arrived.
 */
export type DeviceDriver = {
  /** what it is and can do, as the picker shows it; may change while it runs */
  describe: () => Device
  /** makes it ready; throws DeviceFault where it does not answer */
  open: () => Promise<void>
  /** takes what it feels now as nothing */
  calibrate: () => Promise<void>
  /** begins sending; sequence counts from 1, a frame that the device lost leaves a hole */
  start: (request: StartRequest, onFrame: (frame: StreamFrame) => void) => Promise<void>
  stop: () => Promise<void>
  /** a picture as PNG, for devices that take one */
  picture?: (request: { seed: number; view: string }) => Promise<Buffer>
}

/** The device does not do what was asked; the sentence is shown as it is. */
export class DeviceFault extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message)
    this.name = 'DeviceFault'
  }
}
