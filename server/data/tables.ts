import { sql } from 'drizzle-orm'
import {
  customType,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core'
import type { Release } from '@sturvo/core/cautions'
import { readStored } from './storedJson'

/**
 * JSON that survives a damaged value: what cannot be parsed comes out as unreadable instead of breaking the whole
 * list that holds it.
 */
const json = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'text',
  toDriver: (value) => JSON.stringify(value),
  fromDriver: readStored,
})

const stamps = { created: text('created').notNull(), changed: text('changed').notNull() }

export const practice = sqliteTable('practice', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  place: text('place').notNull(),
  settings: json('settings').$type<Record<string, string>>().notNull(),
  references: json('reference_values').$type<Record<string, number>>().notNull(),
  /** which of several trials counts, where the practice chose otherwise */
  trialUses: json('trial_uses').$type<Record<string, string>>().notNull().default({}),
  /** drills the practice made itself */
  drills: json('drills').$type<unknown[]>().notNull().default([]),
  /** whom a client calls, and what the practice says for an emergency; both stand on the client's page */
  phone: text('phone').notNull().default(''),
  emergency: text('emergency').notNull().default(''),
  /** who has to sign in with a second factor; whoever may always does */
  factorRule: text('factor_rule').$type<'choice' | 'owners' | 'everybody'>().notNull().default('choice'),
  /** years after the last visit for which records are kept; null where the practice has not said */
  retentionYears: integer('retention_years'),
  /** what clients agree to, as it is read to them */
  consentText: text('consent_text').notNull().default(''),
  isDemo: integer('is_demo', { mode: 'boolean' }).notNull(),
  version: integer('version').notNull(),
  ...stamps,
})

export const account = sqliteTable('account', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  role: text('role').$type<'owner' | 'practitioner' | 'assistant'>().notNull(),
  passwordHash: text('password_hash').notNull(),
  /** landmark practice counts towards this practitioner's own error */
  practiceCounts: integer('practice_counts', { mode: 'boolean' }).notNull().default(false),
  /** signs in no more; what they wrote keeps their name */
  disabledOn: text('disabled_on'),
  /** second factor: the secret in force, one that is not confirmed yet, and the last step a code was taken of */
  factorSecret: text('factor_secret'),
  factorPending: text('factor_pending'),
  factorLastStep: integer('factor_last_step').notNull().default(0),
  /** of codes that stand in for it once; hashes */
  recoveryHashes: json('recovery_hashes').$type<string[]>().notNull().default([]),
  version: integer('version').notNull(),
  ...stamps,
})

/** The id is a hash: whoever reads the database cannot sign in with it. */
export const session = sqliteTable('session', {
  idHash: text('id_hash').primaryKey(),
  accountId: text('account_id')
    .notNull()
    .references(() => account.id),
  csrf: text('csrf').notNull(),
  lastSeen: text('last_seen').notNull(),
  /** browser and system in words, and where it came from */
  device: text('device').notNull().default(''),
  address: text('address').notNull().default(''),
  ...stamps,
})

/**
 * Wrong passwords, by account and by where they came from. Kept as hashes: neither addresses nor e-mails are readable.
 */
export const signInFailure = sqliteTable('sign_in_failure', {
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  lastAt: text('last_at').notNull(),
})

/** Browsers that have signed in before, by hash: strangers who guess never shut these out. */
export const knownBrowser = sqliteTable('known_browser', {
  idHash: text('id_hash').primaryKey(),
  accountId: text('account_id')
    .notNull()
    .references(() => account.id),
  ...stamps,
})

export const person = sqliteTable(
  'person',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    pronouns: text('pronouns').notNull(),
    birthYear: integer('birth_year'),
    work: text('work').notNull(),
    phone: text('phone').notNull(),
    email: text('email').notNull(),
    lengthUnit: text('length_unit').$type<'mm' | 'cm' | 'in'>().notNull(),
    massUnit: text('mass_unit').$type<'kg' | 'lb'>().notNull(),
    kit: json('kit').$type<string[]>().notNull(),
    /** the day this person agreed, and to which words */
    consentOn: text('consent_on'),
    consentText: text('consent_text').notNull().default(''),
    /** name and work in small letters without accents, to be searched */
    searchKey: text('search_key').notNull().default(''),
    version: integer('version').notNull(),
    deletedOn: text('deleted_on'),
    ...stamps,
  },
  (t) => [index('person_by_name').on(t.deletedOn, t.name)],
)

