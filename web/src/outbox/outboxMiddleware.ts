import {
  createListenerMiddleware,
  isAnyOf,
  isRejectedWithValue,
  type PayloadAction,
  type ThunkDispatch,
  type UnknownAction,
} from '@reduxjs/toolkit'
import type { Fields, Session } from '@sturvo/schema'
import { api } from '../app/api'
import { newId } from '../app/newId'
import { browserPorts } from './browserPorts'
import { keyOf, type Edit, type EditKey } from './edit'
import { OutboxDriver, type OutboxPorts, type TabWord } from './outboxDriver'
import { editsOfOthers, saveState, type OutboxEvent, type OutboxState, type SaveState } from './outboxMachine'
import {
  fieldsArrived,
  fieldsRecorded,
  outboxChanged,
  redone,
  undone,
  visitLeft,
  visitOpened,
  type OutboxView,
  type VisitState,
} from './visitSlice'

type State = { visit: VisitState }
type Dispatch = ThunkDispatch<State, unknown, UnknownAction>

export type Outbox = {
  driver: OutboxDriver
  middleware: ReturnType<typeof createListenerMiddleware>['middleware']
  /** values of a visit that an answer of this version cannot know: typed here, and not written or written since */
  pendingOf: (visitId: string, version: number) => Fields
  decide: (key: EditKey, keep: 'mine' | 'theirs') => void
  drop: (key: EditKey) => void
}

/** Takes up what is typed in a visit, and tells the page what became of it. */
export function createOutbox(
  makePorts: (heard: (event: TabWord) => void) => OutboxPorts = browserPorts,
): Outbox {
  const listener = createListenerMiddleware()
  let dispatch: Dispatch | undefined
  let lastSave: SaveState | undefined
  const driver: OutboxDriver = new OutboxDriver(
    makePorts((event) => driver.heard(event)),
    (state, event, isOwn) => {
      if (!dispatch) return
      const view = viewOf(state)
      if (event.type === 'keeping' && view.save === lastSave) return
      lastSave = view.save
      dispatch(outboxChanged(view))
      arrive(dispatch, state, event, isOwn)
    },
  )
  const start = listener.startListening.withTypes<State, Dispatch>()
  const pendingOf = (visitId: string, version: number) => ({
    ...writtenSince(driver.state, visitId, version),
    ...pendingIn(driver.state, visitId),
  })

  start({
    matcher: isAnyOf(fieldsRecorded, undone, redone),
    effect: (_action, page) => {
      const { visitId, version, lastChange } = page.getState().visit
      if (visitId === undefined) return
      const by = driver.state.me ?? ''
      for (const [path, value] of Object.entries(lastChange)) {
        const edit: Edit = {
          id: newId(),
          visitId,
          path,
          value: value ?? null,
          base: version,
          by,
          at: Date.now(),
          replaces: [],
        }
        driver.happened({ type: 'typed', edit })
      }
    },
  })
  start({
    actionCreator: visitOpened,
    effect: ({ payload: { visit } }) =>
      driver.happened({ type: 'visitKnown', visitId: visit.id, version: visit.version }),
  })
  start({ actionCreator: visitLeft, effect: () => driver.flush() })
  const { session, signIn, signInToDemo, createOwner } = api.endpoints
  for (const matcher of [
    session.matchFulfilled,
    signIn.matchFulfilled,
    signInToDemo.matchFulfilled,
    createOwner.matchFulfilled,
  ] as readonly ((action: unknown) => action is PayloadAction<Session>)[])
    start({
      matcher,
      effect: ({ payload }) => driver.happened({ type: 'signedIn', accountId: payload.account.id }),
    })
  start({
    matcher: isAnyOf(isSignedOutAnswer, api.endpoints.signOut.matchFulfilled),
    effect: () => driver.happened({ type: 'signedOut' }),
  })

  const begin = (store: { dispatch: Dispatch }) => {
    dispatch = store.dispatch
    void driver.begin()
    window.addEventListener('online', () => driver.happened({ type: 'networkBack', now: Date.now() }))
    window.addEventListener('pagehide', () => driver.flush())
    document.addEventListener('visibilitychange', () => document.hidden && driver.flush())
  }
  const { middleware } = listener
  return {
    driver,
    middleware: (store) => {
      begin(store as { dispatch: Dispatch })
      return middleware(store)
    },
    pendingOf,
    decide: (key, keep) => {
      const edit = driver.state.edits[key]
      driver.happened({ type: 'decided', key, keep })
      if (keep === 'theirs' && edit?.obstacle?.kind === 'clash')
        dispatch?.(fieldsArrived({ visitId: edit.visitId, fields: { [edit.path]: edit.obstacle.theirs } }))
    },
    drop: (key) => driver.happened({ type: 'dropped', key }),
  }
}

/** Any request that was answered with "you are signed out". */
function isSignedOutAnswer(action: unknown): action is UnknownAction {
  return isRejectedWithValue(action) && (action.payload as { status?: unknown } | undefined)?.status === 401
}

function viewOf(state: OutboxState): OutboxView {
  const own = Object.values(state.edits).filter((edit) => edit.by === state.me)
  return {
    save: saveState(state),
    waiting: own.length,
    troubled: own.filter((edit) => edit.obstacle),
    ofOthers: editsOfOthers(state),
    isSignedOut: state.isSignedOut,
  }
}

function pendingIn(state: OutboxState, visitId: string): Fields {
  return Object.fromEntries(
    Object.values(state.edits)
      .filter((edit) => edit.visitId === visitId && edit.by === state.me)
      .map((edit) => [edit.path, edit.value]),
  )
}

/** An answer that was on its way while an edit was written may come after that edit's own, and not have it. */
function writtenSince(state: OutboxState, visitId: string, version: number): Fields {
  return Object.fromEntries(
    Object.values(state.written)
      .filter((one) => one.visitId === visitId && one.by === state.me && one.version > version)
      .map((one) => [one.path, one.value]),
  )
}

/** What an event means for the visit that is open, and for the page. */
function arrive(dispatch: Dispatch, state: OutboxState, event: OutboxEvent, isOwn: boolean): void {
  if (event.type === 'typed' || event.type === 'found') {
    if (event.type === 'typed' && isOwn) return // it lies there already
    const edits = event.type === 'typed' ? [event.edit] : event.edits
    for (const { visitId, path, by } of edits) {
      const kept = state.edits[keyOf({ by, visitId, path })]
      if (kept && by === state.me) dispatch(fieldsArrived({ visitId, fields: { [path]: kept.value } }))
    }
    return
  }
  // somebody signed in or out in another tab: this one asks who it is
  if ((event.type === 'signedIn' || event.type === 'signedOut') && !isOwn)
    dispatch(api.util.invalidateTags(['session']))
  if (event.type !== 'answered') return
  const { batch, answer } = event
  if (answer.kind !== 'written') return
  const pending = pendingIn(state, batch.visitId)
  const fields = Object.fromEntries(Object.entries(answer.fields).filter(([path]) => !(path in pending)))
  const version = state.seen[batch.visitId]
  dispatch(fieldsArrived({ visitId: batch.visitId, ...(version === undefined ? {} : { version }), fields }))
  // a repeated trial changes one's own error
  if (batch.edits.some((edit) => isAgain(edit.path))) dispatch(api.util.invalidateTags(['errors']))
}

/** A second or later trial of a measure. */
function isAgain(path: string): boolean {
  return path.startsWith('measure.') && !path.endsWith('.1')
}
