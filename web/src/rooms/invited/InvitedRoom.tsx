import { Button, PasswordInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { Link } from 'react-router'
import { roleNameText } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { useAcceptInviteMutation, useOpenInviteQuery } from '../../app/trustApi'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from '../../parts/Trust.module.css'
import { Wordmark } from '../../parts/Wordmark'

/** Whoever was invited chooses a password here; the token stands behind the # and goes nowhere but in a header. */
export default function InvitedRoom() {
  const token = window.location.hash.slice(1)
  const invite = useOpenInviteQuery(token)
  const [accept, { isLoading, error, data: accepted }] = useAcceptInviteMutation()
  const [password, setPassword] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void accept({ token, password })
      .unwrap()
      .then(() => window.history.replaceState(null, '', '/invited'))
      .catch(() => undefined)
  }
  return (
    <main className={classes.room} style={{ maxWidth: 520 }}>
      <Wordmark size="2rem" />
      {accepted ? (
        <section className={classes.card} role="status">
          <h1>You are in</h1>
          <p>Sign in as {accepted.email} with the password you chose.</p>
          <Button component={Link} to="/signin" state={{ email: accepted.email }}>
            Sign in
          </Button>
        </section>
      ) : (
        <LoadedPart query={invite}>
          {({ name, email, role, practiceName, isReset }) => (
            <form className={classes.card} onSubmit={submit}>
              <h1>{practiceName}</h1>
              <p>
                {isReset
                  ? `${name}, choose a new password for ${email}.`
                  : `${name}, you are invited as ${roleNameText[role].toLowerCase()}. Choose a password for ${email}.`}
              </p>
              <PasswordInput
                label="Password, at least 12 letters"
                autoComplete="new-password"
                value={password}
                onChange={(event) => setPassword(event.currentTarget.value)}
              />
              {error && <p role="alert">{failureText(error)}</p>}
              <Button type="submit" loading={isLoading} disabled={password.length < 12}>
                Choose it
              </Button>
            </form>
          )}
        </LoadedPart>
      )}
    </main>
  )
}
