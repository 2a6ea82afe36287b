import { randomUUID } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import LibsqlDatabase from 'libsql'

/**
 * Stands in for a server of databases: speaks the HTTP protocol (Hrana 2, JSON) of one over a file. It knows what the
 * client asks, no more, and can be told to fail as a network does.
 */
export type StandIn = {
  url: string
  /** how many of the next answers are lost after their work was done, and how many requests are cut before it */
  lose: (answers: number) => void
  /** how many of the next answers to a COMMIT are lost after it was done */
  loseCommits: (answers: number) => void
  cut: (requests: number) => void
  /** pipelines that were asked */
  asked: () => number
  close: () => Promise<void>
}

type Value = {
  type: 'null' | 'integer' | 'float' | 'text' | 'blob'
  value?: string | number
  base64?: string
}
type Stmt = {
  sql?: string
  sql_id?: number
  args?: Value[]
  named_args?: { name: string; value: Value }[]
  want_rows?: boolean
}
type Condition =
  | { type: 'ok' | 'error'; step: number }
  | { type: 'not'; cond: Condition }
  | { type: 'and' | 'or'; conds: Condition[] }
  | { type: 'is_autocommit' }
type Ask = {
  type: string
  sql?: string
  sql_id?: number
  stmt?: Stmt
  batch?: { steps: { stmt: Stmt; condition?: Condition | null }[] }
}
type Connection = { db: LibsqlDatabase.Database; sqls: Map<number, string>; expires?: NodeJS.Timeout }

/** A stream nobody goes on with is given up, and what it began is undone: so does a real one, after some seconds. */
const expiresMs = 200

function toSql(value: Value): unknown {
  switch (value.type) {
    case 'null':
      return null
    case 'integer':
      return BigInt(value.value ?? 0)
    case 'blob':
      return Buffer.from(value.base64 ?? '', 'base64')
    case 'float':
      return Number(value.value)
    case 'text':
      return String(value.value)
  }
}

function toValue(value: unknown): Value {
  if (value === null || value === undefined) return { type: 'null' }
  if (typeof value === 'bigint') return { type: 'integer', value: value.toString() }
  if (typeof value === 'number')
    return Number.isInteger(value) ? { type: 'integer', value: String(value) } : { type: 'float', value }
  if (typeof value === 'string') return { type: 'text', value }
  return { type: 'blob', base64: Buffer.from(value as Uint8Array).toString('base64') }
}

const sqlOf = (ask: { sql?: string | undefined; sql_id?: number | undefined }, { sqls }: Connection) =>
  ask.sql ?? sqls.get(ask.sql_id ?? -1) ?? ''

function execute(connection: Connection, stmt: Stmt) {
  const prepared = connection.db.prepare(sqlOf(stmt, connection))
  const named = (stmt.named_args ?? []).map(
    ({ name, value }) => [name.replace(/^[:@$]/, ''), toSql(value)] as const,
  )
  const args = named.length > 0 ? [Object.fromEntries(named)] : (stmt.args ?? []).map(toSql)
  let columns: { name: string }[] = []
  try {
    columns = prepared.columns()
  } catch {
    // a statement without rows has no columns
  }
  if (columns.length === 0) {
    const { changes, lastInsertRowid } = prepared.run(...args)
    return {
      cols: [],
      rows: [],
      affected_row_count: changes,
      last_insert_rowid: String(lastInsertRowid),
    }
  }
  prepared.raw(true)
  prepared.safeIntegers(true)
  const rows = prepared.all(...args) as unknown[][]
  const [count] = connection.db.prepare('SELECT changes()').raw(true).all() as number[][]
  return {
    cols: columns.map(({ name }) => ({ name })),
    rows: rows.map((row) => row.map(toValue)),
    // what returned rows of a change says how many it changed
    affected_row_count: /\breturning\b/i.test(sqlOf(stmt, connection)) ? (count?.[0] ?? 0) : 0,
    last_insert_rowid: null,
  }
}

const errorOf = (error: unknown) => ({
  message: error instanceof Error ? error.message : 'failed',
  code: (error as { code?: string }).code ?? 'SQLITE_ERROR',
})

