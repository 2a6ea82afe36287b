import { Button, PasswordInput, TextInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { useSignInMutation } from '../app/api'
import { failureText } from '../app/failureText'
import classes from './SignInForm.module.css'

export type DoorProps = { practice: string; onSignedIn: () => void; email?: string | undefined }

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
