import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react'
import type { z } from 'zod'
import {
  deviceListSchema,
  deviceSchema,
  frontDoorSchema,
  peopleSchema,
  personSchema,
  sessionSchema,
  todaySchema,
  visitSchema,
  type Device,
  type firstOwnerSchema,
  type FrontDoor,
  type NewPerson,
  type newVisitSchema,
  type personChangeSchema,
  type Person,
  type Session,
  type signInSchema,
  type Today,
  type Visit,
} from '@sturvo/schema'
import { answered } from './answered'
import { csrfHeaders, rememberCsrf } from './csrf'

type Failure = FetchBaseQueryError | { status: 'CUSTOM_ERROR'; error: string }
const plainQuery = fetchBaseQuery({ baseUrl: '/api', prepareHeaders: (headers) => csrfHeaders(headers) })
const query: BaseQueryFn<string | FetchArgs, unknown, Failure> = (args, store, extra) =>
  plainQuery(args, store, extra)

export const ifMatch = (version: number) => ({ 'If-Match': `"${version}"` })

/** Server data lives here and nowhere else; each answer is checked by the contract both sides share. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: query,
  tagTypes: [
    'session',
    'people',
    'practice',
    'devices',
    'errors',
    'eye',
    'insoles',
    'plans',
    'follow',
    'links',
  ],
  endpoints: (build) => ({
    frontDoor: build.query<FrontDoor, void>({
      query: () => 'front-door',
      responseSchema: frontDoorSchema,
    }),
    session: build.query<Session, void>({
      query: () => 'session',
      rawResponseSchema: sessionSchema,
      transformResponse: keepSession,
      providesTags: ['session'],
    }),
    signIn: build.mutation<Session, z.input<typeof signInSchema>>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
      rawResponseSchema: sessionSchema,
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    signInToDemo: build.mutation<Session, void>({
      query: () => ({ url: 'session/demo', method: 'POST' }),
      rawResponseSchema: sessionSchema,
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    createOwner: build.mutation<Session, z.input<typeof firstOwnerSchema>>({
      query: (body) => ({ url: 'owner', method: 'POST', body }),
      rawResponseSchema: sessionSchema,
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    signOut: build.mutation<null, void>({ query: () => ({ url: 'session', method: 'DELETE' }) }),
    signOutEverywhere: build.mutation<null, void>({ query: () => ({ url: 'sessions', method: 'DELETE' }) }),
    today: build.query<Today, void>({
      query: () => 'today',
      responseSchema: todaySchema,
      providesTags: ['people'],
    }),
    /** the first people whom a search finds */
    found: build.query<Person[], string>({
      query: (find) => ({ url: 'people/find', method: 'POST', body: { find } }),
      rawResponseSchema: peopleSchema,
      transformResponse: (raw: z.infer<typeof peopleSchema>) => raw.people,
      providesTags: ['people'],
    }),
    people: build.query<{ people: Person[]; unreadable: string[] }, void>({
      queryFn: async (_arg, _store, _extra, fetchPage) => {
        const all: { people: Person[]; unreadable: string[] } = { people: [], unreadable: [] }
        for (let next: string | null = ''; next !== null;) {
          const page: { data?: unknown; error?: Failure } = await fetchPage(
            `people?after=${encodeURIComponent(next)}`,
          )
          if (page.error) return { error: page.error }
          const parsed = peopleSchema.parse(page.data)
          all.people.push(...parsed.people)
          all.unreadable.push(...parsed.unreadable)
          next = parsed.next
        }
        return { data: all }
      },
      providesTags: ['people'],
    }),
    person: build.query<Person, string>({
      query: (id) => `people/${id}`,
      responseSchema: personSchema,
      providesTags: ['people'],
    }),
    addPerson: build.mutation<Person, NewPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      responseSchema: personSchema,
      invalidatesTags: ['people'],
    }),
    changePerson: build.mutation<
      Person,
      { id: string; version: number; change: z.input<typeof personChangeSchema> }
    >({
      query: ({ id, version, change }) => ({
        url: `people/${id}`,
        method: 'PATCH',
        body: change,
        headers: ifMatch(version),
      }),
      responseSchema: personSchema,
      invalidatesTags: ['people'],
    }),
    beginVisit: build.mutation<Visit, { personId: string } & z.input<typeof newVisitSchema>>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/visits`, method: 'POST', body }),
      responseSchema: answered(visitSchema),
      invalidatesTags: ['people'],
    }),
    devices: build.query<Device[], void>({
      query: () => 'devices',
      rawResponseSchema: deviceListSchema,
      transformResponse: (raw: z.infer<typeof deviceListSchema>) => raw.devices,
      providesTags: ['devices'],
    }),
    zeroDevice: build.mutation<Device, string>({
      query: (id) => ({ url: `devices/${id}/zero`, method: 'POST' }),
      responseSchema: deviceSchema,
      invalidatesTags: ['devices'],
    }),
    visit: build.query<Visit, string>({
      query: (id) => `visits/${id}`,
      responseSchema: answered(visitSchema),
      keepUnusedDataFor: 0,
    }),
  }),
})

function keepSession(session: Session): Session {
  rememberCsrf(session.csrf)
  return session
}

export const {
  useFrontDoorQuery,
  useSessionQuery,
  useSignInMutation,
  useSignInToDemoMutation,
  useCreateOwnerMutation,
  useSignOutMutation,
  useSignOutEverywhereMutation,
  usePeopleQuery,
  useTodayQuery,
  useFoundQuery,
  usePersonQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useBeginVisitMutation,
  useVisitQuery,
  useDevicesQuery,
  useZeroDeviceMutation,
} = api
