import { useEffect, useMemo, useState } from 'react'
import { handBackParts } from '@sturvo/core/followup'
import { copyText, download } from '../../src/app/handOut'
import { pack } from '../../src/app/packed'
import { qrPath } from '../../src/parts/qrPath'
import { embedded } from './embedded'
import type { Phone } from './usePhone'
import { words } from './words'

/** Letters in one picture: few enough that a tablet's camera reads it from a phone. */
const mostInPicture = 360
const pictureMs = 1500
const quiet = 4

/** What was written on this phone, given back without a network: as a message, as pictures, or as a file. */
export function HandBack({ phone, onBack }: { phone: Phone; onBack: () => void }) {
  const [payload, setPayload] = useState<string>()
  const [shown, setShown] = useState(0)
  const [isRunning, setRunning] = useState(true)
  const [said, setSaid] = useState('')
  const [isAll, setAll] = useState(phone.toGive.length === 0)
  const { toGive, givenLately } = phone
  const entries = useMemo(() => [...toGive, ...(isAll ? givenLately : [])], [toGive, givenLately, isAll])
  const owner = embedded?.owner ?? ''
  useEffect(() => {
    let isOver = false
    void pack(entries).then((packed) => !isOver && setPayload(packed))
    return () => {
      isOver = true
    }
  }, [entries])
  const parts = payload === undefined ? [] : handBackParts(owner, payload, mostInPicture)
  useEffect(() => {
    if (!isRunning || parts.length < 2) return
    const tick = setInterval(() => setShown((n) => (n + 1) % parts.length), pictureMs)
    return () => clearInterval(tick)
  }, [isRunning, parts.length])
  if (payload === undefined)
    return (
      <main className="page">
        <p role="status">{words.opening}</p>
      </main>
    )
  const [text = ''] = handBackParts(owner, payload)
  const index = Math.min(shown, parts.length - 1)
  const { size, path } = qrPath(parts[index]!)
  const copy = async () => setSaid((await copyText(text)) ? words.copied : words.notCopied)
  return (
    <main className="page form">
      <h1>{words.giveTitle}</h1>
      <p>{words.giveHelp(entries.length)}</p>
      <svg
        className="giveQr"
        viewBox={`${-quiet} ${-quiet} ${size + 2 * quiet} ${size + 2 * quiet}`}
        role="img"
        aria-label={words.picture(index + 1, parts.length)}
        data-parts={parts.length}
      >
        <rect x={-quiet} y={-quiet} width="100%" height="100%" fill="#fff" />
        <path d={path} fill="#000" />
      </svg>
      {parts.length > 1 && (
        <div className="row">
          <span>{words.picture(index + 1, parts.length)}</span>
          <button type="button" onClick={() => setRunning(!isRunning)}>
            {isRunning ? words.pause : words.goOn}
          </button>
          <button
            type="button"
            onClick={() => {
              setRunning(false)
              setShown((index + 1) % parts.length)
            }}
          >
            {words.nextPicture}
          </button>
        </div>
      )}
      <div className="row">
        <button type="button" onClick={() => void copy()}>
          {words.copyText}
        </button>
        <button type="button" onClick={() => download(new Blob([text], { type: 'text/plain' }), 'log.txt')}>
          {words.saveFile}
        </button>
      </div>
      <label className="text">
        <span>{words.textOfIt}</span>
        <textarea readOnly rows={3} value={text} data-hand-back onFocus={({ target }) => target.select()} />
      </label>
      {said !== '' && <p role="status">{said}</p>}
      {givenLately.length > 0 && toGive.length > 0 && (
        <label className="tick">
          <input type="checkbox" checked={isAll} onChange={({ target }) => setAll(target.checked)} />
          <span>{words.giveAll}</span>
        </label>
      )}
      <p className="soft">{words.giveAgain}</p>
      <div className="bar">
        <button type="button" onClick={onBack}>
          {words.back}
        </button>
        <button
          type="button"
          className="act"
          data-given
          onClick={() => {
            phone.given(toGive.map(({ id }) => id)).then(onBack, () => setSaid(words.notKept))
          }}
        >
          {words.given}
        </button>
      </div>
    </main>
  )
}
