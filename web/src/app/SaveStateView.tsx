import { Tooltip } from '@mantine/core'
import { selectPendingCount, selectVisit } from '../outbox/visitSlice'
import { useAppSelector } from './store'

/** Saved, saving, waiting or conflict: said at all times while a visit is open. */
export function SaveStateView() {
  const { visitId, save } = useAppSelector(selectVisit)
  const waiting = useAppSelector(selectPendingCount)
  if (!visitId) return null
  const text = { saved: 'Saved', saving: 'Saving …', waiting: `Waiting (${waiting})`, clash: 'Conflict' }[
    save
  ]
  const help = {
    saved: 'Everything is stored.',
    saving: 'On its way.',
    waiting: 'Sturvo cannot be reached. Your edits are kept in this browser and are sent when it is back.',
    clash: 'Someone else changed the same field: choose below.',
  }[save]
  return (
    <Tooltip label={help}>
      <span
        role="status"
        data-save={save}
        tabIndex={0}
        style={{
          color: save === 'saved' ? 'var(--soft)' : 'var(--ink)',
          fontSize: '0.875rem',
          fontWeight: save === 'saved' ? 400 : 700,
        }}
      >
        {text}
      </span>
    </Tooltip>
  )
}
