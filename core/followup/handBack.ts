/**
 * A log that is handed back without a server: as text to paste, or as pictures to scan one after the other. Each part
 * carries whose it is, which of how many, and a sum over the whole, so that parts of two logs are never joined.
 */
const mark = 'STURVO1'
const between = '.'

/** @returns eight hex digits. @source Fowler, Noll & Vo, 32 bits, variant 1a */
function sumOf(text: string): string {
  let sum = 0x811c9dc5
  for (let i = 0; i < text.length; i++) sum = Math.imul(sum ^ text.charCodeAt(i), 0x01000193)
  return (sum >>> 0).toString(16).padStart(8, '0')
}

/**
 * @param owner 16 hex digits, the same for every plan of one client
 * @param payload letters, digits, `-` and `_` only
 * @param most letters of the payload in one part, 1 or more
 */
export function handBackParts(owner: string, payload: string, most = Infinity): string[] {
  const size = Math.min(Math.max(1, most), Math.max(1, payload.length))
  const count = Math.max(1, Math.ceil(payload.length / size))
  const sum = sumOf(payload)
  return Array.from({ length: count }, (_, i) =>
    [mark, owner, i + 1, count, sum, payload.slice(i * size, (i + 1) * size), ''].join(between),
  )
}

export type HandedBack = {
  owner: string
  /** the whole, where every part is there and the sum is right */
  payload: string | undefined
  /** numbers of the parts that are not there yet */
  missing: number[]
  of: number
  /** every part is there, but something in it has changed on the way */
  isBroken: boolean
}

/**
 * What can be read of a text: any number of parts of any number of logs, in any order, some of them twice, with line
 * breaks and other words in between. @returns one row for each log, empty where the text has no part of any
 */
export function readHandBack(text: string): HandedBack[] {
  const logs = new Map<string, { owner: string; of: number; sum: string; parts: Map<number, string> }>()
  const head = new RegExp(`^[0-9a-f]{16}\\${between}`)
  for (const found of text.split(new RegExp(`${mark}\\${between}`)).slice(1)) {
    const tight = found.replace(/\s+/g, '')
    if (!head.test(tight)) continue
    const [owner = '', at = '', count = '', sum = '', piece = '', after] = tight.split(between)
    if (after === undefined) continue // cut off on the way
    const [index, of] = [Number(at), Number(count)]
    if (!(index >= 1 && index <= of && of <= 500) || !/^[0-9a-f]{8}$/.test(sum)) continue
    const key = [owner, of, sum].join(between)
    const log = logs.get(key) ?? { owner, of, sum, parts: new Map<number, string>() }
    log.parts.set(index, piece)
    logs.set(key, log)
  }
  return [...logs.values()].map(({ owner, of, sum, parts }) => {
    const missing = Array.from({ length: of }, (_, i) => i + 1).filter((n) => !parts.has(n))
    const whole =
      missing.length > 0 ? undefined : Array.from({ length: of }, (_, i) => parts.get(i + 1)!).join('')
    const isBroken = whole !== undefined && sumOf(whole) !== sum
    return { owner, payload: isBroken ? undefined : whole, missing, of, isBroken }
  })
}
