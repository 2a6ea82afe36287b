import type { AuditAction } from '@sturvo/schema'

/** Whose record a request is about: told by the id in its address, or by the link that opens it. */
export type Whose = 'person' | 'visit' | 'plan' | 'picture' | 'recording' | 'link' | 'token' | 'nobody'
/** `flows`: the answer is sent in parts, so its line is written before the first of them. */
export type AuditRule = { action: AuditAction; whose: Whose; what: string; flows?: true } | 'nothing'

type Rule = Exclude<AuditRule, 'nothing'>
const flowing = (rule: Rule): Rule => ({ ...rule, flows: true })
const saw = (whose: Whose, what: string): Rule => ({ action: 'saw', whose, what })
const changed = (whose: Whose, what: string): Rule => ({ action: 'changed', whose, what })
const printed = (whose: Whose, what: string): Rule => ({ action: 'printed', whose, what })
const exported = (whose: Whose, what: string): Rule => ({ action: 'exported', whose, what })
const shared = (whose: Whose, what: string): Rule => ({ action: 'shared', whose, what })
const decided = (whose: Whose, what: string): Rule => ({ action: 'decided', whose, what })
const access = (what: string): Rule => ({ action: 'access', whose: 'nobody', what })

/**
 * What each route leaves in the audit: a row for each of the API contract (a test walks both lists). Where nothing of
 * a client is in the answer, nothing is left.
 */
