import type { ErrorRequestHandler, Request } from 'express'
import multer from 'multer'
import type { z } from 'zod'
import { DoorError, firstSentence, idSchema, throughTheDoor, tooDeepText } from '@sturvo/schema'
import { faultText, sentenceOf, type FaultId } from '@sturvo/words'
import type { Problem } from '@sturvo/core/problem'
import { errorCode } from '../data/fileFault'
import { faultTable } from './faultTable'

/** Something the caller can do something about: a status, a code, one clear sentence and where. */
export class Fault extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly path = '',
    readonly extra: Record<string, unknown> = {},
  ) {
    super(message)
    this.name = 'Fault'
  }
}

/** A refusal of the table, with its status, code and sentence. */
export function fault(id: FaultId, path = '', extra: Record<string, unknown> = {}): Fault {
  const { status, code } = faultTable[id]
  return new Fault(status, code, faultText[id], path, extra)
}

export function faultOf(problem: Problem, status = 422): Fault {
  return new Fault(status, problem.code, sentenceOf(problem), problem.path)
}

export const notFound = (what: string) =>
  new Fault(404, 'notFound', `There is no such ${what}. It may have been deleted.`, 'id')

/** The body in the shape of its contract, or a 422 with the first thing that is wrong. */
export function bodyAs<T>(schema: z.ZodType<T>, request: Request): T {
  let body: unknown
  try {
    body = throughTheDoor(request.body)
  } catch (error) {
    if (error instanceof DoorError) throw new Fault(422, 'tooDeep', tooDeepText)
    throw error
  }
  const result = schema.safeParse(body)
  if (result.success) return result.data
  throw new Fault(
    422,
    'badInput',
    `${firstSentence(result.error)} Nothing was changed.`,
    result.error.issues[0]?.path.join('.') ?? '',
  )
}

export function idOf(request: Request): string {
  const result = idSchema.safeParse(request.params.id)
  if (!result.success) throw fault('incompleteAddress', 'id')
  return result.data
}

/** Seconds after which a try again makes sense. */
const retryAfterS = 2

/**
 * Turns everything thrown into an answer; only defects are logged, with code, path and where in the code, never with
 * what was typed: the message of a failed write holds the name that was written.
 */
export const answerFaults: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) return next(error)
  const fault = asFault(error)
  if (fault.status >= 500) request.log.error(defectOf(error, fault.code, request.path), 'defect')
  if (fault.status === 503 && !response.hasHeader('Retry-After'))
    response.set('Retry-After', String(retryAfterS))
  response
    .status(fault.status)
    // a route may have said already what it was about to send
    .type('json')
    .json({ error: { code: fault.code, message: fault.message, path: fault.path }, ...fault.extra })
}

/** What may be written down of a defect: no message, for messages quote values. */
export function defectOf(error: unknown, code: string, path: string) {
  return {
    code,
    path,
    kind: error instanceof Error ? error.name : 'unknown',
    cause: errorCode(error),
    at: error instanceof Error ? codeLines(error) : [],
  }
}

function codeLines(error: Error): string[] {
  return (error.stack ?? '').split('\n').filter((line) => /^\s+at .*:\d+:\d+\)?$/.test(line))
}

function asFault(error: unknown): Fault {
  if (error instanceof Fault) return error
  if (error instanceof multer.MulterError)
    return error.code === 'LIMIT_FILE_SIZE' ? fault('pictureTooLarge', 'picture') : badUpload()
  const code = errorCode(error)
  if (/SQLITE_(BUSY|LOCKED)/.test(code)) return fault('heldByAnother')
  if (/SQLITE_FULL|ENOSPC|EDQUOT/.test(code)) return fault('diskFull')
  return httpFault(error) ?? defect()
}

export function badUpload(): Fault {
  return fault('noPictureSent', 'picture')
}

const defect = () => fault('defect')

/** What the web framework itself refuses: it says so with a status of its own. */
function httpFault(error: unknown): Fault | undefined {
  if (typeof error !== 'object' || error === null) return undefined
  const { status, type } = error as { status?: unknown; type?: unknown }
  if (type === 'entity.parse.failed') return fault('badJson')
  if (type === 'entity.too.large') return fault('tooMuchAtOnce')
  if (typeof status !== 'number' || status < 400 || status > 499) return undefined
  switch (status) {
    case 404:
      return fault('noAddress')
    case 413:
      return fault('tooMuchAtOnce')
    case 415:
      return fault('badEncoding', 'content-type')
    case 416:
      return fault('badRange', 'range')
    default:
      return new Fault(status, 'badRequest', 'This request cannot be read. Nothing was changed.')
  }
}