export const visit = sqliteTable(
  'visit',
  {
    id: text('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    startedOn: text('started_on').notNull(),
    /** reference values in force when the visit was last worked on; 0 as they ship */
    referencesVersion: integer('references_version').notNull().default(0),
    coreVersion: text('core_version').notNull(),
    /**
     * What lists show of a visit, counted when it is written so that a list never reads whole visits. Counted anew
     * where `countedBy` is another core than the running one.
     */
    stepsFilled: integer('steps_filled').notNull().default(0),
    stops: integer('stops').notNull().default(0),
    limits: integer('limits').notNull().default(0),
    countedBy: text('counted_by').notNull().default(''),
    /** new with every write: two visits with the same one hold the same fields. Empty before this was kept. */
    contentId: text('content_id').notNull().default(''),
    version: integer('version').notNull(),
    ...stamps,
  },
  (t) => [
    index('visit_by_person').on(t.personId, t.startedOn),
    index('visit_not_counted').on(t.countedBy),
    // few of many: Today looks for those that a newer visit has not settled
    index('visit_with_stops')
      .on(t.personId)
      .where(sql`stops > 0`),
  ],
)

const ofVisit = {
  visitId: text('visit_id')
    .notNull()
    .references(() => visit.id),
  version: integer('version').notNull(),
  ...stamps,
}

/** One row a trial and a change: the value in force has no successor. */
export const measure = sqliteTable(
  'measure',
  {
    id: text('id').primaryKey(),
    measure: text('measure').notNull(),
    side: text('side').$type<'left' | 'right'>().notNull(),
    trial: integer('trial').notNull(),
    value: real('value'),
    word: text('word'),
    unit: text('unit').notNull(),
    byAccount: text('by_account').notNull(),
    /** see fieldHistory */
    editId: text('edit_id').notNull().default(''),
    supersededBy: text('superseded_by'),
    ...ofVisit,
  },
  (t) => [
    index('measure_in_force').on(t.visitId, t.supersededBy),
    index('measure_across').on(t.measure, t.side),
    // groups of repeated trials, in the order they are added up in, without touching the table
    index('measure_trials')
      .on(t.byAccount, t.measure, t.visitId, t.side, t.trial, t.value, t.created, t.supersededBy)
      .where(sql`superseded_by is null and value is not null`),
    // which visits two practitioners measured in
    index('measure_raters')
      .on(t.visitId, t.byAccount, t.supersededBy, t.value)
      .where(sql`superseded_by is null and value is not null`),
  ],
)

/**
 * Every value that any field but a measure ever had (measures keep their own rows), with who wrote it. Rows are only
 * added. Null is a value that was taken away; an empty account is one from before this was kept.
 */
export const fieldHistory = sqliteTable(
  'field_history',
  {
    id: text('id').primaryKey(),
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    path: text('path').notNull(),
    value: json('value'),
    version: integer('version').notNull(),
    byAccount: text('by_account').notNull(),
    /** made where it was typed, so that an edit that arrives twice is known; empty where none was sent */
    editId: text('edit_id').notNull().default(''),
    at: text('at').notNull(),
  },
  (t) => [index('history_of_field').on(t.visitId, t.path, t.version)],
)

export const mark = sqliteTable(
  'mark',
  {
    id: text('id').notNull(),
    side: text('side').$type<'left' | 'right'>().notNull(),
    across: real('across').notNull(),
    along: real('along').notNull(),
    kind: text('kind').$type<'pain' | 'skin' | 'scar'>().notNull(),
    /** which drawing, how bad, when, since when */
    details: json('details').$type<Record<string, unknown>>().notNull().default({}),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.id] })],
)

export const event = sqliteTable(
  'story_event',
  {
    id: text('id').notNull(),
    value: json('value').$type<object>().notNull(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.id] })],
)

/** A measured photo: picture, scale, every trial of its points. */
export const photo = sqliteTable(
  'photo',
  {
    view: text('view').notNull(),
    side: text('side').$type<'left' | 'right'>().notNull(),
    pictureId: text('picture_id').notNull(),
    value: json('value').$type<object>().notNull(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.view, t.side] })],
)

