import type { z } from 'zod'
import {
  accessSchema,
  accountLineSchema,
  auditPageSchema,
  copiesSchema,
  copyRunSchema,
  deletedSchema,
  factorBegunSchema,
  importDoneSchema,
  type importChoicesSchema,
  importPreviewSchema,
  inviteSchema,
  madeInviteSchema,
  ownAccountSchema,
  recoveryCodesSchema,
  retentionSchema,
  type Access,
  type accountChangeSchema,
  type AccountLine,
  type AuditPage,
  type Copies,
  type CopyRun,
  type Deleted,
  type FactorBegun,
  type ImportDone,
  type ImportPreview,
  type Invite,
  type MadeInvite,
  type newInviteSchema,
  type OwnAccount,
  type RecoveryCodes,
  type Retention,
} from '@sturvo/schema'
import { api } from './api'

export type AuditWish = {
  person?: string
  actor?: string
  action?: string
  from?: string
  to?: string
  before?: number
}
const withToken = (token: string) => ({ 'x-sturvo-invite': token })

/** Accounts, audit, copies, privacy, files in: it comes with the rooms that need it. */
const trustApi = api.enhanceEndpoints({ addTagTypes: ['access', 'account', 'copies'] }).injectEndpoints({
  endpoints: (build) => ({
    access: build.query<Access, void>({
      query: () => 'access',
      responseSchema: accessSchema,
      providesTags: ['access'],
    }),
    changeAccount: build.mutation<AccountLine, { id: string; change: z.input<typeof accountChangeSchema> }>({
      query: ({ id, change }) => ({ url: `accounts/${id}`, method: 'PATCH', body: change }),
      responseSchema: accountLineSchema,
      invalidatesTags: ['access'],
    }),
    invite: build.mutation<MadeInvite, z.input<typeof newInviteSchema>>({
      query: (body) => ({ url: 'invites', method: 'POST', body }),
      responseSchema: madeInviteSchema,
      invalidatesTags: ['access'],
    }),
    revokeInvite: build.mutation<null, string>({
      query: (id) => ({ url: `invites/${id}`, method: 'DELETE' }),
      invalidatesTags: ['access'],
    }),
    openInvite: build.query<Invite, string>({
      query: (token) => ({ url: 'invite', headers: withToken(token) }),
      responseSchema: inviteSchema,
      keepUnusedDataFor: 0,
    }),
    acceptInvite: build.mutation<{ email: string }, { token: string; password: string }>({
      query: ({ token, password }) => ({
        url: 'invite',
        method: 'POST',
        headers: withToken(token),
        body: { password },
      }),
    }),
    endSession: build.mutation<null, string>({
      query: (id) => ({ url: `sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['access', 'account'],
    }),
    account: build.query<OwnAccount, void>({
      query: () => 'account',
      responseSchema: ownAccountSchema,
      providesTags: ['account'],
    }),
    changePassword: build.mutation<null, { current: string; password: string }>({
      query: (body) => ({ url: 'account/password', method: 'POST', body }),
      invalidatesTags: ['account'],
    }),
    beginFactor: build.mutation<FactorBegun, { password: string }>({
      query: (body) => ({ url: 'account/factor', method: 'POST', body }),
      responseSchema: factorBegunSchema,
    }),
    confirmFactor: build.mutation<RecoveryCodes, { code: string }>({
      query: (body) => ({ url: 'account/factor/confirm', method: 'POST', body }),
      responseSchema: recoveryCodesSchema,
      invalidatesTags: ['account'],
    }),
    factorOff: build.mutation<null, { code: string }>({
      query: (body) => ({ url: 'account/factor/off', method: 'POST', body }),
      invalidatesTags: ['account'],
    }),
    audit: build.query<AuditPage, AuditWish>({
      query: (params) => ({ url: 'audit', params }),
      responseSchema: auditPageSchema,
      keepUnusedDataFor: 0,
    }),
    personAudit: build.query<AuditPage, { person: string; before?: number }>({
      query: ({ person, before }) => ({ url: `people/${person}/audit`, params: { before } }),
      responseSchema: auditPageSchema,
      keepUnusedDataFor: 0,
    }),
    copies: build.query<Copies, void>({
      query: () => 'copies',
      responseSchema: copiesSchema,
      providesTags: ['copies'],
    }),
    makeCopy: build.mutation<CopyRun, void>({
      query: () => ({ url: 'copies', method: 'POST' }),
      responseSchema: copyRunSchema,
      invalidatesTags: ['copies'],
    }),
    tryCopy: build.mutation<CopyRun, void>({
      query: () => ({ url: 'copies/trial', method: 'POST' }),
      responseSchema: copyRunSchema,
      invalidatesTags: ['copies'],
    }),
    retention: build.query<Retention, void>({
      query: () => 'retention',
      responseSchema: retentionSchema,
      keepUnusedDataFor: 0,
    }),
    deletePerson: build.mutation<Deleted, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `people/${id}/delete`, method: 'POST', body: { name } }),
      responseSchema: deletedSchema,
    }),
    lookAtFile: build.mutation<ImportPreview, File>({
      query: (file) => {
        const body = new FormData()
        body.append('file', file)
        return { url: 'imports', method: 'POST', body }
      },
      responseSchema: importPreviewSchema,
    }),
    takeFileIn: build.mutation<ImportDone, { id: string } & z.input<typeof importChoicesSchema>>({
      query: ({ id, ...body }) => ({ url: `imports/${id}`, method: 'POST', body }),
      responseSchema: importDoneSchema,
      invalidatesTags: ['people', 'practice', 'plans', 'follow'],
    }),
    undoImport: build.mutation<ImportDone, string>({
      query: (id) => ({ url: `imports/${id}/undo`, method: 'POST' }),
      responseSchema: importDoneSchema,
      invalidatesTags: ['people', 'practice', 'plans', 'follow'],
    }),
  }),
})

/** ms; a place that is full is told within the minute */
export const copiesAgainMs = 20_000

export const {
  useAccessQuery,
  useChangeAccountMutation,
  useInviteMutation,
  useRevokeInviteMutation,
  useOpenInviteQuery,
  useAcceptInviteMutation,
  useEndSessionMutation,
  useAccountQuery,
  useChangePasswordMutation,
  useBeginFactorMutation,
  useConfirmFactorMutation,
  useFactorOffMutation,
  useAuditQuery,
  usePersonAuditQuery,
  useCopiesQuery,
  useMakeCopyMutation,
  useTryCopyMutation,
  useRetentionQuery,
  useDeletePersonMutation,
  useLookAtFileMutation,
  useTakeFileInMutation,
  useUndoImportMutation,
} = trustApi
