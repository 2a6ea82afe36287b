import { Button, PasswordInput, TextInput } from '@mantine/core'
import { useState, type FormEvent } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { svgPath } from '@sturvo/core/drawing'
import { footOutline } from '@sturvo/core/synthetic'
import { sides } from '@sturvo/core/side'
import { neutralFoot } from '@sturvo/core/synthetic'
import { useCreateOwnerMutation, useFrontDoorQuery } from '../../app/api'
import { failureText } from '../../app/failureText'
import { LoadedPart } from '../../parts/LoadedPart'
import { DemoDoor, SignInForm } from '../../parts/SignInForm'
import { Wordmark } from '../../parts/Wordmark'
import classes from './SignInRoom.module.css'

/** The front door: sign in, create the owner of an empty practice, or one click into the made-up one. */
export default function SignInRoom() {
  const door = useFrontDoorQuery()
  const goIn = useGoIn()
  return (
    <main className={classes.room}>
      <section className={classes.panel}>
        <Wordmark size="2.5rem" />
        <p className={classes.lead}>Feet, shoes and the way between them: measured, planned, followed up.</p>
        <LoadedPart query={door}>
          {({ isDemo, hasOwner, practiceName }) => (
            <>
              {isDemo && <DemoDoor practice={practiceName} onSignedIn={goIn} />}
              {!isDemo && hasOwner && <SignInForm practice={practiceName} onSignedIn={goIn} />}
              {!hasOwner && <OwnerForm />}
            </>
          )}
        </LoadedPart>
      </section>
      <Feet />
    </main>
  )
}

function useGoIn() {
  const navigate = useNavigate()
  const from = (useLocation().state as { from?: string } | null)?.from
  return () => void navigate(from ?? '/', { replace: true })
}

function OwnerForm() {
  const [create, { isLoading, error }] = useCreateOwnerMutation()
  const goIn = useGoIn()
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
      .then(goIn, () => undefined)
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

/** Two feet walking in. */
function Feet() {
  return (
    <svg className={classes.feet} viewBox="-150 -330 330 640" aria-hidden="true">
      {sides.map((side) => {
        const sign = side === 'left' ? 1 : -1
        const path = svgPath(
          footOutline({ ...neutralFoot, side }).outlineFootMm.map((p) => ({ x: p.x * sign, y: -p.y })),
        )
        const place = side === 'left' ? 'translate(-70 290) rotate(-5)' : 'translate(95 -30) rotate(6)'
        return (
          <path
            key={side}
            d={path}
            transform={place}
            fill={`var(--${side}Pale)`}
            stroke={`var(--${side})`}
            strokeWidth="1.6"
          />
        )
      })}
    </svg>
  )
}
