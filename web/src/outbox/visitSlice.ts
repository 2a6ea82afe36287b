import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit'
import type { Clash, Fields, Visit } from '@sturvo/schema'

/** A field before and after: undo is the same change the other way round. */
export type FieldChange = { path: string; before: unknown; after: unknown }
export type SaveState = 'saved' | 'saving' | 'waiting' | 'clash'

export type VisitState = {
  visitId: string | undefined
  personId: string | undefined
  startedOn: string
  version: number
  fields: Fields
  /** changed here and not yet answered by the server; the last value of each field */
  pending: Fields
  save: SaveState
  clashes: Clash[]
  /** a change that the server refused, with its sentence */
  refused: string | undefined
  past: FieldChange[][]
  future: FieldChange[][]
  lastStep: { path: string; at: number } | undefined
}

const initialState: VisitState = {
  visitId: undefined,
  personId: undefined,
  startedOn: '',
  version: 0,
  fields: {},
  pending: {},
  save: 'saved',
  clashes: [],
  refused: undefined,
  past: [],
  future: [],
  lastStep: undefined,
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
    visitOpened(_, { payload }: PayloadAction<{ visit: Visit; pending: Fields }>) {
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
        pending,
        save: Object.keys(pending).length > 0 ? 'saving' : 'saved',
      }
    },
    visitLeft: () => initialState,
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
    sendBegan(visit) {
      visit.save = 'saving'
    },
    sendAnswered(visit, { payload }: PayloadAction<{ sent: Fields; version: number; fields: Fields }>) {
      // compared with the stored values themselves: a draft is never identical to what was sent
      const stored = original(visit)?.pending ?? {}
      for (const [path, value] of Object.entries(payload.sent))
        if (Object.is(stored[path], value)) delete visit.pending[path]
      const others = Object.fromEntries(
        Object.entries(payload.fields).filter(([path]) => !(path in visit.pending)),
      )
      lay(visit.fields, others)
      visit.version = payload.version
      visit.save = Object.keys(visit.pending).length > 0 ? 'saving' : 'saved'
    },
    sendFailed(visit) {
      visit.save = 'waiting'
    },
    sendRefused(visit, { payload }: PayloadAction<{ path: string; message: string }>) {
      delete visit.pending[payload.path]
      visit.refused = payload.message
      visit.save = Object.keys(visit.pending).length > 0 ? 'saving' : 'saved'
    },
    refusalRead(visit) {
      visit.refused = undefined
    },
    clashMet(visit, { payload }: PayloadAction<{ version: number; clashes: Clash[] }>) {
      visit.version = payload.version
      visit.clashes = payload.clashes
      visit.save = 'clash'
    },
    clashDecided(visit, { payload: keep }: PayloadAction<'mine' | 'theirs'>) {
      if (keep === 'theirs')
        for (const { path, theirs } of visit.clashes) {
          delete visit.pending[path]
          lay(visit.fields, { [path]: theirs })
        }
      visit.clashes = []
      visit.save = Object.keys(visit.pending).length > 0 ? 'saving' : 'saved'
    },
  },
  selectors: {
    selectVisit: (visit) => visit,
    selectFields: (visit) => visit.fields,
    selectSave: (visit) => visit.save,
    selectPendingCount: (visit) => Object.keys(visit.pending).length,
    selectCanUndo: (visit) => visit.past.length > 0,
    selectCanRedo: (visit) => visit.future.length > 0,
  },
})

function apply(visit: VisitState, values: Fields): void {
  lay(visit.fields, values)
  for (const [path, value] of Object.entries(values)) visit.pending[path] = value ?? null
  if (visit.save !== 'clash' && visit.save !== 'waiting') visit.save = 'saving'
}

export const {
  visitOpened,
  visitLeft,
  fieldsRecorded,
  undone,
  redone,
  sendBegan,
  sendAnswered,
  sendFailed,
  sendRefused,
  refusalRead,
  clashMet,
  clashDecided,
} = visitSlice.actions
export const { selectVisit, selectFields, selectSave, selectPendingCount, selectCanUndo, selectCanRedo } =
  visitSlice.selectors
