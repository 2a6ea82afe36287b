import { Button, FileButton, Group, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useEffect, useRef, useState } from 'react'
import { readHandBack, type HandedBack } from '@sturvo/core/followup'
import { logFileSchema, type LogEntryAnswer } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { useKeyLogMutation } from '../../app/followApi'
import { unpack } from '../../app/packed'
import { startQrReader, type QrReader } from '../../workers/qrJobs'
import classes from './Person.module.css'

const mostLetters = 2_000_000
const atOnce = 400

/** A log that comes back without a network: pasted, opened as a file, or scanned from the client's phone. */
export function BringIn({ personId, owner }: { personId: string; owner: string }) {
  const [isOpen, setOpen] = useState(false)
  return isOpen ? (
    <BringInForm personId={personId} owner={owner} onClose={() => setOpen(false)} />
  ) : (
    <div>
      <Button variant="default" onClick={() => setOpen(true)} data-bring-in>
        Bring in a log from a file page
      </Button>
    </div>
  )
}

function BringInForm({ personId, owner, onClose }: { personId: string; owner: string; onClose: () => void }) {
  const [text, setText] = useState('')
  const [isScanning, setScanning] = useState(false)
  const [send, { isLoading }] = useKeyLogMutation()
  const logs = readHandBack(text)
  const { entries, toCome, problem } = useEntries(logs, owner)
  const own = logs.find((log) => log.owner === owner)
  const add = (more: string) =>
    setText((before) => (before.includes(more) ? before : `${before}${before === '' ? '' : '\n'}${more}`))
  const keep = async () => {
    try {
      for (let from = 0; from < entries.length; from += atOnce)
        await send({ personId, entries: entries.slice(from, from + atOnce) }).unwrap()
      notifications.show({
        message: `${count(entries.length)} kept; those that were here already once only.`,
      })
      onClose()
    } catch (error) {
      notifications.show({ color: 'oxide', message: failureText(error) })
    }
  }
  const read = async (file: File | null) => {
    if (!file) return
    if (file.size > mostLetters)
      notifications.show({ color: 'oxide', message: 'This file is too long for a log.' })
    else add(await file.text())
  }
  return (
    <section className={classes.card} aria-labelledby="bring-in">
      <h2 id="bring-in">Bring in a log</h2>
      <p className={classes.soft}>
        From a plan that was given as a file: paste the text, open the file, or scan the pictures from the
        client’s phone. Bringing the same notes in twice does no harm.
      </p>
      <Textarea
        label="The text"
        autosize
        minRows={2}
        maxRows={6}
        maxLength={mostLetters}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Group gap={8}>
        <FileButton accept=".txt,text/plain" onChange={(file) => void read(file)}>
          {(props) => (
            <Button variant="default" {...props}>
              Open the file
            </Button>
          )}
        </FileButton>
        <Button
          variant="default"
          onClick={() => setScanning(!isScanning)}
          aria-pressed={isScanning}
          data-scan
        >
          {isScanning ? 'Stop the camera' : 'Scan with the camera'}
        </Button>
      </Group>
      {isScanning && <Camera onText={add} onOver={() => setScanning(false)} isWhole={entries.length > 0} />}
      <p role="status" data-brought={entries.length}>
        {text.trim() === '' ? '' : (problem ?? saidOf(own, entries, toCome))}
      </p>
      <Group gap={8}>
        <Button
          disabled={entries.length === 0 || problem !== undefined}
          loading={isLoading}
          onClick={() => void keep()}
          data-keep-brought
        >
          Keep {count(entries.length)}
        </Button>
        <Button variant="default" onClick={onClose}>
          Close
        </Button>
      </Group>
    </section>
  )
}

const count = (n: number) => `${n} ${n === 1 ? 'note' : 'notes'}`

function saidOf(own: HandedBack | undefined, entries: readonly LogEntryAnswer[], toCome: number): string {
  if (!own) return 'There is no log in this text.'
  if (own.missing.length > 0)
    return `${own.of - own.missing.length} of ${own.of} pictures are here; missing: ${own.missing.join(', ')}.`
  const days = entries.map((e) => e.day).sort()
  const left = toCome > 0 ? ` ${count(toCome)} about days to come left out: the phone’s clock is wrong.` : ''
  return `${count(entries.length)} of this client${days[0] ? `, ${dayAsRead(days[0])} to ${dayAsRead(days.at(-1)!)}` : ''}.${left}`
}

