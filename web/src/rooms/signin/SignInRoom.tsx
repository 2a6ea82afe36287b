import { Suspense } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { sides } from '@sturvo/core/side'
import { useFrontDoorQuery } from '../../app/api'
import { lazyPart } from '../../app/lazyPart'
import { DemoDoor } from '../../parts/DemoDoor'
import { LoadedPart } from '../../parts/LoadedPart'
import { Wordmark } from '../../parts/Wordmark'
import classes from './SignInRoom.module.css'
import { walkingFoot } from './walkingFeet'

const SignInForm = lazyPart(async () => (await import('../../parts/SignInForm')).SignInForm)
const OwnerForm = lazyPart(async () => (await import('./OwnerForm')).OwnerForm)

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
            <Suspense fallback={null}>
              {isDemo && <DemoDoor practice={practiceName} onSignedIn={goIn} />}
              {!isDemo && hasOwner && <SignInForm practice={practiceName} onSignedIn={goIn} />}
              {!hasOwner && <OwnerForm onSignedIn={goIn} />}
            </Suspense>
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

/** Two feet walking in. */
function Feet() {
  return (
    <svg className={classes.feet} viewBox="-150 -330 330 640" aria-hidden="true">
      {sides.map((side) => (
        <path
          key={side}
          d={walkingFoot[side].path}
          transform={walkingFoot[side].place}
          fill={`var(--${side}Pale)`}
          stroke={`var(--${side})`}
          strokeWidth="1.6"
        />
      ))}
    </svg>
  )
}
