import type { Request, RequestHandler, Response } from 'express'
import type { Limiters } from '../http/security'
import { type Fault, fault } from '../http/faults'
import { whoIs } from '../signin/sessions'
import { routeAccess, routeKeyOf } from './accessTable'

const signInRoutes = [
  'post /api/session',
  'post /api/session/demo',
  'post /api/owner',
  'get /api/invite',
  'post /api/invite',
]

/** What is open to somebody whom the practice asks for a second factor and who has none yet. */
const openWithoutFactor = [
  'get /api/session',
  'delete /api/session',
  'delete /api/sessions',
  'get /api/account',
  'post /api/account/factor',
  'post /api/account/factor/confirm',
]

const linkRoutes = ['get /api/c/plan', 'get /api/c/figures', 'post /api/c/log']

/**
 * The one gate in front of every route: looks up its row, asks for a session where the row says so, and for the role.
 * @param admit finds the session of a request, or throws a Fault
 */
export function guard(input: {
  admit: (request: Request) => Promise<void>
  limiters: Limiters
}): RequestHandler {
  const { admit, limiters } = input
  /** A stranger, or a cookie that opens nothing, counts against its address. */
  const admitLimited = async (request: Request, response: Response) => {
    try {
      await admit(request)
    } catch (refused) {
      await passed(limiters.anonymous, request, response)
      throw refused
    }
  }
  return async (request, response, next) => {
    const key = routeKeyOf(request.method, request.baseUrl + request.path)
    const access = key === undefined ? undefined : routeAccess[key]
    if (access === 'everybody') {
      const limiter =
        key === 'get /api/health'
          ? limiters.health
          : linkRoutes.includes(key ?? '')
            ? limiters.link
            : signInRoutes.includes(key ?? '')
              ? limiters.signIn
              : limiters.anonymous
      await passed(limiter, request, response)
      return next()
    }
    // strangers are not told which addresses there are
    await admitLimited(request, response)
    if (access === undefined) throw fault('noApiAddress', request.path)
    const who = whoIs(request)
    if (!access.includes(who.role)) throw notYours(access)
    if (who.needsFactor && !openWithoutFactor.includes(key!)) throw fault('factorFirst')
    await passed(limiters.session, request, response)
    next()
  }
}

/** Ends when a limiter lets the request through; throws its Fault where it does not. */
export function passed(limiter: RequestHandler, request: Request, response: Response): Promise<void> {
  return new Promise((resolve, reject) => {
    const done = (error?: unknown) =>
      error === undefined ? resolve() : reject(error instanceof Error ? error : new Error('limited'))
    void Promise.resolve(limiter(request, response, done)).catch(reject)
  })
}

function notYours(access: readonly string[]): Fault {
  return access.length === 1 ? fault('ownerOnly') : fault('notYours')
}
