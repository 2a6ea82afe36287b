import { isIPv6 } from 'node:net'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import type { Request, RequestHandler } from 'express'
import { hashOf, sessionKey } from '../signin/sessions'
import { fault } from './faults'

/** Nothing may be loaded from or sent to anywhere else. Styles are inline because the component library sets variables so. */
export const strictPolicy = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      // the solver of plans is WebAssembly, served by us
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  // the practice's own machine speaks plain HTTP on its own loopback
  strictTransportSecurity: false,
  crossOriginOpenerPolicy: { policy: 'same-origin' },
  referrerPolicy: { policy: 'no-referrer' },
})

/** Whoever came by HTTPS once never comes by anything else. */
export const onlySecureFromNow: RequestHandler = (request, response, next) => {
  if (request.secure) response.set('Strict-Transport-Security', 'max-age=31536000')
  next()
}

const minuteMs = 60_000

/** Requests a minute; what counts as one caller is told apart by `keyOf`. */
function limit(most: number, keyOf: (request: Request) => string): RequestHandler {
  return rateLimit({
    windowMs: minuteMs,
    limit: most,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: keyOf,
    handler: (_request, _response, next) => next(fault('tooMany')),
  })
}

/** How many requests a minute are answered; a test that floods on purpose raises them. */
export type Limits = {
  signIn: number
  anonymous: number
  health: number
  session: number
  link: number
  closedLink: number
}
export const usualLimits: Limits = {
  signIn: 60,
  anonymous: 600,
  health: 1200,
  session: 60_000,
  link: 120,
  closedLink: 30,
}

// what one home or one machine is given: whoever has it has every address in it
const homeBits = 64

export const byAddress = (request: Request) => {
  const address = request.ip ?? ''
  return isIPv6(address) ? ipKeyGenerator(address, homeBits) : address
}

/** A link has an allowance of its own; what is no token counts against its address. */
const byLink = (request: Request) => {
  const token = request.get('x-sturvo-link')
  return token?.length === 43 ? hashOf(token) : byAddress(request)
}

/**
 * Each kind of caller has an allowance of its own: strangers cannot use up that of the front door, and nobody that of
 * who is signed in.
 */
export function limiters(limits: Limits) {
  return {
    signIn: limit(limits.signIn, byAddress),
    anonymous: limit(limits.anonymous, byAddress),
    health: limit(limits.health, byAddress),
    session: limit(limits.session, sessionKey),
    link: limit(limits.link, byLink),
    closedLink: limit(limits.closedLink, byAddress),
  }
}
export type Limiters = ReturnType<typeof limiters>

/** A write that comes from another site's page is refused, signed in or not. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin')
  const isRead = ['GET', 'HEAD', 'OPTIONS'].includes(request.method)
  if (!isRead && origin !== undefined && !isSameHost(origin, request.get('host'))) throw fault('otherOrigin')
  next()
}

export function isSameHost(origin: string, host: string | undefined): boolean {
  return URL.canParse(origin) && new URL(origin).host === host
}

const ownNames = ['127.0.0.1', 'localhost', '[::1]']

/**
 * Whether a request was meant for this machine. A foreign name that was made to point here (DNS rebinding) would let
 * its page read everything.
 * @param more further names under which the practice is reached
 */
export function isOwnHost(host: string | undefined, more: readonly string[] = []): boolean {
  const parts = /^(\[[0-9a-f:]+\]|[a-z0-9.-]+)(?::\d{1,5})?$/i.exec(host ?? '')
  return parts !== null && [...ownNames, ...more].includes(parts[1]!.toLowerCase())
}

export function ownHostOnly(more: readonly string[] = []): RequestHandler {
  return (request, _response, next) => {
    if (!isOwnHost(request.get('host'), more)) throw fault('otherHost', 'host')
    next()
  }
}
