import {
  createListenerMiddleware,
  isAnyOf,
  type ListenerEffectAPI,
  type ThunkDispatch,
  type UnknownAction,
} from '@reduxjs/toolkit'
import { api } from '../app/api'
import { keepEdits } from './keptEdits'
import { sendChanges } from './sendChanges'
import {
  clashDecided,
  clashMet,
  fieldsRecorded,
  redone,
  sendAnswered,
  sendBegan,
  sendFailed,
  sendRefused,
  undone,
  visitOpened,
  type VisitState,
} from './visitSlice'

type State = { visit: VisitState }
type Api = ListenerEffectAPI<State, ThunkDispatch<State, unknown, UnknownAction>>
const gatherMs = 350 // keys typed together go out together
const retryMs = 4000

/** Sends what changed, again and again until it is answered; keeps it in the browser meanwhile. */
export const outboxMiddleware = createListenerMiddleware()

outboxMiddleware.startListening.withTypes<State, ThunkDispatch<State, unknown, UnknownAction>>()({
  matcher: isAnyOf(fieldsRecorded, undone, redone, visitOpened, clashDecided, sendAnswered, sendRefused),
  effect: async (action, listener) => {
    // before anything is awaited: the newest carries on and stops the older ones, never the other way round
    listener.cancelActiveListeners()
    const { visitId, pending } = listener.getState().visit
    if (visitId) await keepEdits(visitId, pending)
    // an answer only continues the line; a new edit restarts the waiting
    if (!isAnyOf(sendAnswered, sendRefused)(action)) await listener.delay(gatherMs)
    await sendPending(listener)
  },
})

/** A second or later trial of a measure. */
function isAgain(path: string): boolean {
  return path.startsWith('measure.') && !path.endsWith('.1')
}

let isSending = false // one request at a time: each needs the version the one before it brought

async function sendPending(listener: Api): Promise<void> {
  while (isSending) await listener.delay(30)
  const { visitId, version, pending, save } = listener.getState().visit
  if (!visitId || save === 'clash' || Object.keys(pending).length === 0) return
  const sent = { ...pending }
  isSending = true
  listener.dispatch(sendBegan())
  const result = await sendChanges(visitId, version, sent).finally(() => {
    isSending = false
  })
  if (listener.getState().visit.visitId !== visitId) return
  switch (result.kind) {
    case 'written':
      // a repeated trial changes one's own error
      if (Object.keys(sent).some(isAgain)) listener.dispatch(api.util.invalidateTags(['errors']))
      listener.dispatch(sendAnswered({ sent, version: result.version, fields: result.fields }))
      return
    case 'clash':
      listener.dispatch(clashMet(result))
      return
    case 'refused':
      listener.dispatch(sendRefused(result))
      return
    case 'unreachable':
      listener.dispatch(sendFailed())
      await listener.delay(retryMs)
      await sendPending(listener)
  }
}
