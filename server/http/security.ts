import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import type { RequestHandler } from 'express'
import { Fault } from './faults'

/** Nothing may be loaded from or sent to anywhere else. Styles are inline because the component library sets variables so. */
export const strictPolicy = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
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

const minuteMs = 60_000

function limit(most: number): RequestHandler {
  return rateLimit({
    windowMs: minuteMs,
    limit: most,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(new Fault(429, 'tooMany', 'Too many tries. Wait a minute, then go on; nothing was lost.')),
  })
}
export const signInLimit = (most = 20) => limit(most)
export const apiLimit = () => limit(3000)

/** A write that comes from another site's page is refused, signed in or not. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin')
  const isRead = ['GET', 'HEAD', 'OPTIONS'].includes(request.method)
  if (!isRead && origin !== undefined && !isSameHost(origin, request.get('host')))
    throw new Fault(403, 'otherOrigin', 'This request comes from another site. Nothing was changed.')
  next()
}

export function isSameHost(origin: string, host: string | undefined): boolean {
  return URL.canParse(origin) && new URL(origin).host === host
}
