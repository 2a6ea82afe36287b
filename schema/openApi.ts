import { z } from 'zod'
import { errorSchema } from './common'
import { deviceListSchema, deviceSchema } from './device'
import { eyeAnswerSchema, eyeAnswersSchema, eyeChoiceSchema } from './eye'
import {
  clientAnswerSchema,
  clientFiguresSchema,
  followDecisionSchema,
  linkChangeSchema,
  linkSchema,
  inForceSchema,
  linksSchema,
  logAnswerSchema,
  logPostedSchema,
  logPostSchema,
  madeLinkSchema,
  newLinkSchema,
} from './follow'
import { courseSchema } from './course'
import { keptInsoleSchema, keptInsolesSchema } from './insole'
import { backgroundSchema, ownErrorsSchema, takenTrialsSchema, trialPairsSchema } from './repeatability'
import {
  findPeopleSchema,
  newPersonSchema,
  newVisitSchema,
  peopleSchema,
  personChangeSchema,
  personSchema,
} from './person'
import { ownDrillSchema } from './ownDrills'
import { backToPlanSchema, keptPlanSchema, newPlanSchema, planListSchema } from './plan'
import { pictureSchema } from './print'
import { recordingFileSchema } from './recording'
import { firstOwnerSchema, frontDoorSchema, sessionSchema, signInSchema } from './session'
import { practiceChangeSchema, practiceSchema, previewSchema, referenceChangesSchema } from './settings'
import { todaySchema } from './today'
import { parametersOf } from './parameters'
import type { Route } from './route'
import { trustRoutes } from './trustRoutes'
import {
  conflictSchema,
  fieldHistorySchema,
  visitChangesSchema,
  visitSchema,
  visitWrittenSchema,
} from './visit'

/** Papers and plans that wait for their turn: those of who asks, and of everybody else. */
export const waitingLineSchema = z.object({ own: z.number().int(), others: z.number().int() })
export type LineAnswer = z.infer<typeof waitingLineSchema>
const health = z.object({ ok: z.literal(true), version: z.string() })

