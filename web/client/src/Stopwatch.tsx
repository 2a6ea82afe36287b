import { useEffect, useState } from 'react'
import { words } from './words'

/** Minutes kept on this phone: what was counted, and since when it runs. It survives closing the page. */
export type Watch = { minutes: number; longestMin: number; sinceMs?: number | undefined }
export const noWatch: Watch = { minutes: 0, longestMin: 0 }

const minuteMs = 60_000
const mostMin = 1440

export const runningMin = ({ sinceMs }: Watch, nowMs: number): number =>
  sinceMs === undefined ? 0 : Math.min(mostMin, Math.max(0, nowMs - sinceMs) / minuteMs)
export function stoppedWatch(watch: Watch, nowMs: number): Watch {
  const run = runningMin(watch, nowMs)
  return { minutes: Math.min(mostMin, watch.minutes + run), longestMin: Math.max(watch.longestMin, run) }
}

export function Stopwatch({
  name,
  planned,
  mostInOneGo,
  note,
  next,
  watch,
  onPut,
}: {
  name: string
  planned: number
  mostInOneGo?: number | undefined
  note?: string | undefined
  next?: { date: string; minutes: number } | undefined
  watch: Watch
  onPut: (watch: Watch) => void
}) {
  const [now, setNow] = useState(() => Date.now())
  const isRunning = watch.sinceMs !== undefined
  useEffect(() => {
    if (!isRunning) return
    const tick = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(tick)
  }, [isRunning])
  const run = runningMin(watch, Math.max(now, watch.sinceMs ?? 0))
  const sum = watch.minutes + run
  return (
    <section className="card watch" aria-label={name}>
      <h2>{name}</h2>
      <p>
        {words.today(planned)}
        {mostInOneGo !== undefined && mostInOneGo < planned ? `, ${words.inOneGo(mostInOneGo)}` : ''}
      </p>
      {note !== undefined && <p>{note}</p>}
      <div className="tide" role="img" aria-label={words.minutes(Math.floor(sum))}>
        <span style={{ width: `${Math.min(100, (100 * sum) / Math.max(1, planned))}%` }} />
        <b>{words.minutes(Math.floor(sum))}</b>
      </div>
      {sum >= planned ? (
        <p role="status" className="note">
          {words.enough}
        </p>
      ) : mostInOneGo !== undefined && run >= mostInOneGo ? (
        <p role="status" className="note">
          {words.tooLong}
        </p>
      ) : null}
      <div className="row">
        <button
          type="button"
          className="act"
          onClick={() =>
            onPut(isRunning ? stoppedWatch(watch, Date.now()) : { ...watch, sinceMs: Date.now() })
          }
        >
          {isRunning ? words.watchStop : words.watchStart}
        </button>
        <button
          type="button"
          onClick={() => onPut({ ...watch, minutes: Math.min(mostMin, watch.minutes + 5) })}
        >
          {words.watchMore}
        </button>
        {sum > 0 && !isRunning && (
          <button type="button" onClick={() => onPut(noWatch)}>
            {words.watchReset}
          </button>
        )}
      </div>
      {next !== undefined && <p className="soft">{words.next(next)}</p>}
    </section>
  )
}
