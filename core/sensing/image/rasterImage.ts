/** Pixels row by row, first row at the top, 8 bits a channel; 4 channels are red, green, blue, opacity. */
export type RasterImage = {
  widthPx: number
  heightPx: number
  channels: 1 | 3 | 4
  data: Uint8ClampedArray | Uint8Array
}
