import { createRequire } from 'node:module'
import type { RasterImage } from '@sturvo/core/image'

type Mat = { delete: () => void; data: Uint8Array }
type OpenCv = {
  Mat: new () => Mat
  matFromArray: (rows: number, cols: number, type: number, data: ArrayLike<number>) => Mat
  threshold: (from: Mat, to: Mat, threshold: number, most: number, kind: number) => void
  morphologyEx: (from: Mat, to: Mat, kind: number, kernel: Mat) => void
  getStructuringElement: (shape: number, size: unknown) => Mat
  Size: new (width: number, height: number) => unknown
  connectedComponentsWithStats: (
    from: Mat,
    labels: Mat,
    stats: Mat,
    centres: Mat,
    connectivity: number,
    type: number,
  ) => number
  CV_8UC1: number
  CV_32S: number
  THRESH_BINARY_INV: number
  THRESH_OTSU: number
  MORPH_RECT: number
  MORPH_OPEN: number
  MORPH_CLOSE: number
}
export type Peer = { stages: () => number; free: () => void }

/** The peer with the picture already in its own memory, so that only the work is timed. */
export async function loadPeer(image: RasterImage): Promise<Peer> {
  // the module carries a `then` that answers with itself: awaiting or importing it would never end
  const cv = createRequire(__filename)('@techstark/opencv-js') as OpenCv
  while (typeof cv.Mat !== 'function') await new Promise((resolve) => setTimeout(resolve, 20))
  const source = cv.matFromArray(image.heightPx, image.widthPx, cv.CV_8UC1, image.data)
  const kernel = cv.getStructuringElement(cv.MORPH_RECT, new cv.Size(5, 5))
  const stages = () => {
    const [mask, opened, closed, labels, stats, centres] = Array.from({ length: 6 }, () => new cv.Mat()) as [
      Mat,
      Mat,
      Mat,
      Mat,
      Mat,
      Mat,
    ]
    cv.threshold(source, mask, 0, 255, cv.THRESH_BINARY_INV + cv.THRESH_OTSU)
    cv.morphologyEx(mask, opened, cv.MORPH_OPEN, kernel)
    cv.morphologyEx(opened, closed, cv.MORPH_CLOSE, kernel)
    const count = cv.connectedComponentsWithStats(closed, labels, stats, centres, 8, cv.CV_32S)
    for (const mat of [mask, opened, closed, labels, stats, centres]) mat.delete()
    return count
  }
  return {
    stages,
    free: () => {
      source.delete()
      kernel.delete()
    },
  }
}
