import type { ErrorRequestHandler, Request } from 'express'
import { eq } from 'drizzle-orm'
import { stranger } from '@sturvo/schema'
import type { Database } from '../data/database'
import { account } from '../data/tables'
import { Fault } from '../http/faults'
import { byAddress } from '../http/security'
import { deviceWords } from '../signin/device'
import { whoIfAny } from '../signin/sessions'
import { addAudit } from './chain'

/** Refusals that somebody who tries doors leaves, in words; what is merely typed wrong is none of them. */
const watched: Readonly<Record<string, string>> = {
  wrongSignIn: 'wrong password',
  wrongFactor: 'wrong code',
  slowDown: 'too many passwords',
  wrongCode: 'wrong code of the owner',
  inviteClosed: 'an invitation that opens nothing',
  linkClosed: 'a link that opens nothing',
  linkWord: 'wrong digits of a link',
  notYours: 'a part of the practice for others',
  ownerOnly: 'a part of the practice for the owner',
  notYourField: 'a field for others',
  badToken: 'a page of an earlier session',
  otherOrigin: 'a page of another site',
  tooMany: 'too many requests',
}

const gatheredMs = 10 * 60_000
const mostApart = 200 // from more places at once they are counted together: whoever has many addresses writes no book

type Kind = { actor: string; origin: string; what: string }

/**
 * Leaves refusals in the audit, in numbers: the first of a kind from one place at once, all others of the next ten
 * minutes in one line with how many they were. Nobody's answer waits for it, so that it tells nobody anything.
 */
export function recordRefusals(database: Database, everyMs = gatheredMs): ErrorRequestHandler {
  const gathered = new Map<string, { kind: Kind; more: number }>()
  const leave = ({ actor, origin, what }: Kind, more: number) =>
    addAudit(
      database,
      {
        actor,
        action: 'refused',
        personId: '',
        what: more === 0 ? what : `${what}, ${more} more times`,
        origin,
      },
      new Date(),
    ).catch(() => undefined) // a disk that is full, a practice that is being closed
  const count = (kind: Kind) => {
    const apart = [kind.actor, kind.origin, kind.what].join(' ')
    const key = gathered.has(apart) || gathered.size < mostApart ? apart : kind.what
    const known = gathered.get(key)
    if (known) {
      known.more++
      return
    }
    const one = { kind: key === apart ? kind : { ...kind, origin: 'many places' }, more: 0 }
    gathered.set(key, one)
    void leave(one.kind, 0)
    setTimeout(() => {
      gathered.delete(key)
      if (one.more > 0) void leave(one.kind, one.more)
    }, everyMs).unref()
  }
  return (error: unknown, request, _response, next) => {
    next(error)
    if (!(error instanceof Fault) || !(error.code in watched)) return
    // a phone that is asked for its digits has not guessed any
    if (error.code === 'linkWord' && request.get('x-sturvo-word') === undefined) return
    const who = whoIfAny(request)
    const actor = who?.accountId ?? stranger
    const origin = who ? `${who.device}, ${who.address}` : placeOf(request)
    void triedName(database, request, error.code).then((tried) =>
      count({ actor, origin, what: `${watched[error.code]}${tried}` }),
    )
  }
}

const placeOf = (request: Request) => `${deviceWords(request.get('user-agent'))}, ${byAddress(request)}`

const mostEmail = 200

/** Whose account was tried. An address that nobody here has is not written down: people type passwords there. */
async function triedName(database: Database, request: Request, code: string): Promise<string> {
  if (code !== 'wrongSignIn' && code !== 'wrongFactor' && code !== 'slowDown') return ''
  const email: unknown = (request.body as { email?: unknown } | undefined)?.email
  if (typeof email !== 'string' || email.length > mostEmail) return ''
  const found = await database.db
    .select({ name: account.name })
    .from(account)
    .where(eq(account.email, email.trim().toLowerCase()))
    .catch(() => [])
  return found[0] ? ` for ${found[0].name}` : ''
}