/** What the whole logs of a text hold. Somebody else's log is refused: it must not come under this name. */
function useEntries(logs: readonly HandedBack[], owner: string) {
  const [unpacked, setUnpacked] = useState<{ key: string; entries: LogEntryAnswer[]; problem?: string }>()
  const whole = logs.filter((log) => log.owner === owner && log.payload !== undefined)
  const key = whole.map((log) => log.payload).join(' ')
  const other = logs.some((log) => log.owner !== owner)
  const broken = logs.some((log) => log.isBroken)
  useEffect(() => {
    let isOver = false
    const all = key === '' ? [] : key.split(' ')
    Promise.all(all.map((payload) => unpack(payload)))
      .then((found) => found.flatMap((one) => logFileSchema.parse(one)))
      .then(
        (entries) => !isOver && setUnpacked({ key, entries }),
        () =>
          !isOver &&
          setUnpacked({
            key,
            entries: [],
            problem: 'This log cannot be read. Let it be made once more on the phone.',
          }),
      )
    return () => {
      isOver = true
    }
  }, [key])
  const now = unpacked?.key === key ? unpacked : undefined
  // tomorrow may have begun where the phone is
  const latest = dayjs().add(1, 'day').format('YYYY-MM-DD')
  const entries = now?.entries.filter((e) => e.day <= latest) ?? []
  return {
    entries,
    toCome: (now?.entries.length ?? 0) - entries.length,
    problem: other
      ? 'This log is of another client. Open that client and bring it in there.'
      : broken
        ? 'Something in this text changed on the way. Copy it once more, or scan the pictures.'
        : now?.problem,
  }
}

const lookMs = 120
const mostSide = 720
const noCamera = 'There is no camera I may use. Paste the text or open the file instead.'
const noReader = 'The pictures cannot be read here. Paste the text or open the file instead.'

/** Reads one picture after the other until the log is whole. */
function Camera({
  onText,
  onOver,
  isWhole,
}: {
  onText: (text: string) => void
  onOver: () => void
  isWhole: boolean
}) {
  const video = useRef<HTMLVideoElement>(null)
  const [problem, setProblem] = useState('')
  const found = useRef(onText)
  const over = useRef(onOver)
  useEffect(() => {
    found.current = onText
    over.current = onOver
  })
  useEffect(() => {
    if (isWhole) over.current()
  }, [isWhole])
  useEffect(() => {
    let stream: MediaStream | undefined
    let reader: QrReader | undefined
    let isOver = false
    const stop = () => {
      isOver = true
      reader?.end()
      for (const track of stream?.getTracks() ?? []) track.stop()
    }
    const start = async () => {
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment' },
        audio: false,
      })
      const shown = video.current
      if (isOver || !shown) return stop()
      shown.srcObject = stream
      await shown.play()
      if (isOver) return stop()
      reader = startQrReader(() => setProblem(noReader))
      const canvas = document.createElement('canvas')
      const paper = canvas.getContext('2d', { willReadFrequently: true })!
      while (!isOver) {
        const times = Math.min(1, mostSide / Math.max(shown.videoWidth, shown.videoHeight, 1))
        canvas.width = Math.round(shown.videoWidth * times)
        canvas.height = Math.round(shown.videoHeight * times)
        if (canvas.width > 0 && canvas.height > 0) {
          paper.drawImage(shown, 0, 0, canvas.width, canvas.height)
          const text = await reader.read(paper.getImageData(0, 0, canvas.width, canvas.height))
          if (text !== undefined && !isOver) found.current(text)
        }
        await new Promise((resolve) => setTimeout(resolve, lookMs))
      }
    }
    start().catch(() => {
      if (!isOver) setProblem(noCamera)
      stop()
    })
    return stop
  }, [])
  if (problem !== '') return <p role="alert">{problem}</p>
  return <video ref={video} muted playsInline className={classes.camera} aria-label="What the camera sees" />
}
