import type { CookieOptions, Request, Response } from 'express'

/**
 * A cookie of ours by its plain name. Over TLS its full name begins with __Host-: browsers then take it from this very
 * address and over TLS alone, so that no neighbouring name and no plain page can lay one of their own in its place.
 */
export type OwnCookie = 'sturvo' | 'sturvo_known'

const nameOf = (plain: OwnCookie, isSecure: boolean) => (isSecure ? `__Host-${plain}` : plain)
const kept: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/' }

export function layCookie(response: Response, plain: OwnCookie, value: string, maxAgeMs: number): void {
  const { secure } = response.req
  response.cookie(nameOf(plain, secure), value, { ...kept, secure, maxAge: maxAgeMs })
}

export function clearCookie(response: Response, plain: OwnCookie): void {
  const { secure } = response.req
  response.clearCookie(nameOf(plain, secure), { ...kept, secure })
}

export function cookieIn(request: Request, plain: OwnCookie): string | undefined {
  const value = (request.cookies as Record<string, unknown>)[nameOf(plain, request.secure)]
  return typeof value === 'string' ? value : undefined
}

/** The same of a line that is no request of the application. @param header everything the browser sent of cookies */
export function cookieInHeader(
  header: string | undefined,
  plain: OwnCookie,
  isSecure: boolean,
): string | undefined {
  // an id needs no decoding; what does is none of ours
  return header
    ?.split(';')
    .map((part) => part.trim().split('='))
    .find(([name]) => name === nameOf(plain, isSecure))?.[1]
}
