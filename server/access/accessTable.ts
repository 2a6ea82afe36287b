import { routes, type Role } from '@sturvo/schema'

export type RouteAccess = 'everybody' | readonly Role[]

const everyRole = ['owner', 'practitioner', 'assistant'] as const
const owner = ['owner'] as const
const treating = ['owner', 'practitioner'] as const

/**
 * Who may call what: a row for each route of the API contract. A request that matches no row is answered as if there
 * were no such address, so a route without a row cannot be reached. What a role may write inside a visit is in
 * fieldAccess.
 */
export const routeAccess: Readonly<Record<string, RouteAccess>> = {
  'get /api/health': 'everybody',
  'get /api/line': everyRole,
  'get /api/openapi.json': 'everybody',
  'get /api/front-door': 'everybody',
  'post /api/owner': 'everybody',
  'post /api/session': 'everybody',
  'post /api/session/demo': 'everybody',
  'get /api/session': everyRole,
  'delete /api/session': everyRole,
  'delete /api/sessions': everyRole,
  'get /api/access': owner,
  'patch /api/accounts/{id}': owner,
  'post /api/invites': owner,
  'delete /api/invites/{id}': owner,
  // whoever holds an invitation; the route asks for it itself
  'get /api/invite': 'everybody',
  'post /api/invite': 'everybody',
  'get /api/account': everyRole,
  'post /api/account/password': everyRole,
  'post /api/account/factor': everyRole,
  'post /api/account/factor/confirm': everyRole,
  'post /api/account/factor/off': everyRole,
  'delete /api/sessions/{id}': everyRole,
  'get /api/audit': owner,
  'get /api/audit.csv': owner,
  'get /api/people/{id}/audit': treating,
  'get /api/copies': owner,
  'post /api/copies': owner,
  'post /api/copies/trial': owner,
  'get /api/people/{id}/export.zip': treating,
  'get /api/people/{id}/export.json': treating,
  'get /api/people/{id}/fhir.json': treating,
  'get /api/people/{id}/measures.csv': treating,
  'get /api/practice/export.zip': owner,
  'post /api/people/{id}/delete': owner,
  'get /api/retention': owner,
  'post /api/imports': treating,
  'post /api/imports/{id}': treating,
  'post /api/imports/{id}/undo': treating,
  'get /api/practice': everyRole,
  'patch /api/practice': owner,
  'put /api/practice/drills/{id}': ['owner', 'practitioner'],
  'post /api/practice/preview': owner,
  'get /api/people': everyRole,
  'post /api/people/find': everyRole,
  'post /api/people': everyRole,
  'get /api/people/{id}': everyRole,
  'patch /api/people/{id}': everyRole,
  'get /api/people/{id}/course': everyRole,
  'post /api/people/{id}/visits': everyRole,
  'get /api/people/{id}/plans': everyRole,
  'post /api/people/{id}/plans': ['owner', 'practitioner'],
  'post /api/people/{id}/plans/back': ['owner', 'practitioner'],
  'get /api/plans/{id}': everyRole,
  'get /api/plans/{id}/handout.pdf': everyRole,
  'get /api/plans/{id}/plan.pdf': everyRole,
  'get /api/people/{id}/plan.ics': everyRole,
  'get /api/visits/{id}/plan.pdf': everyRole,
  'get /api/visits/{id}/shoes.pdf': everyRole,
  'get /api/people/{id}/links': everyRole,
  'get /api/people/{id}/in-force': everyRole,
  'post /api/people/{id}/links': ['owner', 'practitioner'],
  'get /api/people/{id}/plan.html': ['owner', 'practitioner'],
  'patch /api/links/{id}': ['owner', 'practitioner'],
  'delete /api/links/{id}': ['owner', 'practitioner'],
  // whoever holds a link; the route asks for it itself
  'get /api/c/plan': 'everybody',
  'get /api/c/figures': 'everybody',
  'post /api/c/log': 'everybody',
  'get /api/people/{id}/log': everyRole,
  'post /api/people/{id}/log': everyRole,
  'post /api/people/{id}/follow-up': ['owner', 'practitioner'],
  'get /api/today': everyRole,
  'get /api/visits/{id}': everyRole,
  'patch /api/visits/{id}': everyRole,
  'get /api/visits/{id}/history': everyRole,
  'post /api/visits/{id}/pictures': everyRole,
  'get /api/pictures/{id}': everyRole,
  'post /api/visits/{id}/recordings': everyRole,
  'get /api/recordings/{id}': everyRole,
  'get /api/devices': everyRole,
  'post /api/devices/{id}/zero': everyRole,
  'get /api/devices/{id}/picture': everyRole,
  'get /api/visits/{id}/handout.pdf': everyRole,
  'get /api/visits/{id}/letter.txt': ['owner', 'practitioner'],
  'get /api/visits/{id}/letter.pdf': ['owner', 'practitioner'],
  'get /api/visits/{id}/feet.pdf': everyRole,
  'get /api/visits/{id}/feet.svg': everyRole,
  'get /api/visits/{id}/background': everyRole,
  'get /api/visits/{id}/trials': everyRole,
  'get /api/visits/{id}/shoes/{shoe}/fit.pdf': everyRole,
  'get /api/errors': everyRole,
  'get /api/errors.csv': everyRole,
  'get /api/errors/pairs': everyRole,
  'get /api/eye': everyRole,
  'post /api/eye': everyRole,
  'patch /api/eye': everyRole,
  'get /api/insoles': everyRole,
  'post /api/insoles': everyRole,
  'delete /api/insoles/{id}': ['owner', 'practitioner'],
}

const patterns = routes.map(({ method, path }) => ({
  key: `${method} ${path}`,
  method,
  fits: new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}/?$`),
}))

/** The row of the table that a request falls under; undefined where there is none. */
export function routeKeyOf(method: string, path: string): string | undefined {
  const asked = method.toLowerCase()
  const wanted = asked === 'head' ? 'get' : asked
  return patterns.find((p) => p.method === wanted && p.fits.test(path))?.key
}