/** Every route of the API, once. The document and its test are made from this list. */
export const routes: readonly Route[] = [
  ...trustRoutes,
  {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server and its database answer',
    answer: health,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/line',
    summary: 'How many papers and plans of who asks wait for their turn, and of everybody else',
    answer: waitingLineSchema,
    status: 200,
  },
  { method: 'get', path: '/api/openapi.json', summary: 'This document', status: 200 },
  {
    method: 'get',
    path: '/api/front-door',
    summary: 'What to show before sign-in',
    answer: frontDoorSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/owner',
    summary: 'Create the owner of an empty practice',
    body: firstOwnerSchema,
    answer: sessionSchema,
    status: 201,
  },
  { method: 'get', path: '/api/session', summary: 'Who is signed in', answer: sessionSchema, status: 200 },
  {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in',
    body: signInSchema,
    answer: sessionSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/session/demo',
    summary: 'Sign in to the made-up practice',
    answer: sessionSchema,
    status: 201,
  },
  { method: 'delete', path: '/api/session', summary: 'Sign out', status: 204 },
  { method: 'delete', path: '/api/sessions', summary: 'Sign out everywhere', status: 204 },
  {
    method: 'get',
    path: '/api/practice',
    summary: 'Settings and reference values',
    answer: practiceSchema,
    status: 200,
  },
  {
    method: 'patch',
    path: '/api/practice',
    summary: 'Change settings',
    body: practiceChangeSchema,
    answer: practiceSchema,
    status: 200,
  },
  {
    method: 'put',
    path: '/api/practice/drills/{id}',
    summary: 'Keep a drill of the practice’s own, made from one of the library',
    body: ownDrillSchema,
    answer: practiceSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/practice/preview',
    summary: 'Which findings of which clients a change of reference values would move; changes nothing',
    body: z.object({ references: referenceChangesSchema }),
    answer: previewSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/people',
    summary: 'People, by name; ?after= marker of the page before',
    answer: peopleSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/find',
    summary: 'The first people whose name or work has every word of a search',
    body: findPeopleSchema,
    answer: peopleSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/people/{id}/in-force',
    summary: 'What stops everything that would be handed out now, told at whichever visit or in the log',
    answer: inForceSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/people/{id}/links',
    summary: 'Links to the client’s page, the newest first; never their tokens',
    answer: linksSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/{id}/links',
    summary: 'Make a link; its token is told here and nowhere else',
    body: newLinkSchema,
    answer: madeLinkSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/people/{id}/plan.html',
    summary: 'The client’s page as one file, plan and pictures inside; refused while a stop sign is open',
    status: 200,
  },
  {
    method: 'patch',
    path: '/api/links/{id}',
    summary: 'Change the end of a link, or unlock it',
    body: linkChangeSchema,
    answer: linkSchema,
    status: 200,
  },
  { method: 'delete', path: '/api/links/{id}', summary: 'Revoke a link', status: 204 },
  {
    method: 'get',
    path: '/api/c/plan',
    summary: 'The plan of a link (header X-Sturvo-Link, and X-Sturvo-Word where one is set)',
    answer: clientAnswerSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/c/figures',
    summary: 'Pictures of the drills of a link’s plan',
    answer: clientFiguresSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/c/log',
    summary: 'Entries of a client’s log; sent twice they are kept once',
    body: logPostSchema,
    answer: logPostedSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/people/{id}/log',
    summary: 'The log of a person, and what the rules say of it today',
    answer: logAnswerSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/{id}/log',
    summary: 'Key in a paper log',
    body: logPostSchema,
    answer: logPostedSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/{id}/follow-up',
    summary: 'Take a proposal, put it off, or open a stopped plan again',
    body: followDecisionSchema,
    answer: logAnswerSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/today',
    summary: 'Who needs a look, the most urgent first',
    answer: todaySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people',
    summary: 'Add a person',
    body: newPersonSchema,
    answer: personSchema,
    status: 201,
  },
  { method: 'get', path: '/api/people/{id}', summary: 'One person', answer: personSchema, status: 200 },
  {
    method: 'get',
    path: '/api/people/{id}/course',
    summary: 'What the visits of a person say over time, oldest first',
    answer: courseSchema,
    status: 200,
  },
  {
    method: 'patch',
    path: '/api/people/{id}',
    summary: 'Change a person',
    body: personChangeSchema,
    answer: personSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/{id}/visits',
    summary: 'Begin a visit',
    body: newVisitSchema,
    answer: visitSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/people/{id}/plans',
    summary: 'Plans kept for a person, newest first',
    answer: planListSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/people/{id}/plans',
    summary: 'Keep the plan of a visit as the next version; 409 where another was kept meanwhile',
    body: newPlanSchema,
    answer: keptPlanSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/people/{id}/plans/back',
    summary:
      'Take up an earlier version as the next one; 409 while the log asks for less, or where a caution came up since',
    body: backToPlanSchema,
    answer: keptPlanSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/plans/{id}',
    summary: 'One kept plan, byte for byte as it was decided',
    answer: keptPlanSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/plans/{id}/handout.pdf',
    summary: "The client's page of a kept plan, ?paper=a4 or letter",
    status: 200,
  },
  {
    method: 'get',
    path: '/api/plans/{id}/plan.pdf',
    summary: "The practitioner's sheet of a kept plan, ?paper=a4 or letter",
    status: 200,
  },
  {
    method: 'get',
    path: '/api/people/{id}/plan.ics',
    summary:
      "The days of a person's newest plan as a calendar; what an earlier version had and this one has not is cancelled",
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}',
    summary: 'One visit with its fields',
    answer: visitSchema,
    status: 200,
  },
  {
    method: 'patch',
    path: '/api/visits/{id}',
    summary: 'Change fields; merges by field, 409 with both values on a clash',
    body: visitChangesSchema,
    answer: visitWrittenSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}/history',
    summary: 'Every value a field ever had, with who wrote it, ?path=',
    answer: fieldHistorySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/visits/{id}/recordings',
    summary: 'Put in a recording of a mat (text/csv or application/gzip)',
    answer: recordingFileSchema,
    status: 201,
  },
  { method: 'get', path: '/api/recordings/{id}', summary: 'A recording, packed', status: 200 },
  {
    method: 'get',
    path: '/api/devices',
    summary: 'Devices of this machine',
    answer: deviceListSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/devices/{id}/zero',
    summary: 'Take what a device feels now as nothing',
    answer: deviceSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/devices/{id}/picture',
    summary: 'A picture of a device, ?view= ?seed=',
    status: 200,
  },
  {
    method: 'post',
    path: '/api/visits/{id}/pictures',
    summary: 'Put in a picture (multipart, field "picture")',
    answer: pictureSchema,
    status: 201,
  },
  { method: 'get', path: '/api/pictures/{id}', summary: 'A picture, re-encoded as PNG', status: 200 },
  {
    method: 'get',
    path: '/api/visits/{id}/handout.pdf',
    summary: "The client's page, ?paper=a4 or letter",
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}/plan.pdf',
    summary: "The practitioner's sheet of the plan as it is now, ?paper=a4 or letter, ?prices=yes",
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}/shoes.pdf',
    summary: 'The change of shoes on one page, ?paper=a4 or letter; refused while no plan may be made',
    status: 200,
  },
  { method: 'get', path: '/api/visits/{id}/letter.txt', summary: 'The referral letter as text', status: 200 },
  {
    method: 'get',
    path: '/api/visits/{id}/letter.pdf',
    summary: 'The referral letter with its findings, ?paper=a4 or letter',
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}/feet.pdf',
    summary: 'Where the feet stand, ?paper=a4 or letter',
    status: 200,
  },
  { method: 'get', path: '/api/visits/{id}/feet.svg', summary: 'The same as a drawing', status: 200 },
  {
    method: 'get',
    path: '/api/visits/{id}/background',
    summary: 'Errors in force for a visit, and the visit before it',
    answer: backgroundSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/visits/{id}/trials',
    summary: 'Trials of a visit with who took them and when',
    answer: takenTrialsSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/errors',
    summary: 'Own errors of everybody, slips to check, errors between two',
    answer: ownErrorsSchema,
    status: 200,
  },
  { method: 'get', path: '/api/errors.csv', summary: 'Own errors as a table', status: 200 },
  {
    method: 'get',
    path: '/api/errors/pairs',
    summary: 'Pairs behind one row, ?kind, account, second',
    answer: trialPairsSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/eye',
    summary: 'Practice answers of who is signed in',
    answer: eyeAnswersSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/eye',
    summary: 'Keep one practice answer',
    body: eyeAnswerSchema,
    answer: eyeAnswerSchema,
    status: 201,
  },
  {
    method: 'patch',
    path: '/api/eye',
    summary: 'Whether landmark practice counts as own error',
    body: eyeChoiceSchema,
    answer: eyeChoiceSchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/insoles',
    summary: 'Insides of shoes that the practice keeps',
    answer: keptInsolesSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/insoles',
    summary: 'Keep the inside of a shoe for other clients',
    body: keptInsoleSchema,
    answer: keptInsoleSchema,
    status: 201,
  },
  { method: 'delete', path: '/api/insoles/{id}', summary: 'Take a kept inside away', status: 204 },
  {
    method: 'get',
    path: '/api/visits/{id}/shoes/{shoe}/fit.pdf',
    summary: 'Both feet over one shoe at true size, ?paper=a4 or letter',
    status: 200,
  },
]

/** The OpenAPI 3.1 document, made from the Zod contracts. */
export function openApiDocument(version: string): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const route of routes) {
    const errors = {
      description: 'What is wrong, in one sentence',
      content: json(route.method === 'patch' ? z.union([errorSchema, conflictSchema]) : errorSchema),
    }
    paths[route.path] = {
      ...paths[route.path],
      [route.method]: {
        summary: route.summary,
        ...declared(parametersOf(route)),
        ...(route.body ? { requestBody: { required: true, content: json(route.body) } } : {}),
        responses: {
          [route.status]: {
            description: route.summary,
            ...(route.answer ? { content: json(route.answer) } : {}),
          },
          default: errors,
        },
      },
    }
  }
  return { openapi: '3.1.0', info: { title: 'Sturvo', version }, paths }
}

function declared(parameters: ReturnType<typeof parametersOf>): Record<string, unknown> {
  if (parameters.length === 0) return {}
  return { parameters: parameters.map((one) => ({ ...one, schema: shapeOf(one.schema) })) }
}

const shapeOf = (schema: z.ZodType) => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })

function json(schema: z.ZodType): Record<string, unknown> {
  return { 'application/json': { schema: shapeOf(schema) } }
}
