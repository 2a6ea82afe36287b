import { Button, PasswordInput, TextInput } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { firstOwnerSchema } from '@sturvo/schema'
import { useCreateOwnerMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import { toFirstFault } from '../../parts/toFirstFault'
import classes from './SignInRoom.module.css'

/** The owner of an empty practice. */
export function OwnerForm({ onSignedIn }: { onSignedIn: () => void }) {
  const [create, { isLoading, error }] = useCreateOwnerMutation()
  const form = useForm({
    initialValues: { code: '', practiceName: '', name: '', email: '', password: '' },
    validate: schemaResolver(firstOwnerSchema, { sync: true }),
  })
  const submit = form.onSubmit((input) => {
    void create(input)
      .unwrap()
      .then(onSignedIn, () => undefined)
  }, toFirstFault(form))
  return (
    <form className={classes.form} onSubmit={submit} noValidate>
      <h1>A new practice</h1>
      <p>Create its owner; others can be added afterwards on the command line.</p>
      <TextInput
        label="Code"
        description="It stands in the window where Sturvo was started, as XXXX-XXXX"
        autoComplete="off"
        required
        {...form.getInputProps('code')}
      />
      <TextInput label="Name of the practice" required {...form.getInputProps('practiceName')} />
      <TextInput label="Your name" autoComplete="name" required {...form.getInputProps('name')} />
      <TextInput
        label="E-mail"
        type="email"
        autoComplete="username"
        required
        {...form.getInputProps('email')}
      />
      <PasswordInput
        label="Password"
        description="At least 10 letters"
        autoComplete="new-password"
        required
        {...form.getInputProps('password')}
      />
      <Button type="submit" size="md" loading={isLoading}>
        Create the owner
      </Button>
      {error && <p role="alert">{failureText(error)}</p>}
    </form>
  )
}
