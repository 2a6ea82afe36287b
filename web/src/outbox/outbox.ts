import { createOutbox } from './outboxMiddleware'

/** The one outbox of this page. */
export const outbox = createOutbox()
