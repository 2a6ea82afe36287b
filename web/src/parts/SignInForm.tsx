import { Button, PasswordInput, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { signInSchema } from '@sturvo/schema'
import { useSignInMutation } from '../app/api'
import { failureText } from '../app/failureText'
import { toFirstFault } from './toFirstFault'
import classes from './SignInForm.module.css'

export type DoorProps = { practice: string; onSignedIn: () => void; email?: string | undefined }

/** E-mail and password. */
export function SignInForm({ practice, onSignedIn, email: known = '' }: DoorProps) {
  const [signIn, { isLoading, error }] = useSignInMutation()
  const form = useForm({
    initialValues: { email: known, password: '' },
    validate: schemaResolver(signInSchema, { sync: true }),
  })
  const submit = form.onSubmit((input) => {
    void signIn(input)
      .unwrap()
      .then(onSignedIn, () => undefined)
  }, toFirstFault(form))
  return (
    <form className={classes.form} onSubmit={submit} noValidate>
      <h1>{practice}</h1>
      <TextInput
        label="E-mail"
        type="email"
        autoComplete="username"
        required
        {...form.getInputProps('email')}
      />
      <PasswordInput
        label="Password"
        autoComplete="current-password"
        required
        data-autofocus={known !== '' || undefined}
        {...form.getInputProps('password')}
      />
      <Button type="submit" size="md" loading={isLoading}>
        Sign in
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </form>
  )
}
