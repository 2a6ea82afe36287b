import { useEffect, useState, type ComponentType } from 'react'
import { dayAfter, nextRise, sessionsOfWeek, type SelfTestId } from '@sturvo/core/followup'
import type { ClientDay } from '@sturvo/schema'
import { FillingPrint } from './drawn'
import { heldDay } from './held'
import { LogForm, TenRow, type Draft } from './LogForm'
import { SelfTest } from './SelfTest'
import { SessionView, stretchesOf, type Running } from './SessionView'
import { wakeSound } from './sounds'
import { StopQuestions, StopScreen } from './StopView'
import { noWatch, stoppedWatch, Stopwatch, type Watch } from './Stopwatch'
import { dayHere, dayWritten, type Phone } from './usePhone'
import { words } from './words'

// a session or a form that was begun belongs to its day, also when midnight comes in between
type View =
  | { name: 'day' | 'wrong' | 'give' }
  | { name: 'log'; date: string }
  | { name: 'test'; date: string; test: SelfTestId }
  | { name: 'session'; date: string; part: number; start: Pick<Running, 'atS' | 'skipped'> }
type Kept = {
  watches: Partial<Record<'spacers' | 'shoes', Watch>>
  /** part of the sets that was run through, of each part of the day that was ended */
  shares: Record<string, number>
  cramp: boolean
}

const ofEveryEntry = ['id', 'day', 'at', 'replaces']
const nothingKept: Kept = { watches: {}, shares: {}, cramp: false }

