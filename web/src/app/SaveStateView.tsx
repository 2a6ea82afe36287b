import { ActionIcon, Tooltip } from '@mantine/core'
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react'
import {
  redone,
  selectCanRedo,
  selectCanUndo,
  selectPendingCount,
  selectVisit,
  undone,
} from '../outbox/visitSlice'
import { useAppDispatch, useAppSelector } from './store'

const stateHelp = {
  saved: 'Everything is stored.',
  saving: 'On its way.',
  waiting: 'Sturvo cannot be reached. Your edits are kept in this browser and are sent when it is back.',
  clash: 'Someone else changed the same field: choose below.',
} as const

/** Saved, saving, waiting or conflict: said at all times while a visit is open, beside undo and redo. */
export function SaveStateView() {
  const { visitId, save } = useAppSelector(selectVisit)
  const waiting = useAppSelector(selectPendingCount)
  const canUndo = useAppSelector(selectCanUndo)
  const canRedo = useAppSelector(selectCanRedo)
  const dispatch = useAppDispatch()
  if (!visitId) return null
  const text = { saved: 'Saved', saving: 'Saving …', waiting: `Waiting (${waiting})`, clash: 'Conflict' }[
    save
  ]
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
      <Tooltip label={stateHelp[save]}>
        <span
          role="status"
          data-save={save}
          tabIndex={0}
          style={{
            color: save === 'saved' ? 'var(--soft)' : 'var(--ink)',
            fontSize: '0.875rem',
            fontWeight: save === 'saved' ? 400 : 700,
            minWidth: '5.5em',
          }}
        >
          {text}
        </span>
      </Tooltip>
    </>
  )
}
