import type { z } from 'zod'
import {
  backgroundSchema,
  eyeAnswerSchema,
  eyeAnswersSchema,
  eyeChoiceSchema,
  ownErrorsSchema,
  takenTrialsSchema,
  trialPairsSchema,
  type EyeAnswer,
  type EyeAnswers,
  type OwnErrors,
  type pairsQuerySchema,
  type TakenTrials,
  type TrialPairs,
  type VisitBackground,
} from '@sturvo/schema'
import { answered } from './answered'
import { api } from './api'

/** Own error and eye practice: comes with the rooms that ask for it, not with the first page. */
const errorApi = api.injectEndpoints({
  endpoints: (build) => ({
    ownErrors: build.query<OwnErrors, void>({
      query: () => 'errors',
      responseSchema: ownErrorsSchema,
      providesTags: ['errors'],
    }),
    trialPairs: build.query<TrialPairs, z.input<typeof pairsQuerySchema>>({
      query: (params) => ({ url: 'errors/pairs', params }),
      responseSchema: trialPairsSchema,
      providesTags: ['errors'],
    }),
    background: build.query<VisitBackground, string>({
      query: (id) => `visits/${id}/background`,
      responseSchema: answered(backgroundSchema),
      providesTags: ['errors'],
    }),
    takenTrials: build.query<TakenTrials, string>({
      query: (id) => `visits/${id}/trials`,
      responseSchema: takenTrialsSchema,
      keepUnusedDataFor: 0,
    }),
    eye: build.query<EyeAnswers, void>({
      query: () => 'eye',
      responseSchema: answered(eyeAnswersSchema),
      providesTags: ['eye'],
    }),
    answerEye: build.mutation<EyeAnswer, EyeAnswer>({
      query: (body) => ({ url: 'eye', method: 'POST', body }),
      responseSchema: answered(eyeAnswerSchema),
      invalidatesTags: ['eye', 'errors'],
    }),
    chooseEye: build.mutation<{ countsAsOwn: boolean }, { countsAsOwn: boolean }>({
      query: (body) => ({ url: 'eye', method: 'PATCH', body }),
      responseSchema: eyeChoiceSchema,
      invalidatesTags: ['eye', 'errors'],
    }),
  }),
})

export const {
  useOwnErrorsQuery,
  useTrialPairsQuery,
  useBackgroundQuery,
  useTakenTrialsQuery,
  useEyeQuery,
  useAnswerEyeMutation,
  useChooseEyeMutation,
} = errorApi
