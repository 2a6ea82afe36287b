/**
 * Unpacks what begins as gzip does, and lets the rest through.
 * @param onBytes how many bytes went in so far
 */
export function unpacked(
  stream: ReadableStream<Uint8Array>,
  onBytes: (bytes: number) => void,
): ReadableStream<Uint8Array> {
  let bytes = 0
  const counted = stream.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform(chunk, to) {
        bytes += chunk.length
        onBytes(bytes)
        to.enqueue(chunk)
      },
    }),
  )
  let unpacker: { writer: WritableStreamDefaultWriter<BufferSource>; reading: Promise<void> } | undefined
  let isFirst = true
  return counted.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      async transform(chunk, to) {
        if (isFirst && chunk[0] === 0x1f && chunk[1] === 0x8b) {
          const gunzip = new DecompressionStream('gzip')
          const reader = gunzip.readable.getReader()
          const reading = (async () => {
            for (let part = await reader.read(); !part.done; part = await reader.read())
              to.enqueue(part.value)
          })()
          // told about at the next write or at the end, not as a stray rejection
          reading.catch(() => undefined)
          unpacker = { writer: gunzip.writable.getWriter(), reading }
        }
        isFirst = false
        if (unpacker) await unpacker.writer.write(chunk as BufferSource)
        else to.enqueue(chunk)
      },
      async flush() {
        if (!unpacker) return
        await unpacker.writer.close()
        await unpacker.reading
      },
    }),
  )
}
