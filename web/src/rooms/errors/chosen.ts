import type { ErrorKindId } from '@sturvo/core/measures'

/** The row whose pairs are drawn: of one practitioner, or of two. */
export type Chosen = { kind: ErrorKindId; account: string; second?: string }
