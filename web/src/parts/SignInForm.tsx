import { Button, PasswordInput, TextInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { useSignInMutation, useSignInToDemoMutation } from '../app/api'
import { failureText } from '../app/failureText'
import classes from './SignInForm.module.css'

type DoorProps = { practice: string; onSignedIn: () => void; email?: string | undefined }

/** One click into the made-up practice. */
export function DemoDoor({ practice, onSignedIn }: DoorProps) {
  const [signIn, { isLoading, error }] = useSignInToDemoMutation()
  return (
    <div className={classes.form}>
      <h1>{practice}</h1>
      <p>A made-up practice in Orrin Quay, to look round in. Nobody in it is real.</p>
      <Button
        size="lg"
        loading={isLoading}
        onClick={() =>
          void signIn()
            .unwrap()
            .then(onSignedIn, () => undefined)
        }
      >
        Open the made-up practice
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </div>
  )
}

/** E-mail and password. */
export function SignInForm({ practice, onSignedIn, email: known = '' }: DoorProps) {
  const [signIn, { isLoading, error }] = useSignInMutation()
  const [email, setEmail] = useState(known)
  const [password, setPassword] = useState('')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void signIn({ email, password })
      .unwrap()
      .then(onSignedIn, () => undefined)
  }
  return (
    <form className={classes.form} onSubmit={submit}>
      <h1>{practice}</h1>
      <TextInput
        label="E-mail"
        type="email"
        autoComplete="username"
        required
        value={email}
        onChange={(e) => setEmail(e.currentTarget.value)}
      />
      <PasswordInput
        label="Password"
        autoComplete="current-password"
        required
        data-autofocus={known !== '' || undefined}
        value={password}
        onChange={(e) => setPassword(e.currentTarget.value)}
      />
      <Button type="submit" size="md" loading={isLoading}>
        Sign in
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </form>
  )
}
