import { useState, type ComponentType } from 'react'
import { FeetProvider, FiguresProvider } from './drawn'
import { Home } from './Home'
import { usePhone, type Phone } from './usePhone'
import { words } from './words'

/** @param HandBack where the page is a file: how what was written comes back */
export function App({ HandBack }: { HandBack?: ComponentType<{ phone: Phone; onBack: () => void }> }) {
  const { phone, tryAgain, giveWord } = usePhone()
  switch (phone.state) {
    case 'open':
      return (
        <FeetProvider value={phone.phone.answer.plan.feet}>
          <FiguresProvider value={phone.phone.figures}>
            <Home phone={phone.phone} {...(HandBack && { HandBack })} />
          </FiguresProvider>
        </FeetProvider>
      )
    case 'opening':
      return (
        <main className="page">
          <p role="status">{words.opening}</p>
        </main>
      )
    case 'later':
      return (
        <main className="page">
          <h1>{words.title}</h1>
          <p role="alert">{words.noNet}</p>
          <button type="button" className="act big" onClick={tryAgain}>
            {words.tryAgain}
          </button>
        </main>
      )
    case 'word':
      return <WordView isWrong={phone.isWrong} onGive={giveWord} />
    case 'closed':
      return (
        <main className="page" data-closed>
          <h1>{words.closedTitle}</h1>
          <p>{words.closed}</p>
          {phone.contact && <p>{phone.contact.practice}</p>}
          {phone.contact && phone.contact.phone !== '' && (
            <a className="call" href={`tel:${phone.contact.phone.replace(/[^\d+]/g, '')}`}>
              {words.call(phone.contact.phone)}
            </a>
          )}
        </main>
      )
  }
}

function WordView({ isWrong, onGive }: { isWrong: boolean; onGive: (word: string) => void }) {
  const [typed, setTyped] = useState('')
  return (
    <main className="page form">
      <h1>{words.wordTitle}</h1>
      <p>{words.wordHelp}</p>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onGive(typed)
        }}
      >
        <label className="text">
          <span className="unseen">{words.wordTitle}</span>
          <input
            inputMode="numeric"
            autoComplete="off"
            maxLength={4}
            pattern="\d{4}"
            required
            value={typed}
            onChange={({ target }) => setTyped(target.value.replace(/\D/g, ''))}
          />
        </label>
        {isWrong && <p role="alert">{words.wordWrong}</p>}
        <button type="submit" className="act big" disabled={typed.length !== 4}>
          {words.open}
        </button>
      </form>
    </main>
  )
}