function batch(connection: Connection, steps: NonNullable<Ask['batch']>['steps']) {
  const results: unknown[] = []
  const errors: unknown[] = []
  const holds = (condition: Condition): boolean => {
    switch (condition.type) {
      case 'ok':
        return (results[condition.step] ?? null) !== null
      case 'error':
        return (errors[condition.step] ?? null) !== null
      case 'not':
        return !holds(condition.cond)
      case 'and':
        return condition.conds.every(holds)
      case 'or':
        return condition.conds.some(holds)
      case 'is_autocommit':
        return !connection.db.inTransaction
    }
  }
  for (const [i, { stmt, condition }] of steps.entries()) {
    results[i] = null
    errors[i] = null
    if (condition && !holds(condition)) continue
    try {
      results[i] = execute(connection, stmt)
    } catch (error) {
      errors[i] = errorOf(error)
    }
  }
  return { step_results: results, step_errors: errors }
}

function answerTo(connection: Connection, ask: Ask): unknown {
  switch (ask.type) {
    case 'execute':
      return { type: 'execute', result: execute(connection, ask.stmt!) }
    case 'batch':
      return { type: 'batch', result: batch(connection, ask.batch!.steps) }
    case 'sequence':
      connection.db.exec(sqlOf(ask, connection))
      return { type: 'sequence' }
    case 'store_sql':
      connection.sqls.set(ask.sql_id!, ask.sql!)
      return { type: 'store_sql' }
    case 'close_sql':
      connection.sqls.delete(ask.sql_id!)
      return { type: 'close_sql' }
    case 'get_autocommit':
      return { type: 'get_autocommit', is_autocommit: !connection.db.inTransaction }
    case 'close':
      return { type: 'close' }
    default:
      throw new Error(`${ask.type} is not known here`)
  }
}

/** Statements that were not collected yet would keep the lock of a transaction that nobody ended. */
function over({ db }: Pick<Connection, 'db'>): void {
  if (db.inTransaction) db.exec('ROLLBACK')
  db.close()
}

export async function startStandIn(file: string): Promise<StandIn> {
  const open = new Map<string, Connection>()
  let [toLose, toLoseCommits, toCut, asked] = [0, 0, 0, 0]
  const connect = (): Connection => {
    const db = new LibsqlDatabase(file)
    db.exec(
      'PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; PRAGMA foreign_keys = ON; PRAGMA busy_timeout = 0',
    )
    return { db, sqls: new Map() }
  }
  const server: Server = createServer((request, response) => {
    const parts: Buffer[] = []
    request.on('data', (part: Buffer) => parts.push(part))
    request.on('end', () => {
      asked++
      if (toCut > 0) {
        toCut--
        request.socket.destroy()
        return
      }
      const { baton, requests } = JSON.parse(Buffer.concat(parts).toString()) as {
        baton?: string
        requests: Ask[]
      }
      const known = baton === undefined ? undefined : open.get(baton)
      if (baton !== undefined && !known) {
        response
          .writeHead(400)
          .end(JSON.stringify({ message: 'this stream is over', code: 'STREAM_EXPIRED' }))
        return
      }
      const connection = known ?? connect()
      if (baton !== undefined) open.delete(baton)
      clearTimeout(connection.expires)
      const results = requests.map((ask) => {
        try {
          return { type: 'ok', response: answerTo(connection, ask) }
        } catch (error) {
          return { type: 'error', error: errorOf(error) }
        }
      })
      const isOver = requests.some(({ type }) => type === 'close')
      const next = isOver ? null : randomUUID()
      if (next === null) over(connection)
      else {
        open.set(next, connection)
        connection.expires = setTimeout(() => {
          open.delete(next)
          over(connection)
        }, expiresMs)
      }
      const isCommit = requests.some(
        ({ stmt, batch }) =>
          /^commit/i.test(stmt?.sql ?? '') ||
          batch?.steps.some(({ stmt: one }) => /^commit/i.test(one.sql ?? '')),
      )
      if (isCommit && toLoseCommits > 0) {
        toLoseCommits--
        request.socket.destroy()
        return
      }
      if (toLose > 0) {
        toLose--
        request.socket.destroy()
        return
      }
      response.setHeader('content-type', 'application/json')
      response.end(JSON.stringify({ baton: next, base_url: null, results }))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    lose: (answers) => (toLose = answers),
    loseCommits: (answers) => (toLoseCommits = answers),
    cut: (requests) => (toCut = requests),
    asked: () => asked,
    close: async () => {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      for (const { db, expires } of open.values()) {
        clearTimeout(expires)
        over({ db })
      }
    },
  }
}
