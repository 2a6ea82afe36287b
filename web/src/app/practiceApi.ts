import type { z } from 'zod'
import {
  practiceSchema,
  previewSchema,
  type Practice,
  type practiceChangeSchema,
  type ReferenceChanges,
  type ReferencePreview,
} from '@sturvo/schema'
import type { OwnDrill } from '@sturvo/core/training'
import { answered } from './answered'
import { api, ifMatch } from './api'

/** Settings and reference values: their table comes with the rooms that read it, not with the first page. */
const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<Practice, void>({
      query: () => 'practice',
      responseSchema: answered(practiceSchema),
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
      responseSchema: answered(practiceSchema),
      invalidatesTags: ['practice'],
    }),
    keepDrill: build.mutation<Practice, { version: number; drill: OwnDrill }>({
      query: ({ version, drill }) => ({
        url: `practice/drills/${drill.id}`,
        method: 'PUT',
        body: drill,
        headers: ifMatch(version),
      }),
      responseSchema: answered(practiceSchema),
      invalidatesTags: ['practice'],
    }),
    previewReferences: build.mutation<ReferencePreview, ReferenceChanges>({
      query: (references) => ({ url: 'practice/preview', method: 'POST', body: { references } }),
      responseSchema: previewSchema,
    }),
  }),
})

export const {
  usePracticeQuery,
  useChangePracticeMutation,
  useKeepDrillMutation,
  usePreviewReferencesMutation,
} = practiceApi
