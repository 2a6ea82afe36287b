import { useEffect, useMemo, useRef, useState } from 'react'
import {
  afterAway,
  firstSideOf,
  movedTo,
  paused,
  resumed,
  sessionOf,
  sessionSeconds,
  shareDone,
  startOf,
  stretchAt,
  timerAt,
  type Timer,
} from '@sturvo/core/followup'
import { stretchOfWeek } from '@sturvo/core/calendar'
import type { ClientDay, ClientPlan } from '@sturvo/schema'
import { DrillPicture, FillingPrint } from './drawn'
import { keepSignals, readSignals, signal, wakeSound, type Signals } from './sounds'
import { words } from './words'

/** A session as it is kept on the phone: where it was last seen, and what was left out of it. */
export type Running = { date: string; part: number; version: number; atS: number; skipped: number[] }

/** The doses of a day: those of the phase its week is in. */
export function drillsOf(plan: ClientPlan, day: ClientDay, part: number) {
  const phase = stretchOfWeek(plan.phases, day.week)
  return (day.parts[part] ?? []).flatMap((id) => {
    const dose =
      phase?.drills.find((d) => d.id === id) ?? plan.phases.flatMap((p) => p.drills).find((d) => d.id === id)
    const drill = plan.drills[id]
    return dose && drill ? [{ dose, drill }] : []
  })
}

export function stretchesOf(plan: ClientPlan, day: ClientDay, part: number) {
  const doses = drillsOf(plan, day, part).map(({ dose }) => dose)
  const first = firstSideOf(doses, day.date)
  return sessionOf(doses, { changeoverS: plan.changeoverS, first, setsShare: day.setsShare ?? 1 })
}

const pictureEveryMs = 1600
const lookMs = 200

