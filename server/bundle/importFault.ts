import { Fault } from '../http/faults'

/** A file that cannot come in: one sentence, and where in it. */
export function importFault(sentence: string, path = 'file'): Fault {
  return new Fault(422, 'badFile', `${sentence} Nothing was changed.`, path)
}
