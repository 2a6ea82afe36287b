import { isLater, keyOf, type Answer, type Edit, type EditKey, type KeptEdit } from './edit'

/** One request's worth of edits of one visit. */
export type Batch = { visitId: string; version: number; edits: readonly Edit[] }

export type OutboxState = {
  edits: Readonly<Record<EditKey, KeptEdit>>
  /** the version up to which this page has seen everything of a visit; each tab has its own */
  seen: Readonly<Record<string, number>>
  /** how a field was last written from here: typed again, it is typed over our own value */
  written: Readonly<
    Record<EditKey, { visitId: string; path: string; by: string; version: number; value: unknown }>
  >
  /** the browser's own store was asked what earlier pages left */
  isLooked: boolean
  /** edits whose keeping by the browser is not confirmed yet */
  unkept: number
  /** the account that is signed in, as far as is known */
  me: string | undefined
  isSignedOut: boolean
  /** the browser's own store failed: what is typed is kept in memory alone */
  isMemoryOnly: boolean
  /** answers that did not come, one after the other */
  failures: number
  /** nothing is sent before this moment, ms */
  notBefore: number
  /** most edits in a request: less after one was too large, or to find the one that is refused */
  mostAtOnce: number
}

export const emptyOutbox: OutboxState = {
  edits: {},
  seen: {},
  written: {},
  isLooked: false,
  unkept: 0,
  me: undefined,
  isSignedOut: false,
  isMemoryOnly: false,
  failures: 0,
  notBefore: 0,
  mostAtOnce: 100,
}

/** Everything that can happen to the box. Tabs tell each other, so that all of them hold the same. */
export type OutboxEvent =
  | { type: 'visitKnown'; visitId: string; version: number }
  | { type: 'typed'; edit: Edit }
  /** edits of earlier pages, found in the browser's store */
  | { type: 'found'; edits: readonly KeptEdit[] }
  | { type: 'sent'; ids: readonly string[] }
  | { type: 'answered'; batch: Batch; answer: Answer; now: number; chance: number }
  | { type: 'signedIn'; accountId: string }
  | { type: 'signedOut' }
  | { type: 'decided'; key: EditKey; keep: 'mine' | 'theirs' }
  /** set aside or gone, and given up by its author */
  | { type: 'dropped'; key: EditKey }
  | { type: 'storeLost' }
  /** the store was given something (+1), or has it (-1) */
  | { type: 'keeping'; more: 1 | -1 }
  /** the network is said to be there again */
  | { type: 'networkBack'; now: number }

const gatherMs = 350 // keys typed together go out together
const firstPauseMs = 1000 // steady failure never means more than a request a second
const longestPauseMs = 30_000
const mostEdits = 100
const mostReplaced = 20

/** The box after something happened. Pure: chance and time come in with the event. */
export function outboxReducer(state: OutboxState, event: OutboxEvent): OutboxState {
  switch (event.type) {
    case 'visitKnown':
      return { ...state, seen: { ...state.seen, [event.visitId]: event.version } }
    case 'typed':
      return withEdit(state, event.edit)
    case 'found':
      // what was typed here since then is newer than what was found
      return event.edits.reduce(withFound, { ...state, isLooked: true })
    case 'sent':
      return markedSent(state, event.ids)
    case 'answered':
      return afterAnswer(state, event)
    case 'signedIn':
      return state.me === event.accountId && !state.isSignedOut
        ? state
        : { ...state, me: event.accountId, isSignedOut: false, failures: 0, notBefore: 0 }
    case 'signedOut':
      return { ...state, isSignedOut: true }
    case 'decided':
      return decided(state, event.key, event.keep)
    case 'dropped':
      return without(state, [event.key])
    case 'storeLost':
      return { ...state, isLooked: true, isMemoryOnly: true }
    case 'keeping':
      return { ...state, unkept: state.unkept + event.more }
    case 'networkBack':
      return { ...state, notBefore: Math.min(state.notBefore, event.now + firstPauseMs) }
  }
}

/**
 * An answer tells everything that others wrote since the version in the request. A page that had not seen that version
 * has a hole before it, and stays where it was.
 */
function sawAnswer(state: OutboxState, batch: Batch, version: number): OutboxState {
  const seen = state.seen[batch.visitId]
  if (seen === undefined || seen < batch.version || version <= seen) return state
  return { ...state, seen: { ...state.seen, [batch.visitId]: version } }
}

