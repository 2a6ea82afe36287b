import { getTableColumns, type SQL } from 'drizzle-orm'
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core'
import { bundleRecordSchemas, type BundleKind } from '@sturvo/schema'
import * as tables from '../data/tables'

/** How a kind of record stands to its neighbours. */
export type KindRule = {
  table: SQLiteTable
  /** the columns that name a record */
  key: readonly string[]
  /** whose it is: of a person, of a visit, of a plan, of the practice */
  of: 'person' | 'visit' | 'plan' | 'practice'
  /** written once and never changed: two that differ under one name are no two states of it */
  isFixed: boolean
  /** columns of the table that are no part of the record, with what a new row gets */
  beside: Readonly<Record<string, unknown>>
}

const visitKind = (table: SQLiteTable, key: readonly string[]): KindRule => ({
  table,
  key: ['visitId', ...key],
  of: 'visit',
  isFixed: false,
  beside: {},
})

/**
 * Every kind, in an order in which each finds what it points to. A test holds the columns against the contract and the
 * list of tables against this one, so that nothing new is forgotten.
 */
export const kindRules: { readonly [K in BundleKind]: KindRule } = {
  account: { table: tables.account, key: ['id'], of: 'practice', isFixed: true, beside: {} },
  practice: {
    table: tables.practice,
    key: ['id'],
    of: 'practice',
    isFixed: false,
    beside: { isDemo: false, factorRule: 'choice' },
  },
  referenceVersion: {
    table: tables.referenceVersion,
    key: ['number'],
    of: 'practice',
    isFixed: true,
    beside: {},
  },
  insole: { table: tables.keptInsole, key: ['id'], of: 'practice', isFixed: false, beside: {} },
  eyeAnswer: { table: tables.eyeAnswer, key: ['id'], of: 'practice', isFixed: true, beside: {} },
  person: {
    table: tables.person,
    key: ['id'],
    of: 'person',
    isFixed: false,
    beside: { searchKey: '', deletedOn: null },
  },
  visit: {
    table: tables.visit,
    key: ['id'],
    of: 'person',
    isFixed: false,
    beside: { stepsFilled: 0, stops: 0, limits: 0, countedBy: '', contentId: '' },
  },
  picture: { table: tables.picture, key: ['id'], of: 'visit', isFixed: true, beside: {} },
  recordingFile: { table: tables.recordingFile, key: ['id'], of: 'visit', isFixed: true, beside: {} },
  measure: { table: tables.measure, key: ['id'], of: 'visit', isFixed: false, beside: {} },
  fieldHistory: { table: tables.fieldHistory, key: ['id'], of: 'visit', isFixed: true, beside: {} },
  mark: visitKind(tables.mark, ['id']),
  event: visitKind(tables.event, ['id']),
  photo: visitKind(tables.photo, ['view', 'side']),
  shoe: visitKind(tables.shoe, ['id']),
  device: visitKind(tables.wornOrthosis, ['id']),
  print: visitKind(tables.print, ['side']),
  answer: visitKind(tables.answer, ['key']),
  dealt: visitKind(tables.dealtWith, ['caution']),
  recording: visitKind(tables.recording, ['id']),
  plan: { table: tables.planVersion, key: ['id'], of: 'person', isFixed: true, beside: {} },
  planItem: {
    table: tables.planItem,
    key: ['planId', 'phase', 'place'],
    of: 'plan',
    isFixed: true,
    beside: {},
  },
  logEntry: {
    table: tables.logEntry,
    key: ['personId', 'id'],
    of: 'person',
    isFixed: true,
    beside: { linkId: null },
  },
  decision: { table: tables.followDecision, key: ['id'], of: 'person', isFixed: true, beside: {} },
  followState: {
    table: tables.followState,
    key: ['personId'],
    of: 'person',
    isFixed: false,
    // what visits hold back of a plan is worked out here
    beside: { toldKey: '', isToldOpen: true, waitsSince: null },
  },
}
export const kindsInOrder = Object.keys(kindRules) as BundleKind[]

export type Row = Record<string, unknown>

export const columnOf = (kind: BundleKind, name: string): SQLiteColumn =>
  (getTableColumns(kindRules[kind].table) as Record<string, SQLiteColumn>)[name]!

/** The names of a record's own columns, in the order of the alphabet. */
export const columnsOf = (kind: BundleKind): string[] => Object.keys(bundleRecordSchemas[kind].shape).sort()

/** The columns of a table to select, as many as a record has. */
export function selectionOf(kind: BundleKind): Record<string, SQLiteColumn> {
  return Object.fromEntries(columnsOf(kind).map((name) => [name, columnOf(kind, name)]))
}

/** A value of a row as text: columns hold texts, numbers, nothing, or what stands as JSON. */
export const asText = (value: unknown): string =>
  value === null || value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value)

/** What names a record, across kinds. */
export function nameOf(kind: BundleKind, row: Row): string {
  return [kind, ...kindRules[kind].key.map((key) => String(row[key]))].join(' ')
}

export type Where = SQL | undefined
