/** Why a file cannot be opened as a practice. */
export type FileFaultCode =
  | 'notADatabase'
  | 'otherProgram'
  | 'newerVersion'
  | 'damaged'
  | 'inUse'
  | 'cannotWrite'
  | 'busyFile'
  | 'cannotReach'

const words: Record<FileFaultCode, (file: string) => string> = {
  notADatabase: (file) =>
    `${file} is not a Sturvo practice: it is not a database, or it was cut off. Nothing was changed.`,
  otherProgram: (file) =>
    `${file} holds no Sturvo practice: it belongs to another program, or it was copied without its "-wal" file. Nothing was changed.`,
  newerVersion: (file) =>
    `${file} was written by a newer Sturvo than this one. Nothing was changed: open it with the newer one.`,
  damaged: (file) => `${file} is damaged. Nothing was changed: restore the last good copy.`,
  inUse: (file) =>
    `${file} is already open in another Sturvo. Nothing was changed: use that one, or end it first.`,
  cannotWrite: (file) =>
    `${file} cannot be written to. Nothing was changed: check the folder and its rights.`,
  cannotReach: (url) =>
    `The database server at ${url} cannot be reached. Nothing was changed: start it, then try again.`,
  busyFile: (file) =>
    `${file} is held by another program. Nothing was changed: wait for it, then start again.`,
}

/** The file is not one that may be opened; the sentence is for people. */
export class FileFault extends Error {
  constructor(
    readonly code: FileFaultCode,
    file: string,
  ) {
    super(words[code](file))
    this.name = 'FileFault'
  }
}

/** The code of a database error, or of a file error, where there is one. */
export function errorCode(error: unknown): string {
  if (typeof error !== 'object' || error === null) return ''
  const { code, cause } = error as { code?: unknown; cause?: unknown }
  if (typeof code === 'string' && code !== '') return code
  return cause === undefined ? '' : errorCode(cause)
}

/** What a failing open or first query says about the file. */
export function fileFaultOf(error: unknown, file: string): FileFault | undefined {
  if (error instanceof FileFault) return error
  const message = messageOf(error)
  // the client gives no code where it cannot open a file at all
  if (message.includes('Unable to open connection')) return new FileFault('cannotWrite', file)
  const code = errorCode(error)
  if (/NOTADB/.test(code)) return new FileFault('notADatabase', file)
  if (/CORRUPT|IOERR_SHORT_READ/.test(code)) return new FileFault('damaged', file)
  if (/BUSY|LOCKED/.test(code)) return new FileFault('busyFile', file)
  if (/READONLY|CANTOPEN|EACCES|EROFS|EPERM|ENOENT|ENOTDIR|ConnectionFailed|SQLITE_PERM/i.test(code))
    return new FileFault('cannotWrite', file)
  return undefined
}

function messageOf(error: unknown): string {
  const { message } = (error ?? {}) as { message?: unknown }
  return typeof message === 'string' ? message : ''
}
