import { createBrowserRouter, Navigate } from 'react-router'
import { BrokenPage } from './BrokenPage'
import { Shell } from './Shell'

/** Each room comes with its own script, when it is opened, and with all styles. */
const room = (load: () => Promise<{ default: React.ComponentType }>) => async () => {
  const [{ default: Component }] = await Promise.all([load(), import('./allStyles')])
  return { Component }
}
/** The first rooms anybody sees get by with the first styles. */
const firstRoom = (load: () => Promise<{ default: React.ComponentType }>) => async () => ({
  Component: (await load()).default,
})

export const router = createBrowserRouter([
  {
    path: '/signin',
    lazy: firstRoom(() => import('../rooms/signin/SignInRoom')),
    ErrorBoundary: BrokenPage,
    HydrateFallback: () => null,
  },
  {
    path: '/invited',
    lazy: room(() => import('../rooms/invited/InvitedRoom')),
    ErrorBoundary: BrokenPage,
    HydrateFallback: () => null,
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: BrokenPage,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: firstRoom(() => import('../rooms/today/TodayRoom')) },
      { path: 'people', lazy: room(() => import('../rooms/people/PeopleRoom')) },
      { path: 'person/:personId', lazy: room(() => import('../rooms/person/PersonRoom')) },
      { path: 'person/:personId/compare', lazy: room(() => import('../rooms/compare/CompareRoom')) },
      { path: 'visit/:visitId/:step?', lazy: room(() => import('../rooms/visit/VisitRoom')) },
      { path: 'practice/errors', lazy: room(() => import('../rooms/errors/ErrorsRoom')) },
      { path: 'eye', lazy: room(() => import('../rooms/eye/EyeRoom')) },
      { path: 'practice', lazy: room(() => import('../rooms/practice/PracticeRoom')) },
      { path: 'practice/access', lazy: room(() => import('../rooms/access/AccessRoom')) },
      { path: 'practice/audit', lazy: room(() => import('../rooms/audit/AuditRoom')) },
      { path: 'practice/copies', lazy: room(() => import('../rooms/copies/CopiesRoom')) },
      { path: 'practice/import', lazy: room(() => import('../rooms/imports/ImportRoom')) },
      { path: 'account', lazy: room(() => import('../rooms/account/AccountRoom')) },
      { path: '*', Component: () => <Navigate to="/" replace /> },
    ],
  },
])