/** The client's day: one thing after the other, and at any moment the way out. */
export function Home({
  phone,
  HandBack,
}: {
  phone: Phone
  HandBack?: ComponentType<{ phone: Phone; onBack: () => void }>
}) {
  const today = useToday()
  const [view, setView] = useState<View>({ name: 'day' })
  const [said, setSaid] = useState('')
  const [failed, setFailed] = useState('')
  const date = 'date' in view ? view.date : today
  const [kept, putKept, isKeptRead] = useKept(phone, date)
  const [running, setRunning] = useRunning(phone)
  const { answer, stop } = phone
  const { plan, contact } = answer
  const { day, why } = heldDay(phone, date)
  const inCalendar = plan.days.find((d) => d.date === date)
  const written = dayWritten(phone, today)
  useEffect(() => {
    window.scrollTo(0, 0)
  }, [view.name])

  const back = () => {
    setFailed('')
    setView({ name: 'day' })
  }
  const wrong = () => setView({ name: 'wrong' })
  const give = HandBack && (() => setView({ name: 'give' }))
  if (view.name === 'give' && HandBack) return <HandBack phone={phone} onBack={back} />
  if (stop)
    return (
      <StopScreen contact={contact} signs={stop.signs} isSent={stop.isSent && !phone.isFile} onGive={give} />
    )
  /** Says that it is written only once it is on the phone; where it cannot be, the form stays. */
  const write = async (entry: Parameters<Phone['write']>[0], then: () => void) => {
    try {
      await phone.write(entry)
      setFailed('')
      then()
    } catch {
      setFailed(words.notKept)
    }
  }
  if (view.name === 'wrong')
    return (
      <StopQuestions
        contact={contact}
        onBack={back}
        onSend={(signs) => {
          // the plan pauses also where the phone cannot keep it
          void write({ day: today, stops: signs }, back)
        }}
      />
    )
  if (view.name === 'session' && day)
    return (
      <SessionView
        plan={plan}
        day={day}
        part={view.part}
        start={view.start}
        onKeep={(place) => setRunning({ date, part: view.part, version: plan.version, ...place })}
        onCramp={() => putKept({ ...kept, cramp: true })}
        onWrong={wrong}
        onLeave={back}
        onEnd={(share) => {
          setRunning(undefined)
          putKept({ ...kept, shares: { ...kept.shares, [view.part]: share } })
          setView({ name: 'log', date })
        }}
      />
    )
  if (view.name === 'log' && !isKeptRead)
    return (
      <main className="page">
        <p role="status">{words.opening}</p>
      </main>
    )
  if (view.name === 'log')
    return (
      <LogForm
        title={date === today ? words.write : words.writeOf(date)}
        day={day}
        start={draftOf(phone, date, day, kept)}
        failed={failed}
        onBack={back}
        onWrong={wrong}
        onSave={(draft) => {
          // the form began with everything written today, so it stands for all of it
          const replaces = phone.written.filter((e) => e.day === date).map(({ id }) => id)
          const whole = { ...draft, day: date, ...(replaces.length > 0 && { replaces: replaces.slice(-50) }) }
          void write(whole, () => {
            setSaid(words.saved)
            back()
          })
        }}
      />
    )

  if (view.name === 'test')
    return (
      <SelfTest
        test={view.test}
        start={dayWritten(phone, date)?.tests ?? []}
        failed={failed}
        onBack={back}
        onWrong={wrong}
        onSave={(tests) =>
          void write({ day: date, tests }, () => {
            setSaid(words.saved)
            back()
          })
        }
      />
    )

  /** One answer by itself; tapped again it takes the place of the one before. */
  const tap = (one: { firstSteps: number } | { morning: number }) => {
    const [key] = Object.keys(one)
    const replaces = phone.written
      .filter(
        (e) =>
          e.day === today &&
          Object.keys(e)
            .filter((k) => !ofEveryEntry.includes(k))
            .join() === key,
      )
      .map(({ id }) => id)
    void write({ day: today, ...one, ...(replaces.length > 0 && { replaces }) }, () => setSaid(''))
  }
  const begin = (part: number) => {
    wakeSound()
    const isSame = running?.date === today && running.part === part && running.version === plan.version
    setView({ name: 'session', date: today, part, start: isSame ? running : { atS: 0, skipped: [] } })
  }
  const hurtBefore = written?.firstSteps !== undefined && written.morning !== undefined
  const yesterday = plan.days.find((d) => d.date === dayAfter(today, -1))
  const isHeld = why !== undefined
  return (
    <main className="page">
      <header>
        <p className="soft">{contact.practice}</p>
        <h1>{words.day(today)}</h1>
        <Sent phone={phone} />
        {give && phone.toGive.length + phone.givenLately.length > 0 && (
          <button type="button" data-give onClick={give}>
            {words.give}
          </button>
        )}
      </header>
      {phone.isNew && plan.changed !== undefined && (
        <section className="card new" role="status">
          <p>
            <strong>{words.changed}:</strong> {plan.changed}
          </p>
          <button type="button" onClick={phone.seen}>
            {words.understood}
          </button>
        </section>
      )}
      {plan.waits !== undefined && (
        <p role="status" className="card new" data-waits>
          {plan.waits}
        </p>
      )}
      {failed !== '' && <p role="alert">{failed}</p>}
      {!phone.isLasting && <p role="alert">{words.noStore}</p>}
      {said !== '' && (
        <p role="status" className="note" data-said>
          {said}
        </p>
      )}
      {!day ? (
        <p className="card">{today < plan.startsOn ? words.begins(plan.startsOn) : words.over}</p>
      ) : (
        <>
          {yesterday && !hurtBefore && (
            <section className="card" aria-label={words.morning}>
              <h2>{words.morning}</h2>
              <TenRow
                name={words.firstSteps}
                value={written?.firstSteps}
                onPick={(firstSteps) => tap({ firstSteps })}
              />
              <TenRow name={words.sore} value={written?.morning} onPick={(morning) => tap({ morning })} />
            </section>
          )}
          {why && (
            <p className="card" role="status" data-held={why}>
              {words.held[why]}
            </p>
          )}
          {day.parts.map((ids, part) => (
            <section key={part} className="card session-card" aria-label={words.session}>
              <h2>
                {day.parts.length > 1 ? (part === 0 ? words.morningPart : words.eveningPart) : words.session}
              </h2>
              <p>
                {words.sessionOf(ids.length, minutesOf(plan, day, part))}
                {day.isEasier ? ` · ${words.easier}` : ''}
              </p>
              <p className="soft">{ids.map((id) => plan.drills[id]?.name ?? id).join(', ')}</p>
              <div className="row">
                <button type="button" className="act big" data-begin={part} onClick={() => begin(part)}>
                  {running?.date === today && running.part === part && running.atS > 0
                    ? words.goOn
                    : kept.shares[part] !== undefined
                      ? words.again
                      : words.start}
                </button>
                {kept.shares[part] !== undefined && (
                  <span className="doneMark">
                    <FillingPrint side="left" share={kept.shares[part]} isSmall />
                    {words.done}
                  </span>
                )}
              </div>
            </section>
          ))}
          {day.parts.flat().length + day.spacersMin + day.shoesMin === 0 && (
            <p className="card">{words.restDay}</p>
          )}
          {(['spacers', 'shoes'] as const).map((lane) => {
            const planned = lane === 'spacers' ? day.spacersMin : day.shoesMin
            if (planned === 0) return null
            return (
              <Stopwatch
                key={lane}
                name={words[lane]}
                planned={planned}
                mostInOneGo={lane === 'shoes' ? day.shoesMostMin : undefined}
                note={lane === 'shoes' && day.isEasier ? words.softer : undefined}
                next={isHeld ? undefined : nextRise(plan.days, day, lane)}
                watch={kept.watches[lane] ?? noWatch}
                onPut={(watch) => putKept({ ...kept, watches: { ...kept.watches, [lane]: watch } })}
              />
            )
          })}
          {day.tests.length > 0 && (
            <section className="card" aria-label={words.smallTests}>
              <h2>{words.smallTests}</h2>
              {day.tests.map((test) => (
                <div key={test} className="row">
                  <button
                    type="button"
                    data-test={test}
                    onClick={() => setView({ name: 'test', date: today, test })}
                  >
                    {words.tests[test].title}
                  </button>
                  {written?.tests?.some((tried) => tried.test === test) && <span>{words.tried}</span>}
                </div>
              ))}
            </section>
          )}
          {day.checks.map((check) => (
            <p key={check} className="card">
              {check}
            </p>
          ))}
        </>
      )}
      {(day ?? today > plan.startsOn) && (
        <section className="card">
          <p className="soft">{words.week(sessionsOfWeek(plan.days, inCalendar?.week, wasDone(phone)))}</p>
          {written && <p>{words.written}</p>}
          <button type="button" className="act big" data-write onClick={() => setView({ name: 'log', date })}>
            {written?.pain === undefined ? words.write : words.writeAgain}
          </button>
          {yesterday && dayWritten(phone, yesterday.date)?.pain === undefined && (
            <button
              type="button"
              className="quiet"
              data-write-yesterday
              onClick={() => setView({ name: 'log', date: yesterday.date })}
            >
              {words.writeYesterday}
            </button>
          )}
        </section>
      )}
      {plan.care.length > 0 && <Lines name={words.care} lines={plan.care} />}
      <Lines name={words.tooMuch} lines={plan.tooMuch} />
      <button type="button" className="wrong" data-wrong onClick={wrong}>
        {words.wrong}
      </button>
      <p className="soft foot">
        {words.until(answer.until)} {words.version(plan.version)}
      </p>
    </main>
  )
}

