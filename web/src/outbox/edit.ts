import type { Clash } from '@sturvo/schema'

/** A change of one field, kept until the server has said what became of it. There is one for each field and author. */
export type Edit = {
  /** made here; an edit that is sent twice is written once */
  id: string
  visitId: string
  path: string
  /** null takes the value away */
  value: unknown
  /** version of the visit it was typed on */
  base: number
  /** the account that typed it: it is sent under this one and no other */
  by: string
  /** when it was typed, ms */
  at: number
  /** earlier edits of this field that went out and whose answer never came */
  replaces: readonly string[]
  /** version whose value the author has seen and decided against */
  decidedOn?: number
  /** went out at least once: it may be written, whatever was answered */
  wasSent?: boolean
}

/** One place in the box: the same field typed again takes the same place. */
export type EditKey = string
export const keyOf = ({ by, visitId, path }: Pick<Edit, 'by' | 'visitId' | 'path'>): EditKey =>
  `${by} ${visitId} ${path}`

/** Of two edits of one field, the one typed later: tabs hear of each other's in any order and must agree. */
export function isLater(a: Pick<Edit, 'at' | 'id'>, b: Pick<Edit, 'at' | 'id'>): boolean {
  return a.at === b.at ? a.id > b.id : a.at > b.at
}

/** What stands in the way of an edit, where something does. */
export type Obstacle =
  | { kind: 'clash'; version: number; theirs: unknown }
  /** not as it is: the sentence says why */
  | { kind: 'refused'; message: string }
  /** the visit is not there any more */
  | { kind: 'gone'; message: string }

export type KeptEdit = Edit & { obstacle?: Obstacle | undefined }

/** What the server answered to a batch, or that it did not. */
export type Answer =
  | { kind: 'written'; version: number; fields: Readonly<Record<string, unknown>> }
  | { kind: 'clash'; version: number; clashes: readonly Clash[] }
  /** path: of the field it is about, where the server names one */
  | { kind: 'refused'; path: string; message: string }
  | { kind: 'tooLarge'; message: string }
  | { kind: 'gone'; message: string }
  | { kind: 'signedOut' }
  /** the page's token is older than the session */
  | { kind: 'staleToken' }
  /** no network, or trouble that passes by itself */
  | { kind: 'unreachable'; retryAfterMs?: number }
