let token = ''

/** The session's own token; it lives in memory only and comes back with every sign-in and reload. */
export function rememberCsrf(csrf: string): void {
  token = csrf
}

export function csrfHeaders(headers: Headers = new Headers()): Headers {
  if (token !== '') headers.set('x-sturvo-csrf', token)
  return headers
}
