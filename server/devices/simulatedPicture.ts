import sharp from 'sharp'
import {
  arbitraryFoot,
  arbitrarySide,
  innerScene,
  photoPicture,
  printPicture,
  rearScene,
  topScene,
} from '@sturvo/core/synthetic'

export type PictureWish = { device: 'scanner' | 'camera'; seed: number; view: string }

/** The picture of a simulated device as PNG. Drawing a foot takes a while: this runs in a thread of its own. */
export async function simulatedPicture({ device, seed, view }: PictureWish): Promise<Uint8Array> {
  const { data, widthPx, heightPx, channels } = device === 'scanner' ? inkPrint(seed) : photo(seed, view)
  return sharp(Buffer.from(Uint8Array.from(data)), { raw: { width: widthPx, height: heightPx, channels } })
    .png()
    .toBuffer()
}

/** The print of a made-up foot with uneven ink. */
function inkPrint(seed: number) {
  return printPicture(arbitraryFoot(seed), { seed, mmPerPx: 0.3 }).image
}

/** A made-up foot beside a sheet of paper. */
function photo(seed: number, view: string) {
  const foot = arbitraryFoot(seed)
  const side = arbitrarySide(seed, foot)
  const scene =
    view === 'rear' ? rearScene(side) : view === 'inner' ? innerScene(side) : topScene(foot, 'top')
  return photoPicture(scene, { seed }).image
}
