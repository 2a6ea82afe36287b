import {
  keptPlanSchema,
  planListSchema,
  type BackToPlan,
  type KeptPlan,
  type NewPlan,
  type PlanLine,
} from '@sturvo/schema'
import { api } from './api'

/** Plans that were kept as decisions. They come with the step that shows them. */
const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    keptPlans: build.query<{ plans: PlanLine[] }, string>({
      query: (personId) => `people/${personId}/plans`,
      responseSchema: planListSchema,
      providesTags: ['plans'],
    }),
    /** what was kept never changes, so it is asked for once */
    keptPlan: build.query<KeptPlan, string>({
      query: (id) => `plans/${id}`,
      responseSchema: keptPlanSchema,
    }),
    keepPlan: build.mutation<KeptPlan, { personId: string } & NewPlan>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/plans`, method: 'POST', body }),
      responseSchema: keptPlanSchema,
      // what waits is over, and Today and the log go by the new version
      invalidatesTags: ['plans', 'follow', 'people'],
    }),
    backToPlan: build.mutation<KeptPlan, { personId: string } & BackToPlan>({
      query: ({ personId, ...body }) => ({ url: `people/${personId}/plans/back`, method: 'POST', body }),
      responseSchema: keptPlanSchema,
      invalidatesTags: ['plans', 'follow', 'people'],
    }),
  }),
})
export const { useKeptPlansQuery, useKeptPlanQuery, useKeepPlanMutation, useBackToPlanMutation } = planApi
