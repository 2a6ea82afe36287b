import { ActionIcon, Tooltip, UnstyledButton } from '@mantine/core'
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react'
import { useEffect, useState } from 'react'
import type { SaveState } from '../outbox/outboxMachine'
import {
  redone,
  selectCanRedo,
  selectCanUndo,
  selectOutbox,
  selectVisit,
  undone,
  type OutboxView,
} from '../outbox/visitSlice'
import { OutboxPanel } from './OutboxPanel'
import { useAppDispatch, useAppSelector } from './store'

const fetchedAfterMs = 2000

const help: Record<SaveState, string> = {
  looking: 'What was typed here before and not sent is being looked for.',
  saved: 'Everything is stored.',
  saving: 'On its way.',
  waiting: 'Sturvo cannot be reached. Your edits are kept in this browser and are sent when it is back.',
  signedOut: 'You are signed out. Your edits are kept in this browser: sign in to send them.',
  clash: 'Someone else changed the same field: choose below.',
  refused: 'Something you entered was not stored. Look at what and why.',
  gone: 'The visit is not there any more. Your edits can be kept as a file.',
  memoryOnly: 'This browser keeps nothing: do not close the page until everything is sent.',
}

function wordOf({ save, waiting, troubled }: OutboxView): string {
  switch (save) {
    case 'looking':
      return 'Looking …'
    case 'saved':
      return 'Saved'
    case 'saving':
      return 'Saving …'
    case 'waiting':
      return `Waiting (${waiting})`
    case 'signedOut':
      return `Signed out (${waiting} kept)`
    case 'clash':
      return 'Conflict'
    case 'refused':
      return `Not stored (${troubled.length})`
    case 'gone':
      return 'Visit gone'
    case 'memoryOnly':
      return `Not kept yet (${waiting})`
  }
}

/** What became of everything typed, said at all times, beside undo and redo. */
export function SaveStateView() {
  const { visitId } = useAppSelector(selectVisit)
  const view = useAppSelector(selectOutbox)
  const [isOpen, setOpen] = useState(false)
  const isCalm = view.save === 'saved' || view.save === 'looking'
  useEffect(() => {
    // what is needed when the server is away has to be here before that
    const timer = setTimeout(() => void import('./SignInOver').catch(() => undefined), fetchedAfterMs)
    return () => clearTimeout(timer)
  }, [])
  const isQuiet = isCalm && view.ofOthers.length === 0
  if (!visitId && isQuiet) return null
  return (
    <>
      {visitId && <UndoButtons />}
      <Tooltip label={help[view.save]} multiline maw={320}>
        <UnstyledButton
          onClick={() => setOpen(true)}
          aria-label={`${wordOf(view)}. ${help[view.save]}`}
          style={{
            color: isCalm ? 'var(--soft)' : 'var(--ink)',
            fontSize: '0.875rem',
            fontWeight: isCalm ? 400 : 700,
            minWidth: '5.5em',
          }}
        >
          <span role="status" data-save={view.save}>
            {wordOf(view)}
          </span>
          {view.ofOthers.length > 0 && <span data-others> · {view.ofOthers.length} of others</span>}
        </UnstyledButton>
      </Tooltip>
      {isOpen && <OutboxPanel onClosed={() => setOpen(false)} />}
    </>
  )
}

function UndoButtons() {
  const canUndo = useAppSelector(selectCanUndo)
  const canRedo = useAppSelector(selectCanRedo)
  const dispatch = useAppDispatch()
  return (
    <>
      <Tooltip label="Undo (Ctrl Z)">
        <ActionIcon
          variant="transparent"
          color="gray"
          size="lg"
          aria-label="Undo"
          disabled={!canUndo}
          onClick={() => dispatch(undone())}
        >
          <IconArrowBackUp size={18} />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="Redo (Shift Ctrl Z)">
        <ActionIcon
          variant="transparent"
          color="gray"
          size="lg"
          aria-label="Redo"
          disabled={!canRedo}
          onClick={() => dispatch(redone())}
        >
          <IconArrowForwardUp size={18} />
        </ActionIcon>
      </Tooltip>
    </>
  )
}
