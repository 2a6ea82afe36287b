/** A log or a plan as letters that survive any message: packed where the browser can, else as it is. */
export async function pack(value: unknown): Promise<string> {
  const plain = new TextEncoder().encode(JSON.stringify(value))
  try {
    return `d${lettersOf(await through(plain, new CompressionStream('deflate-raw')))}`
  } catch {
    // a browser without it, or without this way of packing
    return `p${lettersOf(plain)}`
  }
}

const mostBytes = 5_000_000 // more than a log of many years; a text that unpacks to more is none

/** @returns what was packed, not checked yet. @throws where it is no such text */
export async function unpack(payload: string): Promise<unknown> {
  const bytes = bytesOf(payload.slice(1))
  const plain = payload[0] === 'd' ? await through(bytes, new DecompressionStream('deflate-raw')) : bytes
  return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(plain))
}

async function through(
  bytes: Uint8Array<ArrayBuffer>,
  by: CompressionStream | DecompressionStream,
): Promise<Uint8Array<ArrayBuffer>> {
  const writer = by.writable.getWriter()
  // what cannot be packed or unpacked is said by the reader
  writer.write(bytes).catch(() => undefined)
  writer.close().catch(() => undefined)
  const reader = by.readable.getReader()
  const parts: Uint8Array[] = []
  let size = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.length
    if (size > mostBytes) throw new RangeError('too long for a log')
    parts.push(value)
  }
  const whole = new Uint8Array(size)
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

function lettersOf(bytes: Uint8Array): string {
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return btoa(text).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '')
}
function bytesOf(letters: string): Uint8Array<ArrayBuffer> {
  const text = atob(letters.replaceAll('-', '+').replaceAll('_', '/'))
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0))
}