/** Every set of reference values that was ever in force; number 0 is the table as it ships. */
export const referenceVersion = sqliteTable('reference_version', {
  number: integer('number').primaryKey(),
  values: json('reference_values').$type<Record<string, number>>().notNull(),
  byAccount: text('by_account').notNull(),
  ...stamps,
})

export const shoe = sqliteTable(
  'shoe',
  {
    id: text('id').notNull(),
    name: text('name').notNull(),
    hoursPerWeek: real('hours_per_week'),
    stackHeelMm: real('stack_heel_mm'),
    stackForefootMm: real('stack_forefoot_mm'),
    weightG: real('weight_g'),
    bendStiffness: real('bend_stiffness'),
    twistStiffness: real('twist_stiffness'),
    supportFeatures: real('support_features'),
    innerWidthBallMm: real('inner_width_ball_mm'),
    innerWidthToesMm: real('inner_width_toes_mm'),
    /** everything of a measured shoe beyond the quick one, in the shape of its contract */
    details: json('details').$type<object>().notNull().default({}),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.id] })],
)

export const wornOrthosis = sqliteTable(
  'device_on_foot',
  {
    id: text('id').notNull(),
    value: json('value').$type<object>().notNull(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.id] })],
)

/** Insides of shoes kept for other clients with the same shoe and size; nothing of a client is in them. */
export const keptInsole = sqliteTable('kept_insole', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  size: text('size').notNull(),
  outline: json('outline').$type<object>().notNull(),
  byAccount: text('by_account')
    .notNull()
    .references(() => account.id),
  deletedOn: text('deleted_on'),
  ...stamps,
})

export const print = sqliteTable(
  'print',
  {
    side: text('side').$type<'left' | 'right'>().notNull(),
    pictureId: text('picture_id').notNull(),
    archIndex: real('arch_index').notNull(),
    value: json('value').$type<object>().notNull(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.side] })],
)

export const answer = sqliteTable(
  'answer',
  { key: text('key').notNull(), value: json('value').$type<unknown>(), ...ofVisit },
  (t) => [primaryKey({ columns: [t.visitId, t.key] })],
)

export const dealtWith = sqliteTable(
  'caution_dealt_with',
  {
    caution: text('caution').notNull(),
    by: text('by').notNull(),
    on: text('on_day').notNull(),
    words: text('words').notNull(),
    release: json('release').$type<Release>(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.caution] })],
)

/**
 * A plan as it was decided. `document` is the text it was answered with and is never made again: findings are
 * computed, plans are kept. The other columns are for lists.
 */
export const planVersion = sqliteTable(
  'plan_version',
  {
    id: text('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    visitId: text('visit_id')
      .notNull()
      .references(() => visit.id),
    number: integer('number').notNull(),
    visitVersion: integer('visit_version').notNull(),
    coreVersion: text('core_version').notNull(),
    madeOn: text('made_on').notNull(),
    byAccount: text('by_account')
      .notNull()
      .references(() => account.id),
    minutesPerSession: real('minutes_per_session').notNull(),
    sessionsPerWeek: integer('sessions_per_week').notNull(),
    document: text('document').notNull(),
    created: stamps.created,
  },
  // two colleagues at once cannot both have made the second version
  (t) => [uniqueIndex('plan_number').on(t.personId, t.number)],
)

/** The drills of a kept plan in their order: what worked is found without opening every document. */
export const planItem = sqliteTable(
  'plan_item',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => planVersion.id),
    phase: integer('phase').notNull(),
    place: integer('place').notNull(),
    drill: text('drill').notNull(),
    dose: json('dose').$type<object>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.planId, t.phase, t.place] }), index('plan_item_by_drill').on(t.drill)],
)

/** A recording of a visit; its frames are in the file it points to. */
export const recording = sqliteTable(
  'recording',
  {
    id: text('id').notNull(),
    fileId: text('file_id').notNull(),
    job: text('job').notNull(),
    takenAt: text('taken_at').notNull(),
    value: json('value').$type<object>().notNull(),
    deletedOn: text('deleted_on'),
    ...ofVisit,
  },
  (t) => [primaryKey({ columns: [t.visitId, t.id] })],
)

/** Frames of a mat: packed CSV beside the database under its content hash, written before this row. */
export const recordingFile = sqliteTable('recording_file', {
  id: text('id').primaryKey(),
  visitId: text('visit_id')
    .notNull()
    .references(() => visit.id),
  hash: text('hash').notNull(),
  rows: integer('rows').notNull(),
  cols: integer('cols').notNull(),
  frames: integer('frames').notNull(),
  bytes: integer('bytes').notNull(),
  ...stamps,
})

