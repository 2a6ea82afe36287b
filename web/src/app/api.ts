import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react'
import type { z } from 'zod'
import {
  backgroundSchema,
  deviceListSchema,
  deviceSchema,
  eyeAnswerSchema,
  eyeAnswersSchema,
  eyeChoiceSchema,
  frontDoorSchema,
  ownErrorsSchema,
  peopleSchema,
  personSchema,
  practiceSchema,
  previewSchema,
  sessionSchema,
  takenTrialsSchema,
  trialPairsSchema,
  visitSchema,
  type Device,
  type EyeAnswer,
  type EyeAnswers,
  type firstOwnerSchema,
  type FrontDoor,
  type NewPerson,
  type OwnErrors,
  type pairsQuerySchema,
  type newVisitSchema,
  type personChangeSchema,
  type Person,
  type Practice,
  type practiceChangeSchema,
  type ReferenceChanges,
  type ReferencePreview,
  type Session,
  type signInSchema,
  type TakenTrials,
  type TrialPairs,
  type Visit,
  type VisitBackground,
} from '@sturvo/schema'
import { csrfHeaders, rememberCsrf } from './csrf'

type Failure = FetchBaseQueryError | { status: 'CUSTOM_ERROR'; error: string }
const plainQuery = fetchBaseQuery({ baseUrl: '/api', prepareHeaders: (headers) => csrfHeaders(headers) })
const query: BaseQueryFn<string | FetchArgs, unknown, Failure> = (args, store, extra) =>
  plainQuery(args, store, extra)

const ifMatch = (version: number) => ({ 'If-Match': `"${version}"` })

/** Server data lives here and nowhere else; each answer is checked by the contract both sides share. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: query,
  tagTypes: ['session', 'people', 'practice', 'devices', 'errors', 'eye'],
  endpoints: (build) => ({
    frontDoor: build.query<FrontDoor, void>({
      query: () => 'front-door',
      transformResponse: (raw) => frontDoorSchema.parse(raw),
    }),
    session: build.query<Session, void>({
      query: () => 'session',
      transformResponse: keepSession,
      providesTags: ['session'],
    }),
    signIn: build.mutation<Session, z.input<typeof signInSchema>>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    signInToDemo: build.mutation<Session, void>({
      query: () => ({ url: 'session/demo', method: 'POST' }),
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    createOwner: build.mutation<Session, z.input<typeof firstOwnerSchema>>({
      query: (body) => ({ url: 'owner', method: 'POST', body }),
      transformResponse: keepSession,
      invalidatesTags: ['session'],
    }),
    signOut: build.mutation<null, void>({ query: () => ({ url: 'session', method: 'DELETE' }) }),
    practice: build.query<Practice, void>({
      query: () => 'practice',
      transformResponse: (raw) => practiceSchema.parse(raw),
      providesTags: ['practice'],
    }),
    changePractice: build.mutation<
      Practice,
      { version: number; change: z.input<typeof practiceChangeSchema> }
    >({
      query: ({ version, change }) => ({
        url: 'practice',
        method: 'PATCH',
        body: change,
        headers: ifMatch(version),
      }),
      transformResponse: (raw) => practiceSchema.parse(raw),
      invalidatesTags: ['practice'],
    }),
    previewReferences: build.mutation<ReferencePreview, ReferenceChanges>({
      query: (references) => ({ url: 'practice/preview', method: 'POST', body: { references } }),
      transformResponse: (raw) => previewSchema.parse(raw),
    }),
    people: build.query<Person[], void>({
      queryFn: async (_arg, _store, _extra, fetchPage) => {
        const all: Person[] = []
        for (let next: string | null = ''; next !== null;) {
          const page: { data?: unknown; error?: Failure } = await fetchPage(
            `people?after=${encodeURIComponent(next)}`,
          )
          if (page.error) return { error: page.error }
          const parsed = peopleSchema.parse(page.data)
          all.push(...parsed.people)
          next = parsed.next
        }
        return { data: all }
      },
      providesTags: ['people'],
    }),
    person: build.query<Person, string>({
      query: (id) => `people/${id}`,
      transformResponse: (raw) => personSchema.parse(raw),
      providesTags: ['people'],
    }),
    addPerson: build.mutation<Person, NewPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      transformResponse: (raw) => personSchema.parse(raw),
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
      transformResponse: (raw) => personSchema.parse(raw),
      invalidatesTags: ['people'],
    }),
    beginVisit: build.mutation<Visit, { personId: string } & z.input<typeof newVisitSchema>>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/visits`, method: 'POST', body }),
      transformResponse: (raw) => visitSchema.parse(raw),
      invalidatesTags: ['people'],
    }),
    devices: build.query<Device[], void>({
      query: () => 'devices',
      transformResponse: (raw) => deviceListSchema.parse(raw).devices,
      providesTags: ['devices'],
    }),
    zeroDevice: build.mutation<Device, string>({
      query: (id) => ({ url: `devices/${id}/zero`, method: 'POST' }),
      transformResponse: (raw) => deviceSchema.parse(raw),
      invalidatesTags: ['devices'],
    }),
    ownErrors: build.query<OwnErrors, void>({
      query: () => 'errors',
      transformResponse: (raw) => ownErrorsSchema.parse(raw),
      providesTags: ['errors'],
    }),
    trialPairs: build.query<TrialPairs, z.input<typeof pairsQuerySchema>>({
      query: (params) => ({ url: 'errors/pairs', params }),
      transformResponse: (raw) => trialPairsSchema.parse(raw),
      providesTags: ['errors'],
    }),
    background: build.query<VisitBackground, string>({
      query: (id) => `visits/${id}/background`,
      transformResponse: (raw) => backgroundSchema.parse(raw),
      providesTags: ['errors'],
    }),
    takenTrials: build.query<TakenTrials, string>({
      query: (id) => `visits/${id}/trials`,
      transformResponse: (raw) => takenTrialsSchema.parse(raw),
      keepUnusedDataFor: 0,
    }),
    eye: build.query<EyeAnswers, void>({
      query: () => 'eye',
      transformResponse: (raw) => eyeAnswersSchema.parse(raw),
      providesTags: ['eye'],
    }),
    answerEye: build.mutation<EyeAnswer, EyeAnswer>({
      query: (body) => ({ url: 'eye', method: 'POST', body }),
      transformResponse: (raw) => eyeAnswerSchema.parse(raw),
      invalidatesTags: ['eye', 'errors'],
    }),
    chooseEye: build.mutation<{ countsAsOwn: boolean }, { countsAsOwn: boolean }>({
      query: (body) => ({ url: 'eye', method: 'PATCH', body }),
      transformResponse: (raw) => eyeChoiceSchema.parse(raw),
      invalidatesTags: ['eye', 'errors'],
    }),
    visit: build.query<Visit, string>({
      query: (id) => `visits/${id}`,
      transformResponse: (raw) => visitSchema.parse(raw),
      keepUnusedDataFor: 0,
    }),
  }),
})

function keepSession(raw: unknown): Session {
  const session = sessionSchema.parse(raw)
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
  usePreviewReferencesMutation,
  usePracticeQuery,
  useChangePracticeMutation,
  usePeopleQuery,
  usePersonQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useBeginVisitMutation,
  useVisitQuery,
  useOwnErrorsQuery,
  useTrialPairsQuery,
  useBackgroundQuery,
  useTakenTrialsQuery,
  useEyeQuery,
  useAnswerEyeMutation,
  useChooseEyeMutation,
  useDevicesQuery,
  useZeroDeviceMutation,
} = api
