import { type Answer, type Edit, type KeptEdit } from './edit'
import {
  emptyOutbox,
  nextBatch,
  outboxReducer,
  type Batch,
  type OutboxEvent,
  type OutboxState,
} from './outboxMachine'

const longestLookMs = 5000

/** What tabs say to each other. */
export type TabWord = OutboxEvent | { type: 'flush' }

/** What the box needs of a browser. */
export type OutboxPorts = {
  /** the store that outlives the page; where it fails the box goes on in memory */
  store: {
    all: () => Promise<KeptEdit[]>
    /** unless one that was typed later is there */
    put: (edit: KeptEdit) => Promise<void>
    /** takes the edit away if it is still this one */
    remove: (edit: Pick<Edit, 'by' | 'visitId' | 'path' | 'id'>) => Promise<void>
  }
  send: (batch: Batch) => Promise<Answer>
  /** a fresh token for the session there is; undefined where nobody is signed in */
  renew: () => Promise<{ accountId: string } | undefined>
  /** tells the other tabs; they tell theirs through `heard` */
  tell: (event: TabWord) => void
  /** calls back when this tab is the one that sends, and keeps it so until the page ends */
  lead: (begin: () => void) => void
  now: () => number
  chance: () => number
  later: (act: () => void, ms: number) => () => void
}

/**
 * Runs the box: one request at a time, from one tab for all of them, until every edit is written, shown as a clash,
 * set aside with its reason, or still waiting.
 */
export class OutboxDriver {
  private current: OutboxState = emptyOutbox
  private isLeader = false
  private isRunning = false
  private cancelTimer: (() => void) | undefined

  constructor(
    private readonly ports: OutboxPorts,
    /** isOwn: it happened in this tab */
    private readonly onChange: (state: OutboxState, event: OutboxEvent, isOwn: boolean) => void,
  ) {}

  get state(): OutboxState {
    return this.current
  }

  /** Loads what earlier pages kept, and asks to be the one that sends. */
  async begin(): Promise<void> {
    // a store that never answers must not keep everybody from what asks whether all is saved
    this.ports.later(() => {
      if (!this.current.isLooked) this.apply({ type: 'storeLost' })
    }, longestLookMs)
    try {
      this.apply({ type: 'found', edits: await this.ports.store.all() })
    } catch {
      this.apply({ type: 'storeLost' })
    }
    this.ports.lead(() => {
      this.isLeader = true
      // another tab may have kept something while this one was not listening
      void this.ports.store
        .all()
        .then((edits) => this.apply({ type: 'found', edits }))
        .catch(() => undefined)
        .then(() => this.pump())
    })
  }

  /** Something happened here. */
  happened(event: OutboxEvent): void {
    this.apply(event)
    // what a page has seen of a visit is its own
    if (event.type !== 'visitKnown') this.ports.tell(event)
    this.pump()
  }

  /** Something happened in another tab. */
  heard(event: TabWord): void {
    if (event.type === 'flush') return this.pump(true)
    this.apply(event, false)
    this.pump()
  }

  /** The room or the page is left: what was typed last goes now. */
  flush(): void {
    if (this.isLeader) this.pump(true)
    else this.ports.tell({ type: 'flush' })
  }

  /** @param keep whether this tab writes the change to the store; the tab in which it happened does */
  private apply(event: OutboxEvent, keep = true): void {
    const before = this.current
    this.current = outboxReducer(before, event)
    if (keep && event.type !== 'found') this.keepChanges(before, this.current)
    this.onChange(this.current, event, keep)
  }

  private keepChanges(before: OutboxState, after: OutboxState): void {
    const { store } = this.ports
    const work: Promise<void>[] = []
    for (const [key, edit] of Object.entries(after.edits))
      if (before.edits[key] !== edit) work.push(store.put(edit))
    for (const [key, edit] of Object.entries(before.edits))
      if (!after.edits[key]) work.push(store.remove(edit))
    if (work.length === 0) return
    this.apply({ type: 'keeping', more: 1 })
    // a store that refuses holds up nothing: it is said, and what is typed is sent all the same
    void Promise.all(work)
      .catch(() => {
        if (!this.current.isMemoryOnly) this.apply({ type: 'storeLost' })
      })
      .then(() => this.apply({ type: 'keeping', more: -1 }))
  }

  private pump(hurry = false): void {
    if (!this.isLeader || this.isRunning) return
    this.cancelTimer?.()
    this.cancelTimer = undefined
    const next = nextBatch(this.current, this.ports.now(), hurry)
    if (!next) return
    if ('waitMs' in next) {
      this.cancelTimer = this.ports.later(() => this.pump(), next.waitMs)
      return
    }
    this.isRunning = true
    void this.run(next).finally(() => {
      this.isRunning = false
      this.pump()
    })
  }

  private async run(batch: Batch): Promise<void> {
    const sent = { type: 'sent', ids: batch.edits.map((edit) => edit.id) } as const
    this.apply(sent)
    this.ports.tell(sent)
    let answer: Answer
    try {
      answer = await this.ports.send(batch)
    } catch {
      answer = { kind: 'unreachable' }
    }
    const { now, chance } = this.ports
    this.happened({ type: 'answered', batch, answer, now: now(), chance: chance() })
    if (answer.kind === 'staleToken') await this.renew()
  }

  /** The page's token is old: whoever is signed in now may be somebody else. */
  private async renew(): Promise<void> {
    try {
      const session = await this.ports.renew()
      this.happened(session ? { type: 'signedIn', accountId: session.accountId } : { type: 'signedOut' })
    } catch {
      // unreachable just now; the pause of the answer stands
    }
  }
}
