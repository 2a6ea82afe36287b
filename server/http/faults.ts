import type { ErrorRequestHandler, Request } from 'express'
import multer from 'multer'
import type { z } from 'zod'
import { firstSentence, idSchema } from '@sturvo/schema'
import { sentenceOf } from '@sturvo/schema/words'
import type { Problem } from '@sturvo/core/problem'

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

export function faultOf(problem: Problem, status = 422): Fault {
  return new Fault(status, problem.code, sentenceOf(problem), problem.path)
}

export const notFound = (what: string) =>
  new Fault(404, 'notFound', `There is no such ${what}. It may have been deleted.`, 'id')

/** The body in the shape of its contract, or a 422 with the first thing that is wrong. */
export function bodyAs<T>(schema: z.ZodType<T>, request: Request): T {
  const result = schema.safeParse(request.body)
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
  if (!result.success)
    throw new Fault(404, 'notFound', 'There is no such thing. The address is not complete.', 'id')
  return result.data
}

/** Turns everything thrown into an answer; only defects are logged, with code and path, never with what was typed. */
export const answerFaults: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const fault = asFault(error)
  if (fault.status >= 500)
    request.log.error(
      {
        code: fault.code,
        path: request.path,
        kind: error instanceof Error ? error.name : 'unknown',
        stack: error instanceof Error ? error.stack : undefined,
      },
      'defect',
    )
  response
    .status(fault.status)
    .json({ error: { code: fault.code, message: fault.message, path: fault.path }, ...fault.extra })
}

function asFault(error: unknown): Fault {
  if (error instanceof Fault) return error
  if (error instanceof multer.MulterError)
    return error.code === 'LIMIT_FILE_SIZE'
      ? new Fault(
          413,
          'tooLarge',
          'The picture is larger than 25 MB. Nothing was changed: save it smaller.',
          'picture',
        )
      : new Fault(
          400,
          'badUpload',
          'One picture is expected in the field "picture". Nothing was changed.',
          'picture',
        )
  const type = typeof error === 'object' && error !== null && 'type' in error ? error.type : undefined
  if (type === 'entity.parse.failed')
    return new Fault(400, 'badJson', 'This is not JSON. Nothing was changed.')
  if (type === 'entity.too.large')
    return new Fault(413, 'tooLarge', 'This is too much at once. Nothing was changed.')
  return new Fault(
    500,
    'defect',
    'Something went wrong here. What was saved before is safe; please try again.',
  )
}
