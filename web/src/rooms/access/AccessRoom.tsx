import { Button, Group, Select, TextInput, Tooltip, VisuallyHidden } from '@mantine/core'
import { schemaResolver, useForm } from '@mantine/form'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useState } from 'react'
import { z } from 'zod'
import {
  emailSchema,
  factorRules,
  rolesOfAccounts,
  type Access,
  type AccountLine,
  type MadeInvite,
  type Role,
} from '@sturvo/schema'
import { dayAsRead, factorRuleText, roleMayText, roleNameText } from '@sturvo/words'
import { useSessionQuery } from '../../app/api'
import { failureText } from '../../app/failureText'
import { copyText } from '../../app/handOut'
import { useChangePracticeMutation, usePracticeQuery } from '../../app/practiceApi'
import {
  useAccessQuery,
  useChangeAccountMutation,
  useInviteMutation,
  useRevokeInviteMutation,
} from '../../app/trustApi'
import { LoadedPart } from '../../parts/LoadedPart'
import { SessionTable } from '../../parts/SessionTable'
import classes from '../../parts/Trust.module.css'

const say = (error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) })

/** Who may sign in, what each may do, by which lock, and where they are signed in. */
export default function AccessRoom() {
  const access = useAccessQuery()
  return <LoadedPart query={access}>{(data) => <AccessView access={data} />}</LoadedPart>
}

function AccessView({ access }: { access: Access }) {
  const [made, setMade] = useState<MadeInvite>()
  const names = new Map(access.accounts.map(({ id, name }) => [id, name]))
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <div>
          <h1>Access</h1>
          <p className={classes.soft}>Who may sign in here, and what each of them may do.</p>
        </div>
      </header>
      <section className={classes.card} aria-labelledby="people-with-access">
        <h2 id="people-with-access">People with access</h2>
        <div className={classes.scroll} role="region" tabIndex={0} aria-label="People with access, table">
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">E-mail</th>
                <th scope="col">Role</th>
                <th scope="col">Second factor</th>
                <th scope="col">
                  <VisuallyHidden>What can be done</VisuallyHidden>
                </th>
              </tr>
            </thead>
            <tbody>
              {access.accounts.map((line) => (
                <AccountRow key={line.id} line={line} onMade={setMade} />
              ))}
            </tbody>
          </table>
        </div>
        {made && <Told invite={made} onClosed={() => setMade(undefined)} />}
      </section>
      <InviteCard access={access} onMade={setMade} />
      <FactorRule rule={access.factorRule} />
      <section className={classes.card} aria-labelledby="sessions">
        <h2 id="sessions">Signed in now</h2>
        <SessionTable sessions={access.sessions} nameOf={(id) => names.get(id) ?? ''} />
      </section>
    </div>
  )
}

function AccountRow({ line, onMade }: { line: AccountLine; onMade: (made: MadeInvite) => void }) {
  const { data: session } = useSessionQuery()
  const [change, { isLoading }] = useChangeAccountMutation()
  const [invite] = useInviteMutation()
  const isMe = session?.account.id === line.id
  const set = (what: Parameters<typeof change>[0]['change']) =>
    void change({ id: line.id, change: what }).unwrap().catch(say)
  return (
    <tr data-account={line.email} data-off={line.isDisabled}>
      <th scope="row">
        {line.name}
        {isMe ? ' (you)' : ''}
      </th>
      <td>{line.email}</td>
      <td>
        <Tooltip label={roleMayText[line.role]} multiline w={240}>
          <Select
            aria-label={`Role of ${line.name}`}
            w={160}
            value={line.role}
            data={rolesOfAccounts.map((value) => ({ value, label: roleNameText[value] }))}
            onChange={(role) => role && role !== line.role && set({ role: role })}
            allowDeselect={false}
            disabled={line.isDisabled}
          />
        </Tooltip>
      </td>
      <td>{line.isDisabled ? 'shut' : line.hasFactor ? 'yes' : 'no'}</td>
      <td>
        <Group gap={6} justify="flex-end">
          {!line.isDisabled && !isMe && (
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => void invite({ accountId: line.id }).unwrap().then(onMade).catch(say)}
            >
              New password
            </Button>
          )}
          {line.hasFactor && !isMe && (
            <Button
              size="compact-sm"
              variant="default"
              loading={isLoading}
              onClick={() => set({ withoutFactor: true })}
            >
              Lost second factor
            </Button>
          )}
          {!isMe && (
            <Button
              size="compact-sm"
              variant="default"
              loading={isLoading}
              onClick={() => set({ isDisabled: !line.isDisabled })}
            >
              {line.isDisabled ? 'Open again' : 'Shut'}
            </Button>
          )}
        </Group>
      </td>
    </tr>
  )
}

