import type { PressureJob } from '@sturvo/core/pressure'
import { pressureJobText, num, pct } from '@sturvo/words'
import { isobarsKpa } from '../../../workers/livePressure'
import type { RecorderLook } from '../../../workers/pressureRecorder'
import { useComputedColorScheme } from '@mantine/core'
import { useEffect, useState } from 'react'
import { loadColour } from '../../../mat/loadColour'
import classes from './load.module.css'
import type { WatchPressure } from './usePressure'

const phaseText: Record<RecorderLook['phase'], string> = {
  idle: 'Ready',
  connecting: 'Connecting …',
  countDown: 'Get ready',
  settling: 'Waiting until the client stands still',
  recording: 'Recording',
  done: 'Recorded',
  failed: 'Stopped',
}

/** Above the mat: what happens, how long still, the weight on either foot, the scale of the isobars. */
export function LiveHead({
  watch,
  job,
  isReplay,
}: {
  watch: WatchPressure
  job: PressureJob
  isReplay: boolean
}) {
  const look = useNowAndThen(watch)
  const scheme = useComputedColorScheme('light')
  const share = look?.moment?.leftShare
  const words = isReplay && look?.moment ? `At ${num(look.moment.tS, 2)} s` : phaseText[look?.phase ?? 'idle']
  return (
    <div className={classes.head}>
      <output aria-live="polite">
        {words}
        {look?.phase === 'recording' && look.leftS !== undefined && `, ${Math.ceil(look.leftS)} s to go`}
        {!look?.moment && look?.phase !== 'countDown' && `: ${pressureJobText[job].name}`}
      </output>
      {share !== undefined && (
        <div
          className={classes.share}
          role="img"
          aria-label={`Left ${pct(share)}, right ${pct(1 - share)} of the weight`}
        >
          <span style={{ color: 'var(--left)' }}>● {pct(share)}</span>
          <span className={classes.bar}>
            <span style={{ width: `${share * 100}%` }} />
            <span />
          </span>
          <span style={{ color: 'var(--right)' }}>{pct(1 - share)} ■</span>
        </div>
      )}
      {look?.moment && <span>peak {Math.round(look.moment.peakKpa)} kPa</span>}
      <span className={classes.scale} aria-hidden="true">
        {isobarsKpa.map((kpa) => (
          <i key={kpa}>
            <span style={{ background: loadColour(scheme, kpa) }} />
            {kpa}
          </i>
        ))}
        kPa
      </span>
      {look?.isLineLost && <strong role="alert">Line lost, coming back …</strong>}
      {look !== undefined && look.lostFrames > 0 && (
        <span>{look.lostFrames} frames missing, kept as a gap</span>
      )}
    </div>
  )
}

const everyMs = 100

/** What the worker sees, ten times a second: numbers that change faster cannot be read. */
function useNowAndThen(watch: WatchPressure): RecorderLook | undefined {
  const [look, setLook] = useState<RecorderLook>()
  useEffect(() => {
    let saidAt = -Infinity
    let said: RecorderLook | undefined
    return watch((now) => {
      const isNew = now.phase !== said?.phase
      if (!isNew && (performance.now() - saidAt < everyMs || now.moment?.tS === said?.moment?.tS)) return
      saidAt = performance.now()
      said = now
      setLook(now)
    })
  }, [watch])
  return look
}
