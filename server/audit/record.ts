import { createHash } from 'node:crypto'
import type { Request, RequestHandler, Response } from 'express'
import { eq } from 'drizzle-orm'
import { routeKeyOf } from '../access/accessTable'
import type { Database } from '../data/database'
import { clientLink, person, picture, planVersion, recordingFile, visit } from '../data/tables'
import { fault } from '../http/faults'
import { whoIfAny } from '../signin/sessions'
import { addAudit, type NewAuditEntry } from './chain'
import { auditRules, type AuditRule, type Whose } from './auditTable'

const quietMs = 10 * 60_000 // the same look again within this time is the same look
const mostRemembered = 20_000

/** What a route knows better than its address: who signed in, whose record it made. */
export type AuditNote = Partial<Pick<NewAuditEntry, 'actor' | 'personId' | 'what'>>
const notes = new WeakMap<Request, AuditNote>()

export function noteAudit(request: Request, note: AuditNote): void {
  notes.set(request, { ...notes.get(request), ...note })
}

/**
 * Leaves a line for every answer with something of a client in it, before that answer is sent: what cannot be written
 * down is not shown. A write that was done is answered all the same, its own history names the writer. The same look
 * of the same session within ten minutes leaves one line.
 */
export function recordAudit(database: Database): RequestHandler {
  const seen = new Map<string, { at: number; line: Promise<void> }>()
  const ownerOf = owners(database)
  /** One line for looks that are the same; each of them waits for it, and none is shown where it is not written. */
  const once = (key: string, write: () => Promise<void>): Promise<void> => {
    const at = performance.now()
    const last = seen.get(key)
    if (last && at - last.at < quietMs) return last.line
    const line = write().catch((error: unknown) => {
      seen.delete(key)
      throw error
    })
    seen.delete(key)
    seen.set(key, { at, line })
    if (seen.size > mostRemembered) seen.delete(seen.keys().next().value!)
    return line
  }
  const leave = async (request: Request, rule: Exclude<AuditRule, 'nothing'>) => {
    const who = whoIfAny(request)
    const note = notes.get(request) ?? {}
    const found = await ownerOf(rule.whose, request)
    const personId = note.personId ?? found.personId
    const actor = note.actor ?? who?.accountId ?? found.link ?? 'program'
    const what = note.what ?? [rule.what, found.id].filter((part) => part !== '').join(' ')
    const isQuiet = rule.action === 'saw' || (rule.action === 'changed' && request.method === 'PATCH')
    const key = [who?.idHash ?? actor, rule.action, personId, what].join(' ')
    const origin = who ? `${who.device}, ${who.address}` : (request.ip ?? '')
    const write = () => addAudit(database, { actor, action: rule.action, personId, what, origin }, new Date())
    await (isQuiet ? once(key, write) : write())
  }
  return async (request, response, next) => {
    const key = routeKeyOf(request.method, request.baseUrl + request.path)
    const rule = key === undefined ? undefined : auditRules[key]
    if (rule === undefined || rule === 'nothing') return next()
    if (rule.flows) {
      const isThere = rule.whose === 'nobody' || (await ownerOf(rule.whose, request)).personId !== ''
      if (isThere) await leave(request, rule).catch(() => Promise.reject(fault('auditFails')))
      return next()
    }
    holdEnd(request, response, () => leave(request, rule))
    next()
  }
}

/** The answer waits until its line is written. */
function holdEnd(request: Request, response: Response, leave: () => Promise<void>): void {
  const end = response.end.bind(response) as (...args: unknown[]) => Response
  let isHeld = false
  response.end = ((...args: unknown[]) => {
    if (isHeld || response.statusCode >= 400) return end(...args)
    isHeld = true
    leave().then(
      () => end(...args),
      () => {
        if (request.method !== 'GET' || response.headersSent) return end(...args)
        // nothing of a client is shown that nobody could later find in the audit
        const { status, code, message } = fault('auditFails')
        for (const name of response.getHeaderNames()) response.removeHeader(name)
        response.statusCode = status
        response.setHeader('Content-Type', 'application/json')
        end(JSON.stringify({ error: { code, message, path: '' } }))
      },
    )
    return response
  }) as Response['end']
}

type Found = { personId: string; id: string; link?: string }
const mostKept = 5000

/** Looks up whose record an address is about; what belongs to whom never changes and is kept. */
function owners({ db }: Database): (whose: Whose, request: Request) => Promise<Found> {
  const known = new Map<string, Found>()
  const lookUp = async (whose: Whose, id: string): Promise<Found> => {
    switch (whose) {
      case 'person': {
        const [row] = await db.select({ personId: person.id }).from(person).where(eq(person.id, id))
        return { personId: row?.personId ?? '', id: '' }
      }
      case 'visit': {
        const [row] = await db.select({ personId: visit.personId }).from(visit).where(eq(visit.id, id))
        return { personId: row?.personId ?? '', id }
      }
      case 'plan': {
        const [row] = await db
          .select({ personId: planVersion.personId })
          .from(planVersion)
          .where(eq(planVersion.id, id))
        return { personId: row?.personId ?? '', id }
      }
      case 'picture': {
        const [row] = await db
          .select({ personId: visit.personId })
          .from(picture)
          .innerJoin(visit, eq(visit.id, picture.visitId))
          .where(eq(picture.id, id))
        return { personId: row?.personId ?? '', id: '' }
      }
      case 'recording': {
        const [row] = await db
          .select({ personId: visit.personId })
          .from(recordingFile)
          .innerJoin(visit, eq(visit.id, recordingFile.visitId))
          .where(eq(recordingFile.id, id))
        return { personId: row?.personId ?? '', id: '' }
      }
      case 'link': {
        const [row] = await db
          .select({ personId: clientLink.personId })
          .from(clientLink)
          .where(eq(clientLink.id, id))
        return { personId: row?.personId ?? '', id: '' }
      }
      case 'token': {
        const hash = createHash('sha256').update(id).digest('hex')
        const [row] = await db
          .select({ personId: clientLink.personId, link: clientLink.id })
          .from(clientLink)
          .where(eq(clientLink.tokenHash, hash))
        return { personId: row?.personId ?? '', id: '', link: `link ${row?.link ?? ''}` }
      }
      case 'nobody':
        return { personId: '', id: '' }
    }
  }
  return async (whose, request) => {
    const id =
      whose === 'token'
        ? (request.get('x-sturvo-link') ?? '')
        : (/^\/[a-z]+\/([^/]+)/.exec(request.path)?.[1] ?? '')
    const key = `${whose} ${id}`
    const kept = known.get(key)
    if (kept) return kept
    const found = await lookUp(whose, id)
    if (found.personId !== '') {
      known.set(key, found)
      if (known.size > mostKept) known.delete(known.keys().next().value!)
    }
    return found
  }
}
