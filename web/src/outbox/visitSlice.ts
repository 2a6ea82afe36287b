import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { Fields, Visit } from '@sturvo/schema'
import type { KeptEdit } from './edit'
import type { SaveState } from './outboxMachine'

/** A field before and after: undo is the same change the other way round. */
export type FieldChange = { path: string; before: unknown; after: unknown }

/** What the header and the dialogs say about edits that are not written yet. */
export type OutboxView = {
  save: SaveState
  /** edits of who is signed in that are not written yet */
  waiting: number
  /** edits something stands in the way of */
  troubled: readonly KeptEdit[]
  /** edits that wait for somebody else to sign in */
  ofOthers: readonly KeptEdit[]
  isSignedOut: boolean
}

export type VisitState = {
  visitId: string | undefined
  personId: string | undefined
  startedOn: string
  version: number
  fields: Fields
  /** fields whose stored value cannot be read */
  unreadable: readonly string[]
  /** what the last edit set, for the outbox to take up */
  lastChange: Fields
  past: FieldChange[][]
  future: FieldChange[][]
  lastStep: { path: string; at: number } | undefined
  outbox: OutboxView
}

const initialState: VisitState = {
  visitId: undefined,
  personId: undefined,
  startedOn: '',
  version: 0,
  fields: {},
  unreadable: [],
  lastChange: {},
  past: [],
  future: [],
  lastStep: undefined,
  outbox: { save: 'looking', waiting: 0, troubled: [], ofOthers: [], isSignedOut: false },
}

const undoSteps = 100
const typingPauseMs = 1200 // letters typed without a pause are one step of undo

function lay(fields: Fields, changes: Fields): void {
  for (const [path, value] of Object.entries(changes)) {
    if (value === null || value === undefined) delete fields[path]
    else fields[path] = value
  }
}

export const visitSlice = createSlice({
  name: 'visit',
  initialState,
  reducers: {
    visitOpened(state, { payload }: PayloadAction<{ visit: Visit; pending: Fields }>) {
      const { visit, pending } = payload
      const fields = { ...visit.fields }
      lay(fields, pending)
      return {
        ...initialState,
        visitId: visit.id,
        personId: visit.personId,
        startedOn: visit.startedOn,
        version: visit.version,
        fields,
        unreadable: visit.unreadable,
        outbox: state.outbox,
      }
    },
    visitLeft: (state) => ({ ...initialState, outbox: state.outbox }),
    fieldsRecorded: {
      prepare: (values: Fields) => ({ payload: { values, at: Date.now() } }),
      reducer(visit, { payload }: PayloadAction<{ values: Fields; at: number }>) {
        const step = Object.entries(payload.values).map(([path, after]) => ({
          path,
          before: visit.fields[path] ?? null,
          after: after ?? null,
        }))
        const [only] = step
        const isTyping =
          step.length === 1 &&
          typeof only?.after !== 'object' &&
          only?.path === visit.lastStep?.path &&
          payload.at - (visit.lastStep?.at ?? 0) < typingPauseMs
        const last = visit.past[visit.past.length - 1]
        if (isTyping && last?.[0] && only) last[0].after = only.after
        else visit.past = [...visit.past, step].slice(-undoSteps)
        visit.future = []
        visit.lastStep = only ? { path: only.path, at: payload.at } : undefined
        apply(visit, payload.values)
      },
    },
    undone(visit) {
      const step = visit.past.pop()
      if (!step) return
      visit.future.push(step)
      visit.lastStep = undefined
      apply(visit, Object.fromEntries(step.map((c) => [c.path, c.before])))
    },
    redone(visit) {
      const step = visit.future.pop()
      if (!step) return
      visit.past.push(step)
      visit.lastStep = undefined
      apply(visit, Object.fromEntries(step.map((c) => [c.path, c.after])))
    },
    /** Values that came from elsewhere: colleagues, another tab, a clash decided for theirs. */
    fieldsArrived(visit, { payload }: PayloadAction<{ visitId: string; version?: number; fields: Fields }>) {
      if (payload.visitId !== visit.visitId) return
      lay(visit.fields, payload.fields)
      visit.version = Math.max(visit.version, payload.version ?? 0)
    },
    outboxChanged: (visit, { payload }: PayloadAction<OutboxView>) => ({ ...visit, outbox: payload }),
  },
  selectors: {
    selectVisit: (visit) => visit,
    selectFields: (visit) => visit.fields,
    selectOutbox: (visit) => visit.outbox,
    selectSave: (visit) => visit.outbox.save,
    selectCanUndo: (visit) => visit.past.length > 0,
    selectCanRedo: (visit) => visit.future.length > 0,
  },
})

function apply(visit: VisitState, values: Fields): void {
  lay(visit.fields, values)
  visit.lastChange = values
}

export const { visitOpened, visitLeft, fieldsRecorded, undone, redone, fieldsArrived, outboxChanged } =
  visitSlice.actions
export const { selectVisit, selectFields, selectOutbox, selectSave, selectCanUndo, selectCanRedo } =
  visitSlice.selectors

/** Whether undo would take back a change of fields under a path, and of nothing else. */
export const selectIsLastStepOf = (path: string) => (state: { visit: VisitState }) => {
  const last = state.visit.past.at(-1)
  return last !== undefined && last.every((change) => change.path.startsWith(path))
}