/** The same field typed again keeps the version it was first typed on: what came since has not been seen. */
function withEdit(state: OutboxState, edit: Edit): OutboxState {
  const key = keyOf(edit)
  const known = state.edits[key]
  const fresh: KeptEdit = { ...edit, base: Math.max(edit.base, state.written[key]?.version ?? 0) }
  return { ...state, edits: { ...state.edits, [key]: known ? merged(known, fresh) : fresh } }
}

/** Two edits of one field by one author: the later value, on the version of the earlier. */
function merged(a: KeptEdit, b: KeptEdit): KeptEdit {
  const [later, earlier] = isLater(a, b) ? [a, b] : [b, a]
  const decidedOn = Math.max(a.decidedOn ?? 0, b.decidedOn ?? 0)
  return {
    ...later,
    base: Math.max(decidedOn, Math.min(earlier.base, later.base)),
    ...(decidedOn > 0 ? { decidedOn } : {}),
    replaces: [...new Set([...unanswered(earlier), ...later.replaces])].slice(-mostReplaced),
    // a clash is decided, not typed away; what was refused is tried anew
    obstacle: later.obstacle ?? (earlier.obstacle?.kind === 'refused' ? undefined : earlier.obstacle),
  }
}

/** What this edit may have left on the server, when another takes its place. */
function unanswered(edit: Edit): readonly string[] {
  return edit.wasSent ? [...edit.replaces, edit.id].slice(-mostReplaced) : edit.replaces
}

/** An edit of an earlier page, or of another tab. */
function withFound(state: OutboxState, found: KeptEdit): OutboxState {
  const key = keyOf(found)
  const known = state.edits[key]
  if (known?.id === found.id) return state
  return { ...state, edits: { ...state.edits, [key]: known ? merged(known, found) : found } }
}

function markedSent(state: OutboxState, ids: readonly string[]): OutboxState {
  return {
    ...state,
    edits: Object.fromEntries(
      Object.entries(state.edits).map(([key, edit]) => [
        key,
        ids.includes(edit.id) && !edit.wasSent ? { ...edit, wasSent: true } : edit,
      ]),
    ),
  }
}

function afterAnswer(
  state: OutboxState,
  { batch, answer, now, chance }: Extract<OutboxEvent, { type: 'answered' }>,
): OutboxState {
  const steady = { ...state, failures: 0, notBefore: 0 }
  // refused after refused is no better than unreachable after unreachable
  const paused = { ...steady, notBefore: now + firstPauseMs }
  switch (answer.kind) {
    case 'written':
      return settled(
        {
          ...sawAnswer(steady, batch, answer.version),
          mostAtOnce: Math.min(mostEdits, state.mostAtOnce * 2),
        },
        batch,
        answer.version,
      )
    case 'clash': {
      const paths = new Map(answer.clashes.map((c) => [c.path, c.theirs]))
      // the answer names the clashes and nothing else that others wrote
      return obstructed(steady, batch, (edit) =>
        paths.has(edit.path)
          ? { kind: 'clash', version: answer.version, theirs: paths.get(edit.path) }
          : undefined,
      )
    }
    case 'refused': {
      const isNamed = batch.edits.some((edit) => edit.path === answer.path)
      // nobody says which one it is about: they are sent alone until it is found
      if (!isNamed && batch.edits.length > 1) return { ...paused, mostAtOnce: 1 }
      return obstructed(paused, batch, (edit) =>
        !isNamed || edit.path === answer.path ? { kind: 'refused', message: answer.message } : undefined,
      )
    }
    case 'tooLarge':
      if (batch.edits.length > 1)
        return { ...paused, mostAtOnce: Math.max(1, Math.floor(batch.edits.length / 2)) }
      return obstructed(paused, batch, () => ({ kind: 'refused', message: answer.message }))
    case 'gone':
      return goneVisit(steady, batch.visitId, answer.message)
    case 'signedOut':
      return { ...steady, isSignedOut: true }
    case 'staleToken':
    case 'unreachable': {
      const failures = state.failures + 1
      const longest = Math.min(longestPauseMs, firstPauseMs * 2 ** Math.min(failures, 10))
      // between half and all of it, so that many pages do not come back at one moment
      const pauseMs = Math.max(firstPauseMs, longest * (0.5 + chance / 2))
      const wanted = answer.kind === 'unreachable' ? (answer.retryAfterMs ?? 0) : 0
      return { ...state, failures, notBefore: now + Math.max(pauseMs, Math.min(wanted, longestPauseMs)) }
    }
  }
}

