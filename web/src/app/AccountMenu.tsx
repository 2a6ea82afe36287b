import { ActionIcon, Button, Group, Menu, Modal } from '@mantine/core'
import { IconUser } from '@tabler/icons-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { outbox } from '../outbox/outbox'
import { selectOutbox } from '../outbox/visitSlice'
import { useSignOutEverywhereMutation, useSignOutMutation } from './api'
import { statusOf } from './failureText'
import { useAppSelector } from './store'
import { tellSignedOut } from './useSessionWatch'
import { unsentOfClients, wipeBrowser } from './wipe'

type Way = 'here' | 'everywhere'
const sendingMs = 1500

/** Who is signed in, and the ways out. Open from the beginning: it came because it was asked for. */
export function AccountMenu({ name, practice }: { name: string; practice: string }) {
  const [signOut] = useSignOutMutation()
  const [signOutEverywhere] = useSignOutEverywhereMutation()
  const { waiting, ofOthers } = useAppSelector(selectOutbox)
  const [isStuck, setStuck] = useState(false)
  const [asked, setAsked] = useState<Way>()
  const [ofClients, setOfClients] = useState(0)
  const unsent = waiting + ofOthers.length + ofClients
  const leave = async (way: Way) => {
    setAsked(undefined)
    try {
      await (way === 'here' ? signOut() : signOutEverywhere()).unwrap()
    } catch (failure) {
      // a session that is over already is over; anything else has not ended it
      if (statusOf(failure) !== 401) return setStuck(true)
    }
    tellSignedOut()
    // the next one at this tablet finds nothing of anybody
    await wipeBrowser()
    // a whole new page: nothing of this account stays in its memory
    window.location.assign('/signin')
  }
  /** What was typed last is on its way; what cannot be sent is asked about before it is gone. */
  const begin = async (way: Way) => {
    outbox.driver.flush()
    const clients = await unsentOfClients().catch(() => 0)
    setOfClients(clients)
    if (unsent + clients === 0) return leave(way)
    await new Promise((resolve) => setTimeout(resolve, sendingMs))
    setAsked(way)
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
          <Menu.Item component={Link} to="/account">
            Password, second factor, sessions
          </Menu.Item>
          <Menu.Item onClick={() => void begin('here')}>Sign out</Menu.Item>
          <Menu.Item onClick={() => void begin('everywhere')}>Sign out on every device</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {asked && unsent === 0 && <Sent onGo={() => void leave(asked)} />}
      <Modal
        opened={asked !== undefined && unsent > 0}
        onClose={() => setAsked(undefined)}
        title="Not everything has been sent"
      >
        <p style={{ marginBottom: 16 }}>
          {unsent} {unsent === 1 ? 'entry' : 'entries'} of this browser {unsent === 1 ? 'has' : 'have'} not
          been sent
          {ofOthers.length > 0 ? `, ${ofOthers.length} of them entered under another account` : ''}
          {ofClients > 0 ? `, ${ofClients} of them on a client’s page` : ''}. Signing out takes everything of
          Sturvo off this device, these too. “What is stored”, beside the save state, keeps them as a file.
        </p>
        <Group gap={8}>
          <Button onClick={() => setAsked(undefined)}>Stay, and send them</Button>
          <Button variant="default" color="oxide" onClick={() => asked && void leave(asked)}>
            Sign out and lose them
          </Button>
        </Group>
      </Modal>
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

/** All was sent while it was asked: there is nothing left to decide. */
function Sent({ onGo }: { onGo: () => void }) {
  return (
    <Modal opened onClose={onGo} title="Everything is sent">
      <Button onClick={onGo}>Sign out</Button>
    </Modal>
  )
}
