import { Button, Group, Modal, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Deleted, Person, Practice } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { useChangePersonMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import { useDeletePersonMutation, usePersonAuditQuery } from '../../app/trustApi'
import { AuditTable } from '../../parts/AuditTable'
import { LoadedPart } from '../../parts/LoadedPart'
import trust from '../../parts/Trust.module.css'
import classes from './Person.module.css'

const say = (error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) })

/** The record as a thing of its own: consent, everything out, who looked at it, and its end. */
export function RecordCard({
  person,
  practice,
  isOwner,
}: {
  person: Person
  practice: Practice | undefined
  isOwner: boolean
}) {
  const [isAuditOpen, setAuditOpen] = useState(false)
  const [isDeleting, setDeleting] = useState(false)
  return (
    <section className={classes.card} aria-labelledby="record">
      <h2 id="record">Record</h2>
      <Consent person={person} consentText={practice?.consentText ?? ''} />
      <Group gap={8} data-exports>
        <Out person={person.id} file="export.zip" name="Everything (.zip)" />
        <Out person={person.id} file="fhir.json" name="FHIR" />
        <Out person={person.id} file="measures.csv" name="Measures (.csv)" />
        <Button variant="default" aria-expanded={isAuditOpen} onClick={() => setAuditOpen(!isAuditOpen)}>
          Who looked at it
        </Button>
        {isOwner && (
          <Button variant="default" color="oxide" onClick={() => setDeleting(true)}>
            Delete for good
          </Button>
        )}
      </Group>
      {isAuditOpen && <PersonAudit person={person.id} />}
      {isDeleting && <DeleteDialog person={person} onClosed={() => setDeleting(false)} />}
    </section>
  )
}

function Out({ person, file, name }: { person: string; file: string; name: string }) {
  return (
    <Button component="a" href={`/api/people/${person}/${file}`} variant="default" download>
      {name}
    </Button>
  )
}

function Consent({ person, consentText }: { person: Person; consentText: string }) {
  const [change, { isLoading }] = useChangePersonMutation()
  const set = (to: { consentOn: string | null; consentText: string }) =>
    void change({ id: person.id, version: person.version, change: to }).unwrap().catch(say)
  if (person.consentOn !== null)
    return (
      <div data-consent="given">
        <p>Agreed on {dayAsRead(person.consentOn)} to what is kept.</p>
        {person.consentText !== '' && <p className={classes.soft}>“{person.consentText}”</p>}
        <Button
          size="compact-sm"
          variant="default"
          loading={isLoading}
          onClick={() => set({ consentOn: null, consentText: '' })}
        >
          Taken back
        </Button>
      </div>
    )
  return (
    <div data-consent="open">
      <p>Nobody has written down yet that this client agreed to what is kept.</p>
      {consentText === '' ? (
        <p className={classes.soft}>What clients agree to is written in Practice.</p>
      ) : (
        <p className={classes.soft}>“{consentText}”</p>
      )}
      <Button
        size="compact-sm"
        variant="default"
        loading={isLoading}
        onClick={() => set({ consentOn: dayjs().format('YYYY-MM-DD'), consentText })}
      >
        Agreed today
      </Button>
    </div>
  )
}

function PersonAudit({ person }: { person: string }) {
  const [before, setBefore] = useState<number>()
  const audit = usePersonAuditQuery(before === undefined ? { person } : { person, before })
  return (
    <LoadedPart query={audit}>
      {({ lines, next }) => (
        <>
          <AuditTable lines={lines} ofOne />
          <Group gap={8}>
            {before !== undefined && (
              <Button size="compact-sm" variant="default" onClick={() => setBefore(undefined)}>
                Newest
              </Button>
            )}
            {next !== null && (
              <Button size="compact-sm" variant="default" onClick={() => setBefore(next)}>
                Older
              </Button>
            )}
          </Group>
        </>
      )}
    </LoadedPart>
  )
}

/** Asked with the name, because nothing brings it back; afterwards it says which copies still hold it. */
function DeleteDialog({ person, onClosed }: { person: Person; onClosed: () => void }) {
  const [remove, { isLoading, error }] = useDeletePersonMutation()
  const [name, setName] = useState('')
  const [gone, setGone] = useState<Deleted>()
  const navigate = useNavigate()
  const leave = () => void navigate('/people', { replace: true })
  return (
    <Modal
      opened
      onClose={gone ? leave : onClosed}
      title={gone ? 'Deleted' : `Delete ${person.name} for good`}
    >
      {gone ? (
        <div className={trust.room} style={{ padding: 0 }} data-deleted>
          <p>
            {gone.rows} rows and {gone.files} pictures and recordings are gone; a line in the audit stays,
            without the name.
          </p>
          {!gone.isPacked && (
            <p data-unpacked>
              Another program held the file of the practice just now: parts of the record may lie in its log
              until Sturvo is next ended.
            </p>
          )}
          {gone.copies.length > 0 ? (
            <>
              <p>These copies still hold the record until they are rotated out or taken away:</p>
              <ul>
                {gone.copies.map((copy) => (
                  <li key={copy.name}>{dayAsRead(copy.madeAt.slice(0, 10))}</li>
                ))}
              </ul>
            </>
          ) : (
            <p>No copy holds it.</p>
          )}
          {gone.replica !== null && (
            <p>
              {gone.replica.isEmptied
                ? `The replica in ${gone.replica.to} holds no picture or recording of theirs any more.`
                : `Their pictures and recordings could not be taken out of the replica in ${gone.replica.to}: take them away there.`}{' '}
              Earlier states of the records stay there for as long as that place keeps them.
            </p>
          )}
          <Button onClick={leave}>To People</Button>
        </div>
      ) : (
        <form
          className={trust.room}
          style={{ padding: 0 }}
          onSubmit={(event) => {
            event.preventDefault()
            void remove({ id: person.id, name })
              .unwrap()
              .then(setGone, () => undefined)
          }}
        >
          <p>
            Visits, measures, pictures, plans, the log and links of this client go, and nothing brings them
            back. Take everything out first if anybody may ask for it.
          </p>
          <TextInput
            label={`Type the name to go on: ${person.name}`}
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
            autoComplete="off"
          />
          {error && <p role="alert">{failureText(error)}</p>}
          <Group gap={8}>
            <Button
              type="submit"
              color="oxide"
              loading={isLoading}
              disabled={name.trim().toLowerCase() !== person.name.trim().toLowerCase()}
            >
              Delete for good
            </Button>
            <Button variant="default" onClick={onClosed}>
              Keep it
            </Button>
          </Group>
        </form>
      )}
    </Modal>
  )
}
