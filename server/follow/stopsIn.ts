import { createHash } from 'node:crypto'
import dayjs from 'dayjs'
import { stopSigns } from '@sturvo/core/followup'
import { idSchema, type LogEntryAnswer } from '@sturvo/schema'

const mostEntries = 400

/**
 * Stop signs in a log that cannot be read as one: a number out of range, a day that is none, a field nobody knows. They
 * are told today, and of the entry nothing else is believed.
 */
export function stopsIn(body: unknown, now: Date): LogEntryAnswer[] {
  const entries = isObject(body) && Array.isArray(body.entries) ? (body.entries as unknown[]) : []
  return entries.slice(0, mostEntries).flatMap((entry): LogEntryAnswer[] => {
    if (!isObject(entry) || !Array.isArray(entry.stops)) return []
    const told: unknown[] = entry.stops
    const stops = stopSigns.filter((sign) => told.includes(sign))
    if (stops.length === 0) return []
    const id = idSchema.safeParse(entry.id)
    const at = now.toISOString()
    // the same entry sent again is the same one
    const ownId = createHash('sha256').update(JSON.stringify(entry)).digest('hex').slice(0, 20)
    return [{ id: id.success ? id.data : `stop${ownId}`, day: dayjs(now).format('YYYY-MM-DD'), at, stops }]
  })
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null
