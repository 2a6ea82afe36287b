import { waitingLineSchema, type LineAnswer } from '@sturvo/schema'
import { answered } from './answered'
import { api } from './api'

const lineApi = api.injectEndpoints({
  endpoints: (build) => ({
    line: build.query<LineAnswer, void>({ query: () => 'line', responseSchema: answered(waitingLineSchema) }),
  }),
})

export const { useLazyLineQuery } = lineApi