function Lines({ name, lines }: { name: string; lines: readonly string[] }) {
  return (
    <section className="card">
      <h2>{name}</h2>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  )
}

function Sent({ phone: { waiting, refused, isReady, isFile } }: { phone: Phone }) {
  if (isFile)
    return (
      <p className="soft" role="status" data-here={waiting}>
        {waiting > 0 ? words.here(waiting) : words.hereNone}
      </p>
    )
  return (
    <p className="soft" role="status" data-sent={waiting} data-ready={isReady}>
      {refused > 0
        ? words.notSent(refused)
        : waiting > 0
          ? words.waiting(waiting)
          : isReady
            ? words.allSent
            : words.coming}
    </p>
  )
}

const minutesOf = (plan: Phone['answer']['plan'], day: ClientDay, part: number) =>
  stretchesOf(plan, day, part).reduce((sum, s) => sum + s.seconds, 0) / 60

const wasDone = (phone: Phone) => (date: string) => {
  const here = dayWritten(phone, date)?.training
  const there = phone.answer.logged.find((d) => d.day === date)?.training
  return [here, there].some((t) => t === 'done' || t === 'partly')
}

/** What the form begins with: what was written before, what the watches counted, what the timer saw. */
function draftOf(phone: Phone, date: string, day: ClientDay | undefined, kept: Kept): Draft {
  const { stops: _stops, day: _day, ...before } = dayWritten(phone, date) ?? { stops: [], day: date }
  const counted = (lane: 'spacers' | 'shoes') => {
    const watch = kept.watches[lane]
    // one that was forgotten ran to the end of its day at most
    return watch && stoppedWatch(watch, Math.min(Date.now(), Date.parse(`${dayAfter(date, 1)}T00:00:00`)))
  }
  const [spacers, shoes] = [counted('spacers'), counted('shoes')]
  const parts = day?.parts ?? []
  const isWhole = parts.every((_, part) => kept.shares[part] === 1)
  return {
    ...(Object.keys(kept.shares).length > 0 && {
      training: isWhole ? ('done' as const) : ('partly' as const),
    }),
    ...(kept.cramp && { cramp: true }),
    ...(spacers && spacers.minutes >= 0.5 && { spacersMin: Math.round(spacers.minutes) }),
    ...(shoes &&
      shoes.minutes >= 0.5 && {
        shoesMin: Math.round(shoes.minutes),
        shoesLongestMin: Math.round(shoes.longestMin),
      }),
    ...(before as Draft),
  }
}

