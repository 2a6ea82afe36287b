import dayjs from 'dayjs'
import type {
  AuditAction,
  Copies,
  CopyLine,
  FactorRule,
  LineAnswer,
  ReplicaState,
  Role,
} from '@sturvo/schema'

export const roleNameText: Record<Role, string> = {
  owner: 'Owner',
  practitioner: 'Practitioner',
  assistant: 'Assistant',
}
export const roleMayText: Record<Role, string> = {
  owner: 'everything, also people with access, settings, copies, deletion',
  practitioner: 'measures, plans, letters, links, files in and out',
  assistant: 'measures, questions and the log; no plans, no settings, no files out',
}

export const factorRuleText: Record<FactorRule, string> = {
  choice: 'Whoever wants one',
  owners: 'Owners have to',
  everybody: 'Everybody has to',
}

export const auditActionText: Record<AuditAction, string> = {
  saw: 'saw',
  changed: 'changed',
  printed: 'printed',
  exported: 'took out',
  shared: 'shared',
  imported: 'took in',
  deleted: 'deleted',
  decided: 'decided',
  signedIn: 'signed in',
  signedOut: 'signed out',
  refused: 'was refused',
  access: 'access',
  settings: 'settings',
  copied: 'made a copy',
  restored: 'restored',
}

export const keptAsText: Record<CopyLine['keptAs'], string> = {
  newest: 'the newest',
  day: 'of its day',
  week: 'of its week',
  month: 'of its month',
  ahead: 'dated in the future: the clock was ahead',
  going: 'goes at the next copy',
  unsaid: 'does not say whose it is: it stays until you take it away',
}

const minute = 60_000
const hour = 60 * minute
const day = 24 * hour

/** How long ago something was, as one says it. @example agoText(90 * 60_000) // '2 hours ago' */
export function agoText(ms: number): string {
  const about = (n: number, unit: string) => `${n} ${unit}${n === 1 ? '' : 's'} ago`
  if (ms < 2 * minute) return 'just now'
  if (ms < 1.5 * hour) return about(Math.round(ms / minute), 'minute')
  if (ms < 1.5 * day) return about(Math.round(ms / hour), 'hour')
  return about(Math.round(ms / day), 'day')
}

/** The state of the copies in one sentence. */
export function copiesSentence(
  { lastGood, isOld, isAutomatic }: Pick<Copies, 'lastGood' | 'isOld' | 'isAutomatic'>,
  now: number,
): string {
  if (lastGood === null && !isAutomatic) return 'There is no copy yet.'
  if (lastGood === null) return 'There is no copy yet. If this disk is lost, everything is.'
  const ago = agoText(now - Date.parse(lastGood))
  return isOld
    ? `The last copy was made ${ago}. That is too old: make one now, and look why the daily one failed.`
    : `The last copy was made ${ago}.`
}

/** How far the place is that everything is copied to as it happens, in one sentence or two. */
export function replicaSentence({ to, upTo, isBehind, words }: ReplicaState): string {
  const until = upTo === null ? undefined : dayjs(upTo).format('ddd D MMM, HH:mm')
  if (!isBehind)
    return `Every change is also copied to ${to} as it happens.${until === undefined ? '' : ` It holds everything up to ${until}.`}`
  const holds =
    until === undefined
      ? 'Nothing new has come there'
      : `It holds everything up to ${until} and nothing since`
  const said = words === '' ? '' : ` It was said: ${words}.`
  return `The copying of every change to ${to} is behind. ${holds}: see whether that place is full or out of reach.${said}`
}

/** What waits for its turn: papers, and plans that are worked out. */
export const waitingLineText = ({ own, others }: LineAnswer): string =>
  `${own === 1 ? '1 paper or plan of yours waits' : `${own} papers or plans of yours wait`}${others > 0 ? `, ${others} of others` : ''}`

/** A size as people say it. */
export function bytesText(bytes: number): string {
  const kb = 1024
  if (bytes < kb * kb) return `${Math.max(1, Math.round(bytes / kb))} kB`
  if (bytes < kb ** 3) return `${(bytes / kb ** 2).toFixed(1)} MB`
  return `${(bytes / kb ** 3).toFixed(1)} GB`
}
