import { useAppSelector } from '../../app/store'
import { selectVisit } from '../../outbox/visitSlice'
import { fieldName } from '@sturvo/words'

/** Fields whose stored value cannot be read: nothing on the page is made of them, and that is said. */
export function UnreadableFields() {
  const { unreadable, fields } = useAppSelector(selectVisit)
  const left = unreadable.filter((path) => !(path in fields))
  if (left.length === 0) return null
  return (
    <p
      role="alert"
      style={{ margin: '0 24px', padding: '6px 12px', border: '1px solid var(--oxide)', borderRadius: 6 }}
    >
      Not readable as stored, and left out of everything here: {left.map(fieldName).join(', ')}. Enter it
      anew, or restore a copy.
    </p>
  )
}