/** Files beside the database that may belong to nobody, until somebody has looked. */
export const fileErrand = sqliteTable('file_errand', {
  path: text('path').primaryKey(),
  created: text('created').notNull(),
})

/** The file lies beside the database under its content hash and is written before this row. */
export const picture = sqliteTable('picture', {
  id: text('id').primaryKey(),
  visitId: text('visit_id')
    .notNull()
    .references(() => visit.id),
  hash: text('hash').notNull(),
  widthPx: integer('width_px').notNull(),
  heightPx: integer('height_px').notNull(),
  bytes: integer('bytes').notNull(),
  ...stamps,
})

/** One answered question of the practice room. The question itself is its kind, level and seed. */
export const eyeAnswer = sqliteTable(
  'eye_answer',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id')
      .notNull()
      .references(() => account.id),
    kind: text('kind').notNull(),
    level: integer('level').notNull(),
    seed: integer('seed').notNull(),
    side: text('side').$type<'left' | 'right'>().notNull(),
    error: real('error').notNull(),
    /** kind of measure made from placed landmarks, and its error */
    derivedKind: text('derived_kind'),
    derivedError: real('derived_error'),
    at: text('at').notNull(),
    ...stamps,
  },
  (t) => [index('eye_by_account').on(t.accountId, t.at)],
)