/** A session that runs itself: the clock tells where it stands, so that a call or a locked screen costs nothing. */
export function SessionView({
  plan,
  day,
  part,
  start,
  onKeep,
  onCramp,
  onEnd,
  onLeave,
  onWrong,
}: {
  plan: ClientPlan
  day: ClientDay
  part: number
  /** where it goes on, when it was begun before */
  start: Pick<Running, 'atS' | 'skipped'>
  onKeep: (place: Pick<Running, 'atS' | 'skipped'>) => void
  onCramp: () => void
  /** @param share part of the sets that was run through to its end */
  onEnd: (share: number) => void
  onLeave: () => void
  onWrong: () => void
}) {
  const drills = useMemo(() => drillsOf(plan, day, part), [plan, day, part])
  const stretches = useMemo(() => stretchesOf(plan, day, part), [plan, day, part])
  const [timer, setTimer] = useState<Timer>(() =>
    resumed({ atS: start.atS, runningSinceMs: undefined }, Date.now()),
  )
  const [wasAway, setAway] = useState(false)
  const [now, setNow] = useState(() => Date.now())
  const [signals, setSignals] = useState(readSignals)
  const [hasCramp, setCramp] = useState(false)
  const [skipped, setSkipped] = useState<ReadonlySet<number>>(() => new Set(start.skipped))
  const seenMs = useRef(0)
  const isRunning = timer.runningSinceMs !== undefined
  const at = timerAt(timer, now)
  const here = stretchAt(stretches, at)
  const latest = useRef({ at, timer, onKeep })
  useEffect(() => {
    latest.current = { at, timer, onKeep }
  })
  const all = sessionSeconds(stretches)
  useScreenAwake(isRunning)

  useEffect(() => {
    seenMs.current = Date.now()
    const look = () => {
      if (document.visibilityState !== 'visible') return
      const ms = Date.now()
      const before = seenMs.current
      seenMs.current = ms
      setNow(ms)
      const waits = afterAway(latest.current.timer, before, ms, plan.awayMin)
      if (waits === latest.current.timer) return
      setTimer(waits)
      setAway(true)
    }
    const tick = setInterval(look, lookMs)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(tick)
      document.removeEventListener('visibilitychange', look)
    }
  }, [plan.awayMin])
  const current = here && stretches[here.index]
  const side = current?.side
  const left = here ? Math.ceil(here.leftS) : 0
  // kept at every stretch and whenever it pauses: closed in the middle it goes on from here, and nothing runs meanwhile
  useEffect(() => {
    latest.current.onKeep({ atS: latest.current.at, skipped: [...skipped] })
  }, [here?.index, isRunning, skipped])
  useSignals({ index: here?.index, kind: current?.kind, left, isRunning, isOver: at >= all, signals })

  if (!here || !current)
    return (
      <main className="page session">
        <h1 data-finished>{words.finished}</h1>
        <div className="prints">
          <FillingPrint side="left" share={1} />
          <FillingPrint side="right" share={1} />
        </div>
        <div className="bar">
          <button
            type="button"
            className="act"
            data-finish
            onClick={() => onEnd(shareDone(stretches, at, skipped))}
          >
            {words.write}
          </button>
        </div>
      </main>
    )
  const { drill, dose } = drills[current.drill]!
  const goTo = (index: number, left?: number) => {
    // what is done once more is not left out any more
    setSkipped(
      (before) => new Set([...before, ...(left === undefined ? [] : [left])].filter((i) => i < index)),
    )
    setTimer(movedTo(timer, startOf(stretches, index), Date.now()))
    setAway(false)
  }
  /** Away from this view: nothing runs on unseen. */
  const out = (leave: () => void) => {
    onKeep({ atS: at, skipped: [...skipped] })
    leave()
  }
  const isWork = current.kind === 'work'
  const sideName = side === undefined ? words.both : words[side]
  const worked = stretches.filter((s, i) => s.kind === 'work' && i < here.index).length
  const sets = stretches.filter((s) => s.kind === 'work').length
  return (
    <main className="page session" data-kind={current.kind}>
      <p className="walked">{words.stretches(worked, sets)}</p>
      <h1>{drill.name}</h1>
      <p className="why">{drill.why}</p>
      <DrillPicture
        id={drill.id}
        side={side}
        frame={isWork && isRunning ? Math.floor(now / pictureEveryMs) % 2 : 0}
      />
      <p className="what" data-stretch>
        <strong>{isWork ? sideName : current.isNew ? words.ready : words.rest}</strong>
        {isWork ? '' : `, ${sideName}`}
        <br />
        {words.set(current.set, current.of)}, {dose.reps === undefined ? words.hold : words.reps(dose.reps)}
      </p>
      <div className="prints">
        {(side === undefined ? (['left', 'right'] as const) : [side]).map((s) => (
          <FillingPrint key={s} side={s} share={isWork ? here.doneShare : 0} />
        ))}
        <p className="seconds" role="timer" aria-label={words.secondsLeft(left)}>
          {left}
        </p>
      </div>
      <p className="unseen" aria-live="polite">
        {isRunning ? `${isWork ? sideName : words.ready}: ${drill.name}` : words.paused}
      </p>
      {wasAway && !isRunning && (
        <p role="status" className="note" data-away>
          {words.wasAway}
        </p>
      )}
      {hasCramp ? (
        <p role="status" className="note">
          {words.crampHelp}
        </p>
      ) : (
        <div className="how">
          {day.isEasier && drill.easier !== '' ? (
            <p>
              <strong>{words.easierForm}</strong> {drill.easier}
            </p>
          ) : (
            <p>{drill.cue}</p>
          )}
          {(drill.lines ?? []).map((line) => (
            <p key={line} className="line" data-line>
              {line}
            </p>
          ))}
          <p className="soft">
            {words.watchFor} {drill.slip}
          </p>
          {!day.isEasier && drill.easier !== '' && (
            <details>
              <summary>{words.easierAsk}</summary>
              <p>{drill.easier}</p>
            </details>
          )}
        </div>
      )}
      <details>
        <summary>{words.options}</summary>
        {(['sound', 'vibration', 'voice'] as const).map((key) => (
          <label key={key} className="tick">
            <input
              type="checkbox"
              checked={signals[key]}
              onChange={({ target }) => {
                const next: Signals = { ...signals, [key]: target.checked }
                setSignals(next)
                keepSignals(next)
              }}
            />
            <span>{words[key]}</span>
          </label>
        ))}
        <button type="button" className="quiet" onClick={() => out(onLeave)}>
          {words.leave}
        </button>
      </details>
      <div className="bar four">
        <button
          type="button"
          onClick={() => goTo(Math.max(0, here.doneShare > 0.2 ? here.index : here.index - 1))}
        >
          {words.previous}
        </button>
        <button
          type="button"
          className="act"
          data-pause
          onClick={() => {
            wakeSound()
            setCramp(false)
            setAway(false)
            setTimer(isRunning ? paused(timer, Date.now()) : resumed(timer, Date.now()))
          }}
        >
          {isRunning ? words.pause : at > 0 ? words.goOn : words.start}
        </button>
        <button
          type="button"
          data-skip
          onClick={() => {
            goTo(here.index + 1, isWork ? here.index : undefined)
          }}
        >
          {words.skip}
        </button>
        <button
          type="button"
          onClick={() => {
            setTimer(paused(timer, Date.now()))
            setCramp(true)
            onCramp()
          }}
        >
          {words.crampNow}
        </button>
      </div>
      <button type="button" className="wrong" onClick={() => out(onWrong)}>
        {words.wrong}
      </button>
    </main>
  )
}

/** A tone where something begins, the last three seconds counted, the end. */
function useSignals(at: {
  index: number | undefined
  kind: 'ready' | 'work' | undefined
  left: number
  isRunning: boolean
  isOver: boolean
  signals: Signals
}): void {
  const { index, kind, left, isRunning, isOver, signals } = at
  const last = useRef<{ index: number | undefined; left: number }>({ index, left: -1 })
  useEffect(() => {
    const before = last.current
    last.current = { index, left }
    if (!isRunning) return
    if (isOver && before.index !== undefined && index === undefined)
      return signal('end', signals, words.finished)
    if (index !== before.index && kind)
      return signal(kind, signals, kind === 'work' ? words.start : words.rest)
    if (left !== before.left && left <= 3 && left > 0) signal('tick', signals, String(left))
  }, [index, kind, left, isRunning, isOver, signals])
}

type Lock = { release: () => Promise<void> }

/** The screen stays on while a session runs, where the browser allows it; asked again after every return. */
function useScreenAwake(isOn: boolean): void {
  useEffect(() => {
    if (!isOn || !('wakeLock' in navigator)) return
    let lock: Lock | undefined
    let isOver = false
    const ask = () => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock.request('screen').then(
        (given) => {
          if (isOver) void given.release()
          else lock = given
        },
        () => undefined,
      )
    }
    ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      isOver = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [isOn])
}
