import type { Request, Response } from 'express'
import { Fault } from './faults'

/** The version the writer knew, from If-Match. */
export function requireVersion(request: Request): number {
  const header = request.get('if-match')
  if (header === undefined)
    throw new Fault(
      428,
      'noVersion',
      'Say which version you change (If-Match). Nothing was changed.',
      'If-Match',
    )
  const version = Number(header.replace(/^W\//, '').replaceAll('"', ''))
  if (!Number.isInteger(version) || version < 0)
    throw new Fault(
      400,
      'badVersion',
      'If-Match must hold a version number. Nothing was changed.',
      'If-Match',
    )
  return version
}

export function sendVersioned(response: Response, body: { version: number }, status = 200): void {
  response.status(status).set('ETag', `"${body.version}"`).json(body)
}