/** The address of an invitation, told this once. */
function Told({ invite, onClosed }: { invite: MadeInvite; onClosed: () => void }) {
  const [isCopied, setCopied] = useState(false)
  return (
    <div role="status" data-told>
      <p>
        {invite.isReset
          ? `${invite.name} chooses a new password with this link`
          : `${invite.name} comes in with this link`}
        ; it opens once, until {dayAsRead(invite.until.slice(0, 10))}, and is shown here only now.
      </p>
      <p className={classes.secret} data-invite-address>
        {invite.address}
      </p>
      <Group gap={8}>
        <Button size="compact-md" onClick={() => void copyText(invite.address).then(() => setCopied(true))}>
          {isCopied ? 'Copied' : 'Copy the link'}
        </Button>
        <Button size="compact-md" variant="default" onClick={onClosed}>
          Done
        </Button>
      </Group>
    </div>
  )
}

const wishSchema = z.object({
  name: z.string().trim().min(1, 'The name is missing.').max(120),
  email: emailSchema,
  role: z.enum(rolesOfAccounts),
})

function InviteCard({ access, onMade }: { access: Access; onMade: (made: MadeInvite) => void }) {
  const [invite, { isLoading }] = useInviteMutation()
  const [revoke] = useRevokeInviteMutation()
  const form = useForm({
    initialValues: { name: '', email: '', role: 'practitioner' as Role },
    validate: schemaResolver(wishSchema, { sync: true }),
  })
  const submit = form.onSubmit((wish) => {
    void invite(wish)
      .unwrap()
      .then((made) => {
        form.reset()
        onMade(made)
      })
      .catch(say)
  })
  return (
    <section className={classes.card} aria-labelledby="invite">
      <h2 id="invite">Invite somebody</h2>
      <form className={classes.filters} onSubmit={submit} noValidate>
        <TextInput label="Name" required {...form.getInputProps('name')} />
        <TextInput label="E-mail" type="email" required {...form.getInputProps('email')} />
        <Select
          label="Role"
          data={rolesOfAccounts.map((value) => ({ value, label: roleNameText[value] }))}
          allowDeselect={false}
          {...form.getInputProps('role')}
        />
        <Button type="submit" loading={isLoading}>
          Make a link
        </Button>
      </form>
      <p className={classes.soft}>
        {roleNameText[form.values.role]}: {roleMayText[form.values.role]}.
      </p>
      {access.invites.length > 0 && (
        <ul>
          {access.invites.map((one) => (
            <li key={one.id} data-open-invite={one.email}>
              {one.name}, {one.isReset ? 'new password' : roleNameText[one.role].toLowerCase()}: open until{' '}
              {dayjs(one.until).format('D MMM, HH:mm')}{' '}
              <Button
                size="compact-xs"
                variant="default"
                onClick={() => void revoke(one.id).unwrap().catch(say)}
              >
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function FactorRule({ rule }: { rule: Access['factorRule'] }) {
  const { data: practice } = usePracticeQuery()
  const { refetch } = useAccessQuery()
  const [change] = useChangePracticeMutation()
  return (
    <section className={classes.card} aria-labelledby="factor-rule">
      <h2 id="factor-rule">Second factor</h2>
      <p className={classes.soft}>
        Beside the password, six digits from an authenticator on one’s own telephone. Everybody sets up their
        own under their name, above on the right.
      </p>
      <Select
        aria-label="Who has to have a second factor"
        w={260}
        value={rule}
        data={factorRules.map((value) => ({ value, label: factorRuleText[value] }))}
        allowDeselect={false}
        onChange={(value) =>
          value &&
          practice &&
          void change({ version: practice.version, change: { factorRule: value } })
            .unwrap()
            .then(() => refetch())
            .catch(say)
        }
      />
    </section>
  )
}
