import { useEffect, useState } from 'react'
import { streamWordSchema, unpackFrame, type Device, type StreamFrame } from '@sturvo/schema'
import { streamAddress } from '../../../workers/streamAddress'

type Heard = { frame: StreamFrame | undefined; problem: string | undefined }

/** The latest frame of a device while a place on the page asks for it. */
export function useDeviceFrames(
  device: Device | undefined,
  options: { job: string; standIn?: { seed: number; bodyMassKg?: number } | undefined },
): Heard {
  const [heard, setHeard] = useState<Heard>({ frame: undefined, problem: undefined })
  const id = device?.id
  const { job } = options
  const standIn = JSON.stringify(options.standIn ?? null)
  useEffect(() => {
    if (id === undefined) return
    const socket = new WebSocket(streamAddress(id))
    socket.binaryType = 'arraybuffer'
    socket.onmessage = ({ data }: MessageEvent<ArrayBuffer | string>) => {
      if (typeof data !== 'string') {
        const frame = unpackFrame(data)
        if (!frame) return
        socket.send(JSON.stringify({ do: 'got', sequence: frame.sequence }))
        setHeard({ frame, problem: undefined })
        return
      }
      const said = streamWordSchema.safeParse(JSON.parse(data))
      if (!said.success) return
      const word = said.data
      if (word.say === 'ready')
        socket.send(
          JSON.stringify({
            do: 'start',
            job,
            ...(standIn !== 'null' && { standIn: JSON.parse(standIn) as object }),
          }),
        )
      if (word.say === 'refused') setHeard({ frame: undefined, problem: word.message })
    }
    socket.onerror = () => setHeard({ frame: undefined, problem: 'The device does not answer.' })
    return () => {
      if (socket.readyState === WebSocket.OPEN) socket.send(JSON.stringify({ do: 'stop' }))
      socket.onerror = null
      socket.close()
      setHeard({ frame: undefined, problem: undefined })
    }
  }, [id, job, standIn])
  return heard
}
