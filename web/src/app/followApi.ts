import {
  courseSchema,
  linkSchema,
  inForceSchema,
  linksSchema,
  logAnswerSchema,
  logPostedSchema,
  madeLinkSchema,
  type ClientLink,
  type InForceAnswer,
  type Course,
  type FollowDecision,
  type LogAnswer,
  type LogEntryAnswer,
  type LogPosted,
  type MadeLink,
  type NewLink,
} from '@sturvo/schema'
import { api } from './api'

/** What happens between visits: the log, what is decided about it, and the links to the client's page. */
const followApi = api.injectEndpoints({
  endpoints: (build) => ({
    log: build.query<LogAnswer, string>({
      query: (personId) => `people/${personId}/log`,
      responseSchema: logAnswerSchema,
      providesTags: ['follow'],
    }),
    course: build.query<Course, string>({
      query: (personId) => `people/${personId}/course`,
      responseSchema: courseSchema,
      providesTags: ['people'],
      // the open visit writes on by itself: what is shown here is asked for each time
      keepUnusedDataFor: 0,
    }),
    keyLog: build.mutation<LogPosted, { personId: string; entries: LogEntryAnswer[] }>({
      query: ({ personId, entries }) => ({
        url: `people/${personId}/log`,
        method: 'POST',
        body: { entries, sentAt: new Date().toISOString() },
      }),
      responseSchema: logPostedSchema,
      invalidatesTags: ['follow', 'people'],
    }),
    decide: build.mutation<LogAnswer, { personId: string; decision: FollowDecision }>({
      query: ({ personId, decision }) => ({
        url: `people/${personId}/follow-up`,
        method: 'POST',
        body: decision,
      }),
      responseSchema: logAnswerSchema,
      invalidatesTags: ['follow', 'plans', 'people'],
    }),
    inForce: build.query<InForceAnswer, string>({
      query: (personId) => `people/${personId}/in-force`,
      responseSchema: inForceSchema,
      providesTags: ['follow'],
    }),
    links: build.query<{ links: ClientLink[] }, string>({
      query: (personId) => `people/${personId}/links`,
      responseSchema: linksSchema,
      providesTags: ['links'],
    }),
    makeLink: build.mutation<MadeLink, { personId: string } & NewLink>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/links`, method: 'POST', body }),
      responseSchema: madeLinkSchema,
      invalidatesTags: ['links', 'people'],
    }),
    changeLink: build.mutation<ClientLink, { id: string; until?: string; unlock?: true }>({
      query: ({ id, ...body }) => ({ url: `links/${id}`, method: 'PATCH', body }),
      responseSchema: linkSchema,
      invalidatesTags: ['links', 'people'],
    }),
    revokeLink: build.mutation<void, string>({
      query: (id) => ({ url: `links/${id}`, method: 'DELETE' }),
      invalidatesTags: ['links', 'people'],
    }),
  }),
})
export const {
  useCourseQuery,
  useLogQuery,
  useKeyLogMutation,
  useDecideMutation,
  useInForceQuery,
  useLinksQuery,
  useMakeLinkMutation,
  useChangeLinkMutation,
  useRevokeLinkMutation,
} = followApi
