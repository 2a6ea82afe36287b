import { Button, Group, Modal } from '@mantine/core'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import { keyOf, type KeptEdit } from '../outbox/edit'
import { outbox } from '../outbox/outbox'
import { selectOutbox } from '../outbox/visitSlice'
import { fieldName } from '@sturvo/words'
import { shownValue } from '../rooms/visit/shownValue'
import classes from './OutboxPanel.module.css'
import { useAppSelector } from './store'

/** Everything typed that is not written, and what can be done about it. */
export function OutboxPanel({ onClosed }: { onClosed: () => void }) {
  const { save, waiting, troubled, ofOthers } = useAppSelector(selectOutbox)
  const refused = troubled.filter((edit) => edit.obstacle?.kind === 'refused')
  const gone = troubled.filter((edit) => edit.obstacle?.kind === 'gone')
  return (
    <Modal opened onClose={onClosed} title="What is stored" size="lg">
      {save === 'saved' && <p>Everything you entered is stored.</p>}
      {waiting > troubled.length && (
        <p>
          {waiting - troubled.length} {waiting - troubled.length === 1 ? 'entry waits' : 'entries wait'} to be
          sent.{' '}
          {save === 'memoryOnly'
            ? 'Leave this page open until all is sent.'
            : 'Nothing of it is lost: it is kept in this browser.'}
        </p>
      )}
      {refused.length > 0 && (
        <section className={classes.part} aria-label="Not stored">
          <h2>Not stored</h2>
          <ul>
            {refused.map((edit) => (
              <Trouble key={keyOf(edit)} edit={edit} />
            ))}
          </ul>
          <p className={classes.soft}>Enter another value in the field, and it is sent anew.</p>
        </section>
      )}
      {gone.length > 0 && (
        <KeptPart
          title="The visit is not there any more"
          why="It was deleted, or its person was. What you entered can be kept as a file."
          edits={gone}
        />
      )}
      {ofOthers.length > 0 && (
        <KeptPart
          title="Entered under another account"
          why="These entries are sent when the one who made them signs in here, and under nobody else's name."
          edits={ofOthers}
        />
      )}
    </Modal>
  )
}

function Trouble({ edit }: { edit: KeptEdit }) {
  return (
    <li>
      <strong>{fieldName(edit.path)}</strong>: {shownValue(edit.value)}
      <p>{edit.obstacle && 'message' in edit.obstacle ? edit.obstacle.message : ''}</p>
      <Group gap="xs">
        <Button size="xs" variant="default" component={Link} to={`/visit/${edit.visitId}`}>
          To the visit
        </Button>
        <Button size="xs" variant="subtle" color="gray" onClick={() => outbox.drop(keyOf(edit))}>
          Give this entry up
        </Button>
      </Group>
    </li>
  )
}

function KeptPart({ title, why, edits }: { title: string; why: string; edits: readonly KeptEdit[] }) {
  return (
    <section className={classes.part} aria-label={title}>
      <h2>{title}</h2>
      <p>{why}</p>
      <ul>
        {edits.map((edit) => (
          <li key={keyOf(edit)}>
            <strong>{fieldName(edit.path)}</strong>: {shownValue(edit.value)}
          </li>
        ))}
      </ul>
      <Group gap="xs">
        <Button size="xs" onClick={() => saveAsFile(edits)}>
          Keep as a file
        </Button>
        <Button
          size="xs"
          variant="subtle"
          color="gray"
          onClick={() => edits.forEach((edit) => outbox.drop(keyOf(edit)))}
        >
          Give them up
        </Button>
      </Group>
    </section>
  )
}

/** The entries as they were typed, in the shape in which the API takes them. */
function saveAsFile(edits: readonly KeptEdit[]): void {
  const text = JSON.stringify(
    edits.map(({ visitId, path, value, base, at }) => ({
      visitId,
      path,
      value,
      base,
      at: dayjs(at).toISOString(),
    })),
    null,
    2,
  )
  const url = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = 'sturvo-entries.json'
  link.click()
  URL.revokeObjectURL(url)
}
