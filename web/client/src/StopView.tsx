import { useState } from 'react'
import { stopSigns, type StopSign } from '@sturvo/core/followup'
import type { Contact } from '@sturvo/schema'
import { words } from './words'

function Call({ contact }: { contact: Contact }) {
  return (
    <>
      {contact.phone !== '' && (
        <a className="call" href={`tel:${contact.phone.replace(/[^\d+]/g, '')}`}>
          {words.call(contact.phone)}
        </a>
      )}
      {contact.emergency !== '' && (
        <p>
          <strong>{words.emergency}:</strong> {contact.emergency}
        </p>
      )}
    </>
  )
}

/** Signs in plain words. What is sent here pauses the plan; nothing on this page takes it back. */
export function StopQuestions({
  contact,
  onSend,
  onBack,
}: {
  contact: Contact
  onSend: (signs: StopSign[]) => void
  onBack: () => void
}) {
  const [signs, setSigns] = useState<StopSign[]>([])
  return (
    <main className="page form">
      <h1>{words.stopTitle}</h1>
      <p>{words.stopHelp}</p>
      {stopSigns.map((sign) => (
        <label key={sign} className="tick">
          <input
            type="checkbox"
            checked={signs.includes(sign)}
            onChange={({ target }) =>
              setSigns((before) => (target.checked ? [...before, sign] : before.filter((s) => s !== sign)))
            }
          />
          <span>{words.signs[sign]}</span>
        </label>
      ))}
      <Call contact={contact} />
      <div className="bar">
        <button type="button" onClick={onBack}>
          {words.stopNone}
        </button>
        <button
          type="button"
          className="act oxide"
          data-stop
          disabled={signs.length === 0}
          onClick={() => onSend(signs)}
        >
          {words.stopSend}
        </button>
      </div>
    </main>
  )
}

export function StopScreen({
  contact,
  signs,
  isSent,
  onGive,
}: {
  contact: Contact
  signs: readonly StopSign[]
  isSent: boolean
  onGive?: (() => void) | undefined
}) {
  return (
    <main className="page stop" data-paused>
      <svg viewBox="0 0 40 34" aria-hidden="true" className="cairn">
        <ellipse cx="20" cy="28" rx="16" ry="5.5" />
        <ellipse cx="20" cy="18.5" rx="11" ry="4.8" />
        <ellipse cx="20" cy="10" rx="7" ry="4.2" />
        <ellipse cx="20" cy="3.6" rx="3.6" ry="2.6" />
      </svg>
      <div role="alert">
        <h1>{words.stopped}</h1>
      </div>
      {signs.length > 0 && (
        <>
          <p>{words.stoppedWhy}</p>
          <ul>
            {signs.map((sign) => (
              <li key={sign}>{words.signs[sign]}</li>
            ))}
          </ul>
        </>
      )}
      <p>{words.stoppedDo}</p>
      <Call contact={contact} />
      <p>{isSent ? words.nobodyLive : words.stillWaits}</p>
      {onGive && (
        <button type="button" data-give onClick={onGive}>
          {words.give}
        </button>
      )}
    </main>
  )
}