/** A link to the client's page. Of its token only a hash is kept: whoever reads the database cannot open it. */
export const clientLink = sqliteTable(
  'client_link',
  {
    id: text('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    tokenHash: text('token_hash').notNull().unique(),
    /** last day it opens */
    until: text('until').notNull(),
    /** four digits, hashed as passwords are; null where none is asked for */
    wordHash: text('word_hash'),
    wrongWords: integer('wrong_words').notNull().default(0),
    /** what a phone shows in place of the word once it has shown that; null before the first */
    pass: text('pass'),
    lastOpened: text('last_opened'),
    revokedOn: text('revoked_on'),
    byAccount: text('by_account').notNull(),
    ...stamps,
  },
  (t) => [
    index('link_by_person').on(t.personId),
    index('link_by_end').on(t.revokedOn, t.until),
    index('link_locked').on(t.revokedOn, t.wrongWords),
  ],
)

/** What a client wrote, or what was keyed in from paper. Rows are only added; a correction names what it replaces. */
export const logEntry = sqliteTable(
  'log_entry',
  {
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    id: text('id').notNull(),
    day: text('day').notNull(),
    /** by the clock it was written with */
    at: text('at').notNull(),
    value: json('value').$type<object>().notNull(),
    linkId: text('link_id'),
    byAccount: text('by_account'),
    planId: text('plan_id'),
    /** minutes the sender's clock was ahead of ours when it sent */
    clockOffMin: real('clock_off_min').notNull().default(0),
    receivedAt: text('received_at').notNull(),
  },
  // another person's entry with the same id is another entry
  (t) => [primaryKey({ columns: [t.personId, t.id] }), index('log_by_day').on(t.personId, t.day)],
)

/** What the rules said when a log or a plan last changed: lists never read whole logs. */
export const followState = sqliteTable(
  'follow_state',
  {
    personId: text('person_id')
      .primaryKey()
      .references(() => person.id),
    planId: text('plan_id').notNull(),
    visitId: text('visit_id').notNull(),
    startsOn: text('starts_on').notNull(),
    endsOn: text('ends_on').notNull(),
    /** the most careful proposal; null where there is none, or where it was decided */
    action: text('action'),
    fired: json('fired').$type<object[]>().notNull(),
    proposal: json('proposal').$type<object>().notNull(),
    /** first day of a stop that nobody has settled */
    stopSince: text('stop_since'),
    /** last day anything was written about */
    lastDay: text('last_day'),
    putOffTo: text('put_off_to'),
    reopenedAt: text('reopened_at'),
    decidedOn: text('decided_on'),
    lastStepOn: text('last_step_on').notNull(),
    /** the plan and the visits after it for which `waitsSince` was worked out; '' before that */
    toldKey: text('told_key').notNull().default(''),
    /** a visit was changed after the plan was kept, and nobody has worked out yet what it holds back */
    isToldOpen: integer('is_told_open', { mode: 'boolean' }).notNull().default(false),
    /** day of the first visit that holds a part of the plan back; null where nothing waits */
    waitsSince: text('waits_since'),
    changed: stamps.changed,
  },
  (t) => [
    index('follow_by_told').on(t.isToldOpen),
    index('follow_by_waits').on(t.waitsSince),
    index('follow_by_stop').on(t.stopSince),
    index('follow_by_action').on(t.action),
    index('follow_by_last').on(t.lastDay),
    index('follow_by_end').on(t.endsOn),
    index('follow_by_start').on(t.startsOn),
  ],
)

/** What a practitioner decided about a proposal. Rows are only added. */
export const followDecision = sqliteTable(
  'follow_decision',
  {
    id: text('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    day: text('day').notNull(),
    kind: text('kind').notNull(),
    rule: text('rule').notNull(),
    words: text('words').notNull(),
    toDay: text('to_day'),
    planId: text('plan_id'),
    byAccount: text('by_account').notNull(),
    created: stamps.created,
  },
  (t) => [index('decision_by_person').on(t.personId, t.created)],
)

/** A way in that opens once: for somebody new, or for a new password. Of its token only a hash is kept. */
export const invite = sqliteTable('invite', {
  id: text('id').primaryKey(),
  tokenHash: text('token_hash').notNull().unique(),
  /** the account it sets a new password for; null where it makes one */
  accountId: text('account_id').references(() => account.id),
  name: text('name').notNull(),
  email: text('email').notNull(),
  role: text('role').$type<'owner' | 'practitioner' | 'assistant'>().notNull(),
  until: text('until').notNull(),
  usedOn: text('used_on'),
  revokedOn: text('revoked_on'),
  byAccount: text('by_account').notNull(),
  ...stamps,
})

/**
 * Who did what with whose record, when and from where. Rows are only added (the database refuses anything else), and
 * each holds the hash of the one before. Never a value of what was seen.
 */
export const auditEntry = sqliteTable(
  'audit_entry',
  {
    number: integer('number').primaryKey(),
    at: text('at').notNull(),
    /** an account, a link as "link ID", or "program" */
    actor: text('actor').notNull(),
    action: text('action').notNull(),
    /** whose record; empty where it was nobody's in particular */
    personId: text('person_id').notNull(),
    /** which part of it: a kind of document, the id of a visit */
    what: text('what').notNull(),
    origin: text('origin').notNull(),
    before: text('before').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('audit_by_person').on(t.personId, t.number), index('audit_by_actor').on(t.actor, t.number)],
)

/** Every copy that was made, tried or failed. */
export const copyRun = sqliteTable(
  'copy_run',
  {
    id: text('id').primaryKey(),
    at: text('at').notNull(),
    kind: text('kind').$type<'daily' | 'byHand' | 'trial'>().notNull(),
    isFine: integer('is_fine', { mode: 'boolean' }).notNull(),
    /** the name of the copy, in its folder */
    name: text('name').notNull(),
    words: text('words').notNull(),
    bytes: integer('bytes').notNull(),
    tookMs: integer('took_ms').notNull(),
  },
  (t) => [index('copy_by_kind').on(t.kind, t.at)],
)

/** What came in from files, with what has to be put back to undo it. */
export const importRun = sqliteTable('import_run', {
  id: text('id').primaryKey(),
  at: text('at').notNull(),
  byAccount: text('by_account')
    .notNull()
    .references(() => account.id),
  kind: text('kind').notNull(),
  counts: json('counts').$type<Record<string, number>>().notNull(),
  undo: text('undo').notNull(),
  undoneOn: text('undone_on'),
})

/**
 * Clients that are on their way in by a file, or out again: in parts, so that nobody waits for all of them. Their rows
 * stand hidden until all have come; where this line is still here at a start, they are taken back.
 */
export const arrival = sqliteTable('arrival', {
  id: text('id').primaryKey(),
  people: json('people').$type<string[]>().notNull(),
  created: text('created').notNull(),
})

/**
 * Groups of writes that a server of databases has committed, for as long as somebody may ask whether they were: an
 * answer that got lost is then no reason to do them again.
 */
export const doneWrite = sqliteTable('done_write', {
  id: text('id').primaryKey(),
  at: text('at').notNull(),
})
