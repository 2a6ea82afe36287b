import { Button, Group, NumberInput, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { memo, useCallback, useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import {
  referenceProblem,
  referenceTable,
  referenceValues,
  type ReferenceEntry,
  type ReferenceId,
} from '@sturvo/core/reference'
import { changedReferences, type Practice, type ReferenceChanges } from '@sturvo/schema'
import { num, referenceSentence } from '@sturvo/words'
import { useChangePracticeMutation, usePreviewReferencesMutation } from '../../app/practiceApi'
import { failureText } from '../../app/failureText'
import classes from './PracticeRoom.module.css'

const previewAfterMs = 400
const shownMoves = 30

/** Every threshold with its source: change one, see at once whose findings would move, keep it or go back. */
export function ReferenceTable({ practice, isOwner }: { practice: Practice; isOwner: boolean }) {
  const [search, setSearch] = useState('')
  const [changes, setChanges] = useState<ReferenceChanges>({})
  const [change, { isLoading }] = useChangePracticeMutation()
  const own = changedReferences(practice.references, changes)
  const values = referenceValues(own)
  const inForce = useMemo(() => referenceValues(practice.references), [practice.references])
  const problem = referenceProblem(values)
  const isChanged = Object.keys(changes).length > 0
  const rows = (Object.entries(referenceTable) as [ReferenceId, ReferenceEntry][]).filter(
    ([id, entry]) =>
      `${entry.group} ${entry.label} ${entry.source}`.toLowerCase().includes(search.toLowerCase()) ||
      id in changes,
  )
  const put = useCallback(
    (id: ReferenceId, value: number | null) =>
      setChanges(({ [id]: _, ...others }) => {
        const back = value === null ? referenceTable[id].value : value
        return back === inForce[id] ? others : { ...others, [id]: value }
      }),
    [inForce],
  )
  const keep = () =>
    void change({ version: practice.version, change: { references: changes } })
      .unwrap()
      .then(() => setChanges({}))
      .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
  return (
    <section aria-labelledby="references">
      <h2 id="references">Reference values</h2>
      <p className={classes.soft}>
        Every threshold Sturvo uses, with its source
        {isOwner ? '. A change moves findings of all visits, old ones too' : '; only the owner may change it'}
        .{' '}
        {practice.referencesVersion === 0
          ? 'In force: the values as they ship.'
          : `In force: version ${practice.referencesVersion}; each visit keeps the number it was last worked on with.`}
      </p>
      <TextInput
        aria-label="Search reference values"
        placeholder="Search"
        mt={12}
        maw={320}
        value={search}
        onChange={(event) => setSearch(event.currentTarget.value)}
      />
      {isChanged && (
        <div className={classes.pending} role="region" aria-label="Changes not kept yet">
          {problem ? <p role="alert">{referenceSentence(problem)}</p> : <MovedFindings changes={changes} />}
          <Group gap="xs">
            <Button onClick={keep} loading={isLoading} disabled={problem !== undefined}>
              Keep {Object.keys(changes).length === 1 ? 'the change' : 'the changes'}
            </Button>
            <Button variant="default" onClick={() => setChanges({})}>
              Leave as it was
            </Button>
          </Group>
        </div>
      )}
      <table className={classes.references}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Value</th>
            <th scope="col">Unit</th>
            <th scope="col">As shipped</th>
            <th scope="col">Source</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([id, entry], i) => [
            i === 0 || rows[i - 1]![1].group !== entry.group ? (
              <tr key={`${id}-group`}>
                <th scope="rowgroup" colSpan={5} className={classes.group}>
                  {entry.group}
                </th>
              </tr>
            ) : null,
            <ReferenceRow
              key={id}
              id={id}
              value={values[id]}
              inForce={inForce[id]}
              isChanged={id in changes}
              isOwner={isOwner}
              onPut={put}
            />,
          ])}
        </tbody>
      </table>
    </section>
  )
}

type ReferenceRowProps = {
  id: ReferenceId
  value: number
  inForce: number
  isChanged: boolean
  isOwner: boolean
  onPut: (id: ReferenceId, value: number | null) => void
}

/** Four hundred rows stand there: a keystroke draws the one it is typed in, not all of them. */
const ReferenceRow = memo(function ReferenceRow({
  id,
  value,
  inForce,
  isChanged,
  isOwner,
  onPut,
}: ReferenceRowProps) {
  const entry = referenceTable[id]
  return (
    <tr data-reference={id} data-changed={isChanged}>
      <td>{entry.label}</td>
      <td className={classes.number}>
        {isOwner ? (
          <NumberInput
            size="xs"
            w={92}
            hideControls
            aria-label={entry.label}
            value={round(value)}
            onChange={(typed) => typeof typed === 'number' && onPut(id, typed)}
          />
        ) : (
          num(value, 3)
        )}
        {isChanged && <small className={classes.old}>was {num(inForce, 3)}</small>}
      </td>
      <td>{entry.unit || 'index'}</td>
      <td>
        {value === entry.value ? (
          <span className={classes.soft}>the same</span>
        ) : (
          <Button size="compact-xs" variant="subtle" onClick={() => onPut(id, null)} disabled={!isOwner}>
            back to {num(entry.value, 3)}
          </Button>
        )}
      </td>
      <td className={classes.soft}>{entry.source}</td>
    </tr>
  )
})

function round(value: number): number {
  return Math.round(value * 10_000) / 10_000
}

/** Asked of the server a moment after the last keystroke. */
function MovedFindings({ changes }: { changes: ReferenceChanges }) {
  const [preview, { data, isLoading, error }] = usePreviewReferencesMutation()
  const key = JSON.stringify(changes)
  useEffect(() => {
    const timer = setTimeout(() => void preview(JSON.parse(key) as ReferenceChanges), previewAfterMs)
    return () => clearTimeout(timer)
  }, [key, preview])
  if (error) return <p role="alert">{failureText(error)}</p>
  if (isLoading || !data) return <p role="status">Reading everybody with the new value …</p>
  if (data.moved.length === 0)
    return <p role="status">No finding of the {data.visitsRead} last visits would move.</p>
  const people = new Set(data.moved.map((m) => m.personId)).size
  return (
    <>
      <p role="status">
        <strong>
          {data.moved.length} {data.moved.length === 1 ? 'finding' : 'findings'} of {people}{' '}
          {people === 1 ? 'person' : 'people'} would move
        </strong>{' '}
        ({data.visitsRead} last visits read).
      </p>
      <ul className={classes.moved}>
        {data.moved.slice(0, shownMoves).map((m, i) => (
          <li key={i}>
            <Link to={`/visit/${m.visitId}/look`}>{m.personName}</Link>:{' '}
            <span className={classes.soft}>{m.before ?? 'nothing said'}</span> → {m.after ?? 'nothing said'}
          </li>
        ))}
      </ul>
    </>
  )
}