export const auditRules: Readonly<Record<string, AuditRule>> = {
  'get /api/health': 'nothing',
  'get /api/line': 'nothing',
  'get /api/openapi.json': 'nothing',
  'get /api/front-door': 'nothing',
  'post /api/owner': access('became the owner'),
  'post /api/session': { action: 'signedIn', whose: 'nobody', what: '' },
  'post /api/session/demo': { action: 'signedIn', whose: 'nobody', what: '' },
  'get /api/session': 'nothing',
  'delete /api/session': { action: 'signedOut', whose: 'nobody', what: '' },
  'delete /api/sessions': { action: 'signedOut', whose: 'nobody', what: 'everywhere' },
  'get /api/access': 'nothing',
  'patch /api/accounts/{id}': access('account changed'),
  'post /api/invites': access('invited'),
  'delete /api/invites/{id}': access('invitation taken back'),
  'get /api/invite': 'nothing',
  'post /api/invite': access('invitation accepted'),
  'get /api/account': 'nothing',
  'post /api/account/password': access('own password changed'),
  'post /api/account/factor': 'nothing',
  'post /api/account/factor/confirm': access('second factor set up'),
  'post /api/account/factor/off': access('second factor taken away'),
  'delete /api/sessions/{id}': access('session ended'),
  'get /api/audit': 'nothing',
  'get /api/audit.csv': exported('nobody', 'audit'),
  'get /api/people/{id}/audit': 'nothing',
  'get /api/copies': 'nothing',
  'post /api/copies': { action: 'copied', whose: 'nobody', what: 'by hand' },
  'post /api/copies/trial': 'nothing',
  'get /api/people/{id}/export.zip': flowing(exported('person', 'bundle')),
  'get /api/people/{id}/export.json': exported('person', 'bundle'),
  'get /api/people/{id}/fhir.json': exported('person', 'FHIR'),
  'get /api/people/{id}/measures.csv': exported('person', 'measures'),
  'get /api/practice/export.zip': flowing(exported('nobody', 'whole practice')),
  // leaves its line in the transaction that deletes
  'post /api/people/{id}/delete': 'nothing',
  'get /api/retention': saw('nobody', 'records past their time'),
  'post /api/imports': 'nothing',
  // leave their lines in the transaction that writes
  'post /api/imports/{id}': 'nothing',
  'post /api/imports/{id}/undo': 'nothing',
  'get /api/practice': 'nothing',
  'patch /api/practice': { action: 'settings', whose: 'nobody', what: 'practice' },
  'put /api/practice/drills/{id}': { action: 'settings', whose: 'nobody', what: 'own drill' },
  'post /api/practice/preview': saw('nobody', 'what reference values would move'),
  'get /api/people': saw('nobody', 'list of people'),
  'post /api/people/find': saw('nobody', 'list of people'),
  'post /api/people': changed('nobody', 'new person'),
  'get /api/people/{id}': saw('person', 'person'),
  'patch /api/people/{id}': changed('person', 'person'),
  'get /api/people/{id}/course': saw('person', 'course'),
  'post /api/people/{id}/visits': changed('person', 'new visit'),
  'get /api/people/{id}/plans': saw('person', 'plans'),
  'post /api/people/{id}/plans': decided('person', 'plan kept'),
  'post /api/people/{id}/plans/back': decided('person', 'earlier plan taken up'),
  'get /api/plans/{id}': saw('plan', 'plan'),
  'get /api/plans/{id}/handout.pdf': printed('plan', 'hand-out'),
  'get /api/plans/{id}/plan.pdf': printed('plan', 'plan sheet'),
  'get /api/people/{id}/plan.ics': exported('person', 'calendar'),
  'get /api/visits/{id}/plan.pdf': printed('visit', 'plan sheet'),
  'get /api/visits/{id}/shoes.pdf': printed('visit', 'change of shoes'),
  'get /api/people/{id}/links': saw('person', 'links'),
  'get /api/people/{id}/in-force': saw('person', 'in force'),
  'post /api/people/{id}/links': shared('person', 'link made'),
  'get /api/people/{id}/plan.html': shared('person', 'plan as a file'),
  'patch /api/links/{id}': shared('link', 'link changed'),
  'delete /api/links/{id}': shared('link', 'link revoked'),
  'get /api/c/plan': saw('token', 'client’s page'),
  'get /api/c/figures': 'nothing',
  'post /api/c/log': changed('token', 'log'),
  'get /api/people/{id}/log': saw('person', 'log'),
  'post /api/people/{id}/log': changed('person', 'log'),
  'post /api/people/{id}/follow-up': decided('person', 'proposal'),
  'get /api/today': saw('nobody', 'Today'),
  'get /api/visits/{id}': saw('visit', 'visit'),
  'patch /api/visits/{id}': changed('visit', 'visit'),
  'get /api/visits/{id}/history': saw('visit', 'history'),
  'post /api/visits/{id}/pictures': changed('visit', 'picture'),
  'get /api/pictures/{id}': flowing(saw('picture', 'picture')),
  'post /api/visits/{id}/recordings': changed('visit', 'recording'),
  'get /api/recordings/{id}': flowing(saw('recording', 'recording')),
  'get /api/devices': 'nothing',
  'post /api/devices/{id}/zero': 'nothing',
  'get /api/devices/{id}/picture': 'nothing',
  'get /api/visits/{id}/handout.pdf': printed('visit', 'hand-out'),
  'get /api/visits/{id}/letter.txt': exported('visit', 'letter'),
  'get /api/visits/{id}/letter.pdf': printed('visit', 'letter'),
  'get /api/visits/{id}/feet.pdf': printed('visit', 'feet'),
  'get /api/visits/{id}/feet.svg': exported('visit', 'feet'),
  'get /api/visits/{id}/background': 'nothing',
  'get /api/visits/{id}/trials': saw('visit', 'trials'),
  'get /api/visits/{id}/shoes/{shoe}/fit.pdf': printed('visit', 'fit of a shoe'),
  'get /api/errors': 'nothing',
  'get /api/errors.csv': 'nothing',
  'get /api/errors/pairs': saw('nobody', 'pairs of trials'),
  'get /api/eye': 'nothing',
  'post /api/eye': 'nothing',
  'patch /api/eye': 'nothing',
  'get /api/insoles': 'nothing',
  'post /api/insoles': 'nothing',
  'delete /api/insoles/{id}': 'nothing',
}
