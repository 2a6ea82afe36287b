import { useEffect, useState } from 'react'
import { sides, type Side } from '@sturvo/core/side'
import { selfTests, type SelfTestId, type SelfTried } from '@sturvo/core/followup'
import { DrillPicture } from './drawn'
import { words } from './words'

/** A small test at home: how, a clock where one is needed, and a number for each side. */
export function SelfTest({
  test,
  start,
  failed,
  onSave,
  onBack,
  onWrong,
}: {
  test: SelfTestId
  start: readonly SelfTried[]
  failed: string
  onSave: (tried: SelfTried[]) => void
  onBack: () => void
  onWrong: () => void
}) {
  const { most, timer, drill } = selfTests[test]
  const [typed, setTyped] = useState<Record<Side, string>>(() => {
    const of = (side: Side) => String(start.find((t) => t.test === test && t.side === side)?.value ?? '')
    return { left: of('left'), right: of('right') }
  })
  const valueOf = (side: Side) => {
    const value = Number(typed[side].replace(',', '.'))
    return typed[side] !== '' && value >= 0 && value <= most ? value : undefined
  }
  const tried = sides.flatMap((side) => {
    const value = valueOf(side)
    return value === undefined ? [] : [{ test, side, value }]
  })
  const isBroken = sides.some((side) => typed[side] !== '' && valueOf(side) === undefined)
  const { title, how, care } = words.tests[test]
  return (
    <main className="page form">
      <h1>{title}</h1>
      <DrillPicture id={drill} side="left" frame={0} />
      <ol className="how">
        {how.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="note">{care}</p>
      {sides.map((side) => (
        <section key={side} className="card" aria-label={words[side]}>
          <h2>{side === 'left' ? words.leftFoot : words.rightFoot}</h2>
          {timer === 'seconds' && (
            <StandClock
              most={most}
              onStop={(s) => setTyped((before) => ({ ...before, [side]: String(s) }))}
            />
          )}
          <label className="number">
            <span>{words.testUnit[selfTests[test].unit]}</span>
            <input
              inputMode="decimal"
              maxLength={5}
              data-tried={side}
              value={typed[side]}
              onChange={({ target }) => setTyped((before) => ({ ...before, [side]: target.value }))}
            />
          </label>
        </section>
      ))}
      {isBroken && <p role="alert">{words.testMost(most)}</p>}
      {failed !== '' && <p role="alert">{failed}</p>}
      <p className="soft">{words.testSays}</p>
      <button type="button" className="wrong" onClick={onWrong}>
        {words.wrong}
      </button>
      <div className="bar">
        <button type="button" onClick={onBack}>
          {words.back}
        </button>
        <button
          type="button"
          className="act"
          data-save-test
          disabled={tried.length === 0 || isBroken}
          onClick={() => onSave(tried)}
        >
          {words.save}
        </button>
      </div>
    </main>
  )
}

const tickMs = 100

/** From the moment the foot is lifted to the moment it comes down; it ends by itself at the most that counts. */
function StandClock({ most, onStop }: { most: number; onStop: (seconds: number) => void }) {
  const [since, setSince] = useState<number>()
  const [now, setNow] = useState(0)
  const seconds = since === undefined ? 0 : Math.max(0, (now - since) / 1000)
  const isFull = since !== undefined && seconds >= most
  useEffect(() => {
    if (since === undefined) return
    const tick = setInterval(() => setNow(Date.now()), tickMs)
    return () => clearInterval(tick)
  }, [since])
  useEffect(() => {
    if (!isFull) return
    setSince(undefined)
    onStop(most)
  }, [isFull, most, onStop])
  return (
    <div className="row">
      <button
        type="button"
        className="act"
        data-stand
        onClick={() => {
          const at = Date.now()
          setNow(at)
          if (since === undefined) return setSince(at)
          setSince(undefined)
          onStop(Math.min(most, Math.round((at - since) / 1000)))
        }}
      >
        {since === undefined ? words.standUp : words.standDown}
      </button>
      <span role="timer">{since === undefined ? '' : words.seconds(Math.floor(seconds))}</span>
    </div>
  )
}
