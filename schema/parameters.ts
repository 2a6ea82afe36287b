import { z } from 'zod'
import { daySchema, idSchema } from './common'
import type { Route } from './route'
import { pairsQuerySchema } from './repeatability'
import { auditActions } from './audit'

/** What a route asks for besides its body. */
type Parameter = { name: string; in: 'path' | 'query' | 'header'; required: boolean; schema: z.ZodType }

const keyOf = ({ method, path }: Pick<Route, 'method' | 'path'>) => `${method} ${path}`

const paper = { paper: z.enum(['a4', 'letter']).optional() }
const lines = {
  person: idSchema.optional(),
  actor: z.string().max(80).optional(),
  action: z.enum(auditActions).optional(),
  from: daySchema.optional(),
  to: daySchema.optional(),
  before: z.coerce.number().int().positive().optional(),
}
// one shape for the document and for whoever reads the request
export const auditQuerySchema = z.object(lines)

export const pictureQuerySchema = z.object({
  seed: z.coerce.number().int().min(1).max(1_000_000).default(1),
  view: z.string().max(40).default('top'),
})
export const historyQuerySchema = z.object({ path: z.string().max(120).optional() })

const queries: Readonly<Record<string, z.ZodRawShape>> = {
  'get /api/people': { after: z.string().optional() },
  'get /api/audit': lines,
  'get /api/audit.csv': lines,
  'get /api/people/{id}/audit': lines,
  'get /api/errors/pairs': pairsQuerySchema.shape,
  'get /api/devices/{id}/picture': pictureQuerySchema.shape,
  'get /api/visits/{id}/history': historyQuerySchema.shape,
  'get /api/visits/{id}/handout.pdf': paper,
  'get /api/visits/{id}/plan.pdf': { ...paper, prices: z.literal('yes').optional() },
  'get /api/visits/{id}/shoes.pdf': paper,
  'get /api/visits/{id}/letter.pdf': paper,
  'get /api/visits/{id}/feet.pdf': paper,
  'get /api/visits/{id}/feet.svg': paper,
  'get /api/visits/{id}/shoes/{shoe}/fit.pdf': paper,
  'get /api/plans/{id}/handout.pdf': paper,
  'get /api/plans/{id}/plan.pdf': paper,
}

/** Writes that are refused without the version the writer knew. */
const versioned = [
  'patch /api/practice',
  'put /api/practice/drills/{id}',
  'patch /api/people/{id}',
  'patch /api/visits/{id}',
]

/** Writes of somebody who is not signed in, so without the token of a session. */
const withoutSession = ['post /api/owner', 'post /api/session', 'post /api/session/demo', 'post /api/invite']

const header = (name: string, required: boolean): Parameter => ({
  name,
  in: 'header',
  required,
  schema: z.string(),
})

function headersOf(route: Route): Parameter[] {
  const key = keyOf(route)
  if (route.path.startsWith('/api/c/'))
    return [header('x-sturvo-link', true), header('x-sturvo-word', false), header('x-sturvo-pass', false)]
  return [
    ...(route.path === '/api/invite' ? [header('x-sturvo-invite', true)] : []),
    ...(route.method === 'get' || withoutSession.includes(key) ? [] : [header('x-sturvo-csrf', true)]),
    ...(versioned.includes(key) ? [header('if-match', true)] : []),
  ]
}

/** Everything a route asks for besides its body: in its address, behind it, and in its headers. */
export function parametersOf(route: Route): Parameter[] {
  return [
    ...[...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name: name!,
      in: 'path' as const,
      required: true,
      schema: z.string(),
    })),
    ...Object.entries(queries[keyOf(route)] ?? {}).map(([name, schema]) => ({
      name,
      in: 'query' as const,
      required: !(schema as z.ZodType).safeParse(undefined).success,
      schema: schema as z.ZodType,
    })),
    ...headersOf(route),
  ]
}
