import type { Request, Response } from 'express'
import { fault } from './faults'

/** The version the writer knew, from If-Match. */
export function requireVersion(request: Request): number {
  const header = request.get('if-match')
  if (header === undefined) throw fault('noVersion', 'If-Match')
  const version = Number(header.replace(/^W\//, '').replaceAll('"', ''))
  if (!Number.isInteger(version) || version < 0) throw fault('badVersion', 'If-Match')
  return version
}

export function sendVersioned(response: Response, body: { version: number }, status = 200): void {
  response.status(status).set('ETag', `"${body.version}"`).json(body)
}
