import { keptInsoleSchema, keptInsolesSchema, type KeptInsole } from '@sturvo/schema'
import { api } from './api'

/** Insides of shoes that the practice keeps. */
const shoeApi = api.injectEndpoints({
  endpoints: (build) => ({
    keptInsoles: build.query<{ insoles: KeptInsole[] }, void>({
      query: () => 'insoles',
      responseSchema: keptInsolesSchema,
      providesTags: ['insoles'],
    }),
    keepInsole: build.mutation<KeptInsole, KeptInsole>({
      query: (body) => ({ url: 'insoles', method: 'POST', body }),
      responseSchema: keptInsoleSchema,
      invalidatesTags: ['insoles'],
    }),
    dropInsole: build.mutation<void, string>({
      query: (id) => ({ url: `insoles/${id}`, method: 'DELETE' }),
      invalidatesTags: ['insoles'],
    }),
  }),
})
export const { useKeptInsolesQuery, useKeepInsoleMutation, useDropInsoleMutation } = shoeApi
