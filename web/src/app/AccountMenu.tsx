import { ActionIcon, Menu, Modal, Button } from '@mantine/core'
import { IconUser } from '@tabler/icons-react'
import { useState } from 'react'
import { outbox } from '../outbox/outbox'
import { useSignOutEverywhereMutation, useSignOutMutation } from './api'
import { statusOf } from './failureText'

/** Who is signed in, and the ways out. Open from the beginning: it came because it was asked for. */
export function AccountMenu({ name, practice }: { name: string; practice: string }) {
  const [signOut] = useSignOutMutation()
  const [signOutEverywhere] = useSignOutEverywhereMutation()
  const [isStuck, setStuck] = useState(false)
  const leave = async (end: () => Promise<unknown>) => {
    outbox.driver.flush()
    try {
      await end()
    } catch (failure) {
      // a session that is over already is over; anything else has not ended it
      if (statusOf(failure) !== 401) return setStuck(true)
    }
    // a whole new page: nothing of this account stays in its memory
    window.location.assign('/signin')
  }
  return (
    <>
      <Menu position="bottom-end" withinPortal defaultOpened>
        <Menu.Target>
          <ActionIcon variant="subtle" color="gray" size="lg" title={name} aria-label={`Account of ${name}`}>
            <IconUser size={18} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>
            {name}, {practice}
          </Menu.Label>
          <Menu.Item onClick={() => void leave(() => signOut().unwrap())}>Sign out</Menu.Item>
          <Menu.Item onClick={() => void leave(() => signOutEverywhere().unwrap())}>
            Sign out on every device
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <Modal opened={isStuck} onClose={() => setStuck(false)} title="You are still signed in">
        <p style={{ marginBottom: 16 }}>
          Sturvo cannot be reached, so nobody could be signed out. Try again before you leave this screen to
          somebody else.
        </p>
        <Button onClick={() => setStuck(false)}>I will try again</Button>
      </Modal>
    </>
  )
}
