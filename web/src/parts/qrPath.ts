import qrcode from 'qrcode'

/** A picture to scan as one path of unit squares, without its quiet edge. */
export function qrPath(text: string): { size: number; path: string } {
  const { modules } = qrcode.create(text, { errorCorrectionLevel: 'M' })
  let path = ''
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`
  return { size: modules.size, path }
}
