import { Button, PasswordInput, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { signInSchema } from '@sturvo/schema'
import { useSignInMutation } from '../app/api'
import { codeOf, failureText } from '../app/failureText'
import { toFirstFault } from './toFirstFault'
import classes from './SignInForm.module.css'

export type DoorProps = { practice: string; onSignedIn: () => void; email?: string | undefined }

const withoutEmpty = ({ code, ...input }: { email: string; password: string; code: string }) => ({
  ...input,
  ...(code.trim() !== '' && { code }),
})

/** E-mail and password, and the second factor where there is one. */
export function SignInForm({ practice, onSignedIn, email: known = '' }: DoorProps) {
  const [signIn, { isLoading, error }] = useSignInMutation()
  const form = useForm({
    initialValues: { email: known, password: '', code: '' },
    // a code that is not asked for yet is none
    validate: (values) => schemaResolver(signInSchema, { sync: true })(withoutEmpty(values)),
  })
  // asked for once the password was right
  const isCodeAsked = ['needCode', 'wrongFactor'].includes(codeOf(error) ?? '')
  const submit = form.onSubmit((input) => {
    void signIn(withoutEmpty(input))
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
      {isCodeAsked && (
        <TextInput
          label="Six digits of your second factor, or a recovery code"
          autoComplete="one-time-code"
          autoFocus
          {...form.getInputProps('code')}
        />
      )}
      <Button type="submit" size="md" loading={isLoading}>
        Sign in
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </form>
  )
}
