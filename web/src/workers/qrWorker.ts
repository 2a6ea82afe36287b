import { expose } from 'comlink'
import jsQR from 'jsqr'

/** Looks for a picture to scan in one frame of a camera. @returns what it says, undefined where there is none */
const jobs = {
  read: (pixels: Uint8ClampedArray, width: number, height: number): string | undefined => {
    const found = jsQR(pixels, width, height, { inversionAttempts: 'dontInvert' })
    return found && found.data !== '' ? found.data : undefined
  },
}
export type QrJobs = typeof jobs

expose(jobs)
