import { Modal } from '@mantine/core'
import { selectOutbox } from '../outbox/visitSlice'
import { DemoDoor } from '../parts/DemoDoor'
import { SignInForm } from '../parts/SignInForm'
import { useFrontDoorQuery } from './api'
import { useAppSelector } from './store'

/**
 * Signed out in the middle of work: signing in lies over the page, and nothing under it is lost. What was typed is
 * sent under the one who typed it, whoever signs in here.
 */
export function SignInOver({ email, onSignedIn }: { email: string | undefined; onSignedIn: () => void }) {
  const door = useFrontDoorQuery()
  const { waiting } = useAppSelector(selectOutbox)
  const practice = door.data?.practiceName ?? 'Sturvo'
  const kept =
    waiting === 0
      ? 'Everything you entered is stored.'
      : `${waiting} ${waiting === 1 ? 'entry is' : 'entries are'} kept in this browser and sent when you are back.`
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      closeOnEscape={false}
      closeOnClickOutside={false}
      title="You were signed out"
    >
      <p style={{ marginBottom: 16 }}>{kept}</p>
      {door.data?.isDemo ? (
        <DemoDoor practice={practice} onSignedIn={onSignedIn} />
      ) : (
        <SignInForm practice={practice} email={email} onSignedIn={onSignedIn} />
      )}
    </Modal>
  )
}