/** What was sent is written; what was typed meanwhile was typed over our own value. */
function settled(state: OutboxState, batch: Batch, version: number): OutboxState {
  const edits = { ...state.edits }
  const written = { ...state.written }
  for (const sent of batch.edits) {
    const key = keyOf(sent)
    const now = edits[key]
    const { visitId, path, by, value } = sent
    written[key] = { visitId, path, by, version, value }
    if (!now) continue
    if (now.id === sent.id) delete edits[key]
    else if (now.replaces.includes(sent.id)) edits[key] = { ...now, base: version, replaces: [] }
  }
  return { ...state, edits, written }
}

function obstructed(
  state: OutboxState,
  batch: Batch,
  obstacleOf: (edit: Edit) => KeptEdit['obstacle'],
): OutboxState {
  const edits = { ...state.edits }
  for (const sent of batch.edits) {
    const key = keyOf(sent)
    const now = edits[key]
    const obstacle = obstacleOf(sent)
    if (!now || !obstacle) continue
    // what was refused may have been typed anew meanwhile
    if (obstacle.kind === 'refused' && now.id !== sent.id) continue
    edits[key] = { ...now, obstacle }
  }
  return { ...state, edits }
}

function goneVisit(state: OutboxState, visitId: string, message: string): OutboxState {
  return {
    ...state,
    edits: Object.fromEntries(
      Object.entries(state.edits).map(([key, edit]) => [
        key,
        edit.visitId === visitId && edit.by === state.me
          ? { ...edit, obstacle: { kind: 'gone', message } }
          : edit,
      ]),
    ),
  }
}

function decided(state: OutboxState, key: EditKey, keep: 'mine' | 'theirs'): OutboxState {
  const edit = state.edits[key]
  if (edit?.obstacle?.kind !== 'clash') return state
  if (keep === 'theirs') return without(state, [key])
  // typed over theirs from now on, knowingly
  const { version } = edit.obstacle
  const mine: KeptEdit = { ...edit, base: version, decidedOn: version, obstacle: undefined }
  return { ...state, edits: { ...state.edits, [key]: mine } }
}

function without(state: OutboxState, keys: readonly EditKey[]): OutboxState {
  return {
    ...state,
    edits: Object.fromEntries(Object.entries(state.edits).filter(([key]) => !keys.includes(key))),
  }
}

/** Edits that may be sent under who is signed in now. */
function sendable(state: OutboxState): KeptEdit[] {
  return Object.values(state.edits).filter((edit) => edit.by === state.me && !edit.obstacle)
}

/**
 * What is to be sent next, and not before when.
 * @param hurry what was typed last goes as well: the page is being left
 */
export function nextBatch(
  state: OutboxState,
  now: number,
  hurry = false,
): Batch | { waitMs: number } | undefined {
  if (state.isSignedOut) return undefined
  const waiting = sendable(state)
  if (waiting.length === 0) return undefined
  const newest = Math.max(...waiting.map((edit) => edit.at))
  // a clock that was set back must not hold up what was typed before
  const gatherUntil = hurry || newest > now ? 0 : newest + gatherMs
  const waitMs = Math.max(state.notBefore, gatherUntil) - now
  if (waitMs > 0) return { waitMs }
  const visitId = [...waiting].sort((a, b) => a.at - b.at)[0]!.visitId
  const edits = waiting
    .filter((edit) => edit.visitId === visitId)
    .sort((a, b) => a.at - b.at)
    .slice(0, state.mostAtOnce)
  const version = state.seen[visitId] ?? Math.min(...edits.map((edit) => edit.base))
  return { visitId, version, edits }
}

/** The one word that the header says about everything typed here. */
export type SaveState =
  'looking' | 'saved' | 'saving' | 'waiting' | 'signedOut' | 'clash' | 'refused' | 'gone' | 'memoryOnly'

export function saveState(state: OutboxState): SaveState {
  const own = Object.values(state.edits).filter((edit) => edit.by === state.me || state.me === undefined)
  const has = (kind: 'clash' | 'refused' | 'gone') => own.some((edit) => edit.obstacle?.kind === kind)
  if (has('clash')) return 'clash'
  if (has('gone')) return 'gone'
  if (has('refused')) return 'refused'
  if (state.isSignedOut && own.length > 0) return 'signedOut'
  // nothing is called saved before it is known what an earlier page left unsent
  if (own.length === 0) return state.isLooked ? 'saved' : 'looking'
  if (state.isMemoryOnly) return 'memoryOnly'
  // that it is kept here is said when it is
  return state.failures > 0 && state.unkept === 0 ? 'waiting' : 'saving'
}

/** Edits that wait for somebody else to sign in: they are sent under who typed them. */
export function editsOfOthers(state: OutboxState): KeptEdit[] {
  return state.me === undefined ? [] : Object.values(state.edits).filter((edit) => edit.by !== state.me)
}