/** The day here; it turns at midnight and after a night in the pocket. */
function useToday(): string {
  const [today, setToday] = useState(() => dayHere(new Date()))
  useEffect(() => {
    const look = () => setToday(dayHere(new Date()))
    const tick = setInterval(look, 20_000)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(tick)
      document.removeEventListener('visibilitychange', look)
    }
  }, [])
  return today
}

/** What this phone counted on a day, and whether it has been read already. */
function useKept(phone: Phone, date: string): [Kept, (kept: Kept) => void, boolean] {
  const [read, setRead] = useState<{ date: string; kept: Kept }>()
  const { kept: readKept, keep } = phone
  useEffect(() => {
    let isOver = false
    const put = (found?: Partial<Kept>) => {
      if (!isOver) setRead({ date, kept: { ...nothingKept, ...found } })
    }
    readKept<Partial<Kept>>(`day:${date}`).then(put, () => put())
    return () => {
      isOver = true
    }
  }, [readKept, date])
  const isRead = read?.date === date
  return [
    isRead ? read.kept : nothingKept,
    (kept) => {
      setRead({ date, kept })
      // what cannot be kept is still counted while the page is open
      keep(`day:${date}`, kept).catch(() => undefined)
    },
    isRead,
  ]
}

function useRunning(phone: Phone): [Running | undefined, (running: Running | undefined) => void] {
  const [running, setRunning] = useState<Running>()
  const { kept: read, keep } = phone
  useEffect(() => {
    read<Running | null>('running').then(
      (found) => setRunning(found ?? undefined),
      () => undefined,
    )
  }, [read])
  return [
    running,
    (next) => {
      setRunning(next)
      keep('running', next ?? null).catch(() => undefined)
    },
  ]
}
