import { Button, Group, PasswordInput, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState, type FormEvent } from 'react'
import type { FactorBegun, OwnAccount } from '@sturvo/schema'
import { roleNameText } from '@sturvo/words'
import { useSessionQuery } from '../../app/api'
import { failureText } from '../../app/failureText'
import { copyText, download } from '../../app/handOut'
import {
  useAccountQuery,
  useBeginFactorMutation,
  useChangePasswordMutation,
  useConfirmFactorMutation,
  useFactorOffMutation,
} from '../../app/trustApi'
import { LoadedPart } from '../../parts/LoadedPart'
import { QrPicture } from '../../parts/QrPicture'
import { SessionTable } from '../../parts/SessionTable'
import classes from '../../parts/Trust.module.css'

const say = (error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) })

/** One's own locks: password, second factor, where one is signed in. */
export default function AccountRoom() {
  const account = useAccountQuery()
  const { data: session } = useSessionQuery()
  return (
    <LoadedPart query={account}>
      {(own) => (
        <div className={classes.room}>
          <header className={classes.head}>
            <div>
              <h1>{session?.account.name ?? 'Your account'}</h1>
              <p className={classes.soft}>
                {session && `${session.account.email}, ${roleNameText[session.account.role].toLowerCase()}`}
              </p>
            </div>
          </header>
          {session?.needsFactor && (
            <section className={classes.card} data-tone="alarm" role="alert">
              This practice asks for a second factor. Set yours up here; everything else opens then.
            </section>
          )}
          <Factor own={own} />
          {!session?.needsFactor && (
            <>
              <Password />
              <section className={classes.card} aria-labelledby="own-sessions">
                <h2 id="own-sessions">Where you are signed in</h2>
                <SessionTable sessions={own.sessions} />
              </section>
            </>
          )}
        </div>
      )}
    </LoadedPart>
  )
}

function Factor({ own }: { own: OwnAccount }) {
  const [begun, setBegun] = useState<FactorBegun>()
  const [codes, setCodes] = useState<string[]>()
  return (
    <section className={classes.card} aria-labelledby="factor">
      <h2 id="factor">Second factor</h2>
      {codes ? (
        <Recovery codes={codes} onDone={() => setCodes(undefined)} />
      ) : own.hasFactor ? (
        <InForce own={own} />
      ) : begun ? (
        <Confirm
          begun={begun}
          onConfirmed={(told) => {
            setBegun(undefined)
            setCodes(told)
          }}
        />
      ) : (
        <Begin onBegun={setBegun} />
      )}
    </section>
  )
}

function Begin({ onBegun }: { onBegun: (begun: FactorBegun) => void }) {
  const [begin, { isLoading, error }] = useBeginFactorMutation()
  const [password, setPassword] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void begin({ password })
      .unwrap()
      .then(onBegun, () => undefined)
  }
  return (
    <div className={classes.beside}>
      <form onSubmit={submit}>
        <p className={classes.soft}>
          With it, your password alone opens nothing. You need an authenticator on your telephone.
        </p>
        <PasswordInput
          label="Your password"
          autoComplete="current-password"
          value={password}
          onChange={(event) => setPassword(event.currentTarget.value)}
        />
        {error && <p role="alert">{failureText(error)}</p>}
        <Button type="submit" loading={isLoading} disabled={password === ''}>
          Set it up
        </Button>
      </form>
    </div>
  )
}

function Confirm({ begun, onConfirmed }: { begun: FactorBegun; onConfirmed: (codes: string[]) => void }) {
  const [confirm, { isLoading, error }] = useConfirmFactorMutation()
  const [code, setCode] = useState('')
  const { refetch } = useSessionQuery()
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void confirm({ code })
      .unwrap()
      .then(({ codes }) => {
        onConfirmed(codes)
        void refetch()
      })
      .catch(() => undefined)
  }
  return (
    <div className={classes.beside}>
      <QrPicture text={begun.address} name="To scan with the authenticator" />
      <form onSubmit={submit}>
        <p>Scan this with the authenticator, or type its key there by hand:</p>
        <p className={classes.secret} data-factor-secret>
          {begun.secret}
        </p>
        <TextInput
          label="The six digits it shows"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={7}
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
        />
        {error && <p role="alert">{failureText(error)}</p>}
        <Button type="submit" loading={isLoading} disabled={code.trim().length < 6}>
          Put it in force
        </Button>
      </form>
    </div>
  )
}

function Recovery({ codes, onDone }: { codes: readonly string[]; onDone: () => void }) {
  const text = codes.join('\n')
  return (
    <div role="status">
      <p>
        <strong>Keep these codes where your telephone is not.</strong> Each opens once instead of the six
        digits; they are shown here only now.
      </p>
      <ul className={`${classes.secret} ${classes.codes}`} data-recovery-codes>
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <Group gap={8} mt={12}>
        <Button variant="default" onClick={() => void copyText(text)}>
          Copy
        </Button>
        <Button
          variant="default"
          onClick={() => download(new Blob([`${text}\n`], { type: 'text/plain' }), 'recovery-codes.txt')}
        >
          Keep as a file
        </Button>
        <Button onClick={onDone}>I have them</Button>
      </Group>
    </div>
  )
}

function InForce({ own }: { own: OwnAccount }) {
  const [off, { isLoading, error }] = useFactorOffMutation()
  const [code, setCode] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void off({ code })
      .unwrap()
      .then(() => setCode(''))
      .catch(() => undefined)
  }
  return (
    <>
      <p>
        In force. {own.recoveryLeft} of 10 recovery codes are left
        {own.recoveryLeft < 3 ? ': take it off and set it up anew to get more.' : '.'}
      </p>
      {own.isFactorWanted ? (
        <p className={classes.soft}>The practice asks for it; it cannot be taken off.</p>
      ) : (
        <div className={classes.beside}>
          <form onSubmit={submit}>
            <TextInput
              label="A code of it, to take it off"
              autoComplete="one-time-code"
              value={code}
              onChange={(event) => setCode(event.currentTarget.value)}
            />
            {error && <p role="alert">{failureText(error)}</p>}
            <Button type="submit" variant="default" loading={isLoading} disabled={code.trim().length < 6}>
              Take it off
            </Button>
          </form>
        </div>
      )}
    </>
  )
}

function Password() {
  const [change, { isLoading }] = useChangePasswordMutation()
  const [current, setCurrent] = useState('')
  const [password, setPassword] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void change({ current, password })
      .unwrap()
      .then(() => {
        setCurrent('')
        setPassword('')
        notifications.show({ message: 'Your password is changed; you are signed out everywhere else.' })
      })
      .catch(say)
  }
  return (
    <section className={classes.card} aria-labelledby="password">
      <h2 id="password">Password</h2>
      <div className={classes.beside}>
        <form onSubmit={submit}>
          <PasswordInput
            label="The one of now"
            autoComplete="current-password"
            value={current}
            onChange={(event) => setCurrent(event.currentTarget.value)}
          />
          <PasswordInput
            label="A new one, at least 12 letters"
            autoComplete="new-password"
            value={password}
            onChange={(event) => setPassword(event.currentTarget.value)}
          />
          <Button type="submit" loading={isLoading} disabled={current === '' || password.length < 12}>
            Change it
          </Button>
        </form>
      </div>
    </section>
  )
}
