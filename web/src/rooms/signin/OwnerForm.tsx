import { Button, PasswordInput, TextInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { useCreateOwnerMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import classes from './SignInRoom.module.css'

/** The owner of an empty practice. */
export function OwnerForm({ onSignedIn }: { onSignedIn: () => void }) {
  const [create, { isLoading, error }] = useCreateOwnerMutation()
  const [input, setInput] = useState({ code: '', practiceName: '', name: '', email: '', password: '' })
  const field = (key: keyof typeof input) => ({
    required: true,
    value: input[key],
    onChange: (e: { currentTarget: { value: string } }) =>
      setInput({ ...input, [key]: e.currentTarget.value }),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void create(input)
      .unwrap()
      .then(onSignedIn, () => undefined)
  }
  return (
    <form className={classes.form} onSubmit={submit}>
      <h1>A new practice</h1>
      <p>Create its owner; others can be added afterwards on the command line.</p>
      <TextInput
        label="Code"
        description="It stands in the window where Sturvo was started, as XXXX-XXXX"
        autoComplete="off"
        {...field('code')}
      />
      <TextInput label="Name of the practice" {...field('practiceName')} />
      <TextInput label="Your name" autoComplete="name" {...field('name')} />
      <TextInput label="E-mail" type="email" autoComplete="username" {...field('email')} />
      <PasswordInput
        label="Password"
        description="At least 10 letters"
        autoComplete="new-password"
        {...field('password')}
      />
      <Button type="submit" size="md" loading={isLoading}>
        Create the owner
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </form>
  )
}
