import { readdir, readFile, stat } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'

/** How far a database has come: a generation, a file of its journal, bytes of it. */
export type Position = { generation: string; index: number; bytes: number }

const isSame = (a: Position, b: Position) =>
  a.generation === b.generation && a.index === b.index && a.bytes === b.bytes
const isPast = (a: Position, b: Position) => a.index > b.index || (a.index === b.index && a.bytes >= b.bytes)

/** Where the tool keeps what was written lately, beside the database. */
export const besideOf = (file: string) => join(dirname(file), `.${basename(file)}-litestream`)

/** Where the replication tool has read the database to, from what it keeps beside it; undefined before it has. */
export async function sourcePosition(file: string): Promise<Position | undefined> {
  try {
    const beside = besideOf(file)
    const generation = (await readFile(join(beside, 'generation'), 'utf8')).trim()
    const folder = join(beside, 'generations', generation, 'wal')
    const newest = (await readdir(folder)).sort().at(-1)
    if (newest === undefined) return undefined
    const { size } = await stat(join(folder, newest))
    return { generation, index: Number.parseInt(newest, 16), bytes: size }
  } catch {
    return undefined
  }
}

/** What a line of the tool tells: how far the replica holds everything, or what is wrong. */
export function toldBy(line: string): { position: Position } | { trouble: string } | undefined {
  const written = /msg="wal segment written".* position=([0-9a-f]+)\/([0-9a-f]+):(\d+) .*sz=(\d+)/.exec(line)
  if (written) {
    const [, generation = '', index = '', from = '', length = ''] = written
    return {
      position: { generation, index: Number.parseInt(index, 16), bytes: Number(from) + Number(length) },
    }
  }
  if (!/level=(ERROR|WARN)/.test(line)) return undefined
  const value = (key: string) => {
    const found = new RegExp(`${key}=("(?:[^"\\\\]|\\\\.)*"|\\S+)`).exec(line)?.[1] ?? ''
    return found.replaceAll(/^"|"$/g, '')
  }
  return { trouble: [value('msg'), value('error')].filter((part) => part !== '').join(': ') }
}

export type Watch = {
  /** what the tool says */
  hear: (line: string) => void
  /** where the database stands now */
  look: (source: Position | undefined, nowMs: number) => void
  /** how long something has been waiting to be replicated, ms */
  behindMs: (nowMs: number) => number
  /** moment up to which everything is there, ms; undefined where nothing is known yet */
  upToMs: () => number | undefined
  trouble: () => string
}

/**
 * Holds what the replica has against what the database had at each look: somebody who types without a pause is always a
 * little ahead, and not behind. The tool itself says nothing when it stands still. Where the database stood when the
 * first look fell on it counts as replicated, for the tool only tells of what is new.
 */
export function replicaWatch(): Watch {
  let first: Position | undefined
  let newest: Position | undefined
  let there: Position | undefined
  let pending: { position: Position; ms: number }[] = []
  let upTo: number | undefined
  let trouble = ''
  // a generation begins with everything that was before it
  const isThere = (position: Position) =>
    there !== undefined &&
    (there.generation === position.generation
      ? isPast(there, position)
      : there.generation === newest?.generation)
  const settle = () => {
    const done = pending.filter(({ position }) => isThere(position))
    pending = pending.filter(({ position }) => !isThere(position))
    const last = done.at(-1)
    if (last) {
      upTo = last.ms
      trouble = ''
    }
  }
  return {
    hear: (line) => {
      const told = toldBy(line)
      if (!told) return
      if ('trouble' in told) {
        trouble = told.trouble
        return
      }
      there = told.position
      settle()
    },
    look: (source, nowMs) => {
      if (!source) return
      first ??= source
      newest = source
      const isOld = there === undefined && isSame(source, first)
      if (isThere(source)) upTo = nowMs
      else if (!isOld && !pending.some(({ position }) => isSame(position, source)))
        pending.push({ position: source, ms: nowMs })
      settle()
    },
    behindMs: (nowMs) => (pending.length === 0 ? 0 : nowMs - pending[0]!.ms),
    upToMs: () => upTo,
    trouble: () => trouble,
  }
}
