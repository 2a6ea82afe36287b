import { ActionIcon, useMantineColorScheme } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconMoon, IconSearch, IconSun, IconUser } from '@tabler/icons-react'
import { Suspense, useCallback, useEffect, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate } from 'react-router'
import type { Account } from '@sturvo/schema'
import { selectOutbox, selectVisit } from '../outbox/visitSlice'
import { Wordmark } from '../parts/Wordmark'
import { useSessionQuery } from './api'
import { statusOf } from './failureText'
import { lazyPart } from './lazyPart'
import classes from './Shell.module.css'
import { useAppSelector } from './store'
import { usePapersAsked } from './usePapersAsked'
import { usePauseInTyping } from './usePauseInTyping'
import { useSessionWatch } from './useSessionWatch'
import { useVisitTitle } from './useVisitTitle'

const FindAnything = lazyPart(async () => (await import('./FindAnything')).FindAnything)
const SignInOver = lazyPart(async () => (await import('./SignInOver')).SignInOver)
const SaveStateView = lazyPart(async () => (await import('./SaveStateView')).SaveStateView)
const PapersLine = lazyPart(async () => (await import('./PapersLine')).PapersLine)
const AccountMenu = lazyPart(async () => (await import('./AccountMenu')).AccountMenu)
const Notifications = lazyPart(async () => (await import('@mantine/notifications')).Notifications)

const afterRoomMs = 2000 // a room opens without waiting for what nobody needs yet

/** The bar at the top and the room below it; signed out leads to sign-in and back. */
export function Shell() {
  const session = useSessionQuery()
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const { isSignedOut, save, ofOthers } = useAppSelector(selectOutbox)
  const isAskedIn = usePauseInTyping(isSignedOut)
  // who was here before: then signing in lies over the page instead of taking its place
  const [account, setAccount] = useState<Account>()
  if (session.data && session.data.account.id !== account?.id) setAccount(session.data.account)
  const isStranger = statusOf(session.error) === 401 && !account
  useEffect(() => {
    if (isStranger) void navigate('/signin', { replace: true, state: { from: pathname } })
  }, [isStranger, navigate, pathname])
  // a practice that asks for a second factor opens nothing else before there is one
  const needsFactor = session.data?.needsFactor === true && pathname !== '/account'
  useEffect(() => {
    if (needsFactor) void navigate('/account', { replace: true })
  }, [needsFactor, navigate])
  const { refetch } = session
  const isHere = session.data !== undefined
  useSessionWatch(
    useCallback(() => {
      if (isHere) void refetch()
    }, [refetch, isHere]),
  )
  // ended elsewhere: nothing of anybody stays on the screen while it is asked who is here
  const isOver = statusOf(session.error) === 401 || isAskedIn
  const visitTitle = useVisitTitle()
  const title = isOver ? '' : visitTitle
  const { visitId } = useAppSelector(selectVisit)
  const hasState = visitId !== undefined || (save !== 'saved' && save !== 'looking') || ofOthers.length > 0
  const [isPaperAsked, papersThere] = usePapersAsked()
  // messages have somewhere to appear in every room that may have some; one that is early waits for it
  const [hasMessages, setMessages] = useState(false)
  useEffect(() => {
    if (pathname === '/' || hasMessages) return
    const timer = setTimeout(() => setMessages(true), afterRoomMs)
    return () => clearTimeout(timer)
  }, [pathname, hasMessages])
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
        {isPaperAsked && (
          <Suspense fallback={null}>
            <PapersLine onOver={papersThere} />
          </Suspense>
        )}
        {hasState && (
          <Suspense fallback={null}>
            <SaveStateView />
          </Suspense>
        )}
        <ActionIcon
          variant="subtle"
          color="gray"
          size="lg"
          title="Find a person, a step or a room (Ctrl K)"
          aria-label="Find anything"
          onClick={find}
        >
          <IconSearch size={18} />
        </ActionIcon>
        <LightSwitch />
        {session.data && (
          <AccountButton name={session.data.account.name} practice={session.data.practiceName} />
        )}
      </header>
      <main id="room" className={classes.room} tabIndex={-1}>
        {account && !needsFactor && !isOver && <Outlet key={account.id} />}
      </main>
      {account && isOver && (
        <Suspense fallback={null}>
          <SignInOver email={account.email} onSignedIn={() => void session.refetch()} />
        </Suspense>
      )}
      {hasMessages && (
        <Suspense fallback={null}>
          <Notifications position="bottom-left" />
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
    <ActionIcon
      variant="subtle"
      color="gray"
      size="lg"
      title={`Switch to ${other}`}
      aria-label={`Switch to ${other}`}
      onClick={() => setColorScheme(other)}
    >
      {isDark ? <IconSun size={18} /> : <IconMoon size={18} />}
    </ActionIcon>
  )
}

/** The menu itself comes when it is first asked for. */
function AccountButton({ name, practice }: { name: string; practice: string }) {
  const [isAsked, setAsked] = useState(false)
  const button = (
    <ActionIcon
      variant="subtle"
      color="gray"
      size="lg"
      title={name}
      aria-label={`Account of ${name}`}
      aria-haspopup="menu"
      onClick={() => setAsked(true)}
    >
      <IconUser size={18} />
    </ActionIcon>
  )
  if (!isAsked) return button
  return (
    <Suspense fallback={button}>
      <AccountMenu name={name} practice={practice} />
    </Suspense>
  )
}
