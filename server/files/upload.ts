import { mkdirSync } from 'node:fs'
import type { RequestHandler } from 'express'
import multer from 'multer'
import { newId } from '../data/ids'
import type { Fault } from '../http/faults'

/**
 * Keeps what arrives on the disk, not in memory: eight at once then wait there. Whatever is wrong with the form itself
 * is one clear refusal; a disk that fails is none of the sender's.
 */
export function uploadTo(
  folder: string,
  wish: { field: string; mostBytes: number; missing: () => Fault; tooLarge: () => Fault },
): RequestHandler {
  const upload = multer({
    storage: multer.diskStorage({
      destination: (_request, _file, done) => {
        mkdirSync(folder, { recursive: true, mode: 0o700 })
        done(null, folder)
      },
      filename: (_request, _file, done) => done(null, `${newId()}.arriving`),
    }),
    limits: { fileSize: wish.mostBytes, files: 1, fields: 4, parts: 6 },
  }).single(wish.field)
  return (request, response, next) => {
    void upload(request, response, (error: unknown) => {
      if (error === undefined || error === null) return next()
      if (error instanceof multer.MulterError)
        return next(error.code === 'LIMIT_FILE_SIZE' ? wish.tooLarge() : wish.missing())
      next((error as { code?: string }).code === undefined ? wish.missing() : error)
    })
  }
}
