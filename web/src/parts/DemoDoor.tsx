import { Button } from '@mantine/core'
import { useSignInToDemoMutation } from '../app/api'
import { failureText } from '../app/failureText'
import classes from './SignInForm.module.css'
import type { DoorProps } from './SignInForm'

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
