import { ActionIcon, Menu, Tooltip, useMantineColorScheme } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconMoon, IconSearch, IconSun, IconUser } from '@tabler/icons-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router'
import type { Account } from '@sturvo/schema'
import { useSessionQuery, useSignOutMutation } from './api'
import { statusOf } from './failureText'
import { SaveStateView } from './SaveStateView'
import classes from './Shell.module.css'
import { outbox } from '../outbox/outbox'
import { selectOutbox } from '../outbox/visitSlice'
import { useAppSelector } from './store'
import { useVisitTitle } from './useVisitTitle'
import { Wordmark } from '../parts/Wordmark'

const SignInOver = lazy(() => import('./SignInOver').then((m) => ({ default: m.SignInOver })))
const FindAnything = lazy(() => import('./FindAnything').then((m) => ({ default: m.FindAnything })))

/** The bar at the top and the room below it; signed out leads to sign-in and back. */
export function Shell() {
  const session = useSessionQuery()
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const { isSignedOut } = useAppSelector(selectOutbox)
  // who was here before: then signing in lies over the page instead of taking its place
  const [account, setAccount] = useState<Account>()
  if (session.data && session.data.account.id !== account?.id) setAccount(session.data.account)
  const isStranger = statusOf(session.error) === 401 && !account
  useEffect(() => {
    if (isStranger) void navigate('/signin', { replace: true, state: { from: pathname } })
  }, [isStranger, navigate, pathname])
  const title = useVisitTitle()
  // once there, it listens to Ctrl K itself
  const [isFinding, setFinding] = useState(false)
  useHotkeys(isFinding ? [] : [['mod+K', () => setFinding(true)]], [])
  const find = () =>
    isFinding ? void import('@mantine/spotlight').then((m) => m.spotlight.open()) : setFinding(true)
  return (
    <div className={classes.shell}>
      <a className={classes.skip} href="#room">
        To the page
      </a>
      <header className={classes.bar}>
        <Link to="/" className={classes.wordmark} aria-label="Sturvo, Today">
          <Wordmark />
        </Link>
        <nav aria-label="Rooms" className={classes.rooms}>
          <NavLink to="/" end>
            Today
          </NavLink>
          <NavLink to="/people">People</NavLink>
          <NavLink to="/eye">Eye practice</NavLink>
          <NavLink to="/practice">Practice</NavLink>
        </nav>
        <p className={classes.title}>{title}</p>
        <SaveStateView />
        <Tooltip label="Find a person, a step or a room (Ctrl K)">
          <ActionIcon variant="subtle" color="gray" size="lg" aria-label="Find anything" onClick={find}>
            <IconSearch size={18} />
          </ActionIcon>
        </Tooltip>
        <LightSwitch />
        {session.data && (
          <AccountMenu name={session.data.account.name} practice={session.data.practiceName} />
        )}
      </header>
      <main id="room" className={classes.room} tabIndex={-1}>
        {account && <Outlet key={account.id} />}
      </main>
      {account && isSignedOut && (
        <Suspense fallback={null}>
          <SignInOver email={account.email} onSignedIn={() => void session.refetch()} />
        </Suspense>
      )}
      {session.data && isFinding && (
        <Suspense fallback={null}>
          <FindAnything />
        </Suspense>
      )}
    </div>
  )
}

function LightSwitch() {
  const { colorScheme, setColorScheme } = useMantineColorScheme()
  const isDark =
    colorScheme === 'dark' ||
    (colorScheme === 'auto' && window.matchMedia('(prefers-color-scheme: dark)').matches)
  const other = isDark ? 'light' : 'dark'
  return (
    <Tooltip label={`Switch to ${other}`}>
      <ActionIcon
        variant="subtle"
        color="gray"
        size="lg"
        aria-label={`Switch to ${other}`}
        onClick={() => setColorScheme(other)}
      >
        {isDark ? <IconSun size={18} /> : <IconMoon size={18} />}
      </ActionIcon>
    </Tooltip>
  )
}

function AccountMenu({ name, practice }: { name: string; practice: string }) {
  const [signOut] = useSignOutMutation()
  const leave = async () => {
    outbox.driver.flush()
    try {
      await signOut().unwrap()
    } catch (failure) {
      // a session that is over already is over; anything else has not ended it
      if (statusOf(failure) !== 401) {
        const { notifications } = await import('@mantine/notifications')
        notifications.show({
          color: 'oxide',
          title: 'You are still signed in',
          message:
            'Sturvo cannot be reached, so nobody could be signed out. Try again before you leave this screen.',
          autoClose: false,
        })
        return
      }
    }
    // a whole new page: nothing of this account stays in its memory
    window.location.assign('/signin')
  }
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <ActionIcon variant="subtle" color="gray" size="lg" aria-label={`Account of ${name}`}>
          <IconUser size={18} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>
          {name}, {practice}
        </Menu.Label>
        <Menu.Item onClick={() => void leave()}>Sign out</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  )
}
