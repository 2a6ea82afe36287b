import { Button, Group, Loader, Radio, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import type { ImportConflict, ImportDone, ImportPreview } from '@sturvo/schema'
import { dayAsRead, num } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { useLookAtFileMutation, useTakeFileInMutation, useUndoImportMutation } from '../../app/trustApi'
import { FileChooser } from '../../parts/FileChooser'
import classes from '../../parts/Trust.module.css'
import { useFileDrop } from '../../parts/useFileDrop'

type Take = 'here' | 'there'
const kindText = {
  bundle: 'A bundle of Sturvo',
  fhir: 'A FHIR bundle',
  measures: 'A table of measures',
  log: 'A log',
} as const

/** A file comes in: looked at first, chosen where both changed, taken in as one step, and undone as one. */
export default function ImportRoom() {
  const [look, { isLoading, error, reset }] = useLookAtFileMutation()
  const [preview, setPreview] = useState<ImportPreview>()
  const [done, setDone] = useState<ImportDone>()
  const open = (file: File) => {
    setPreview(undefined)
    setDone(undefined)
    void look(file)
      .unwrap()
      .then(setPreview, () => undefined)
  }
  const drop = useFileDrop(open)
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <div>
          <h1>Take a file in</h1>
          <p className={classes.soft}>
            Bundles of Sturvo (.sturvo.zip, .sturvo.json), FHIR R4 bundles, tables of measures (.csv). Nothing
            is changed before you say so.
          </p>
        </div>
      </header>
      {!preview && !done && (
        <div className={classes.drop} data-over={drop.isOver} {...drop.place}>
          {isLoading ? (
            <p role="status">
              <Loader size="sm" /> Reading the file …
            </p>
          ) : (
            <>
              <p>Drop a file here, or</p>
              <FileChooser name="File to take in" accept=".zip,.json,.csv" onFile={open}>
                Choose a file
              </FileChooser>
            </>
          )}
        </div>
      )}
      {error && (
        <section className={classes.card} data-tone="alarm" role="alert">
          {failureText(error)}
        </section>
      )}
      {preview && !done && (
        <Preview
          preview={preview}
          onDone={setDone}
          onDropped={() => {
            setPreview(undefined)
            reset()
          }}
        />
      )}
      {done && (
        <Done done={done} onUndone={setDone} onNext={() => (setDone(undefined), setPreview(undefined))} />
      )}
    </div>
  )
}

function Preview({
  preview,
  onDone,
  onDropped,
}: {
  preview: ImportPreview
  onDone: (done: ImportDone) => void
  onDropped: () => void
}) {
  const [takeIn, { isLoading, error }] = useTakeFileInMutation()
  const [chosen, setChosen] = useState<Record<string, Take>>({})
  const takeOf = ({ id, newer }: ImportConflict) => chosen[id] ?? newer
  // a client of the file, and who of the practice they are said to be
  const [same, setSame] = useState<Record<string, string>>({})
  const { counts, conflicts, people, leftOut, signs } = preview
  const unsure = people.filter(({ alike }) => alike.length > 0)
  const submit = () =>
    void takeIn({
      id: preview.id,
      choices: conflicts.map((one) => ({ id: one.id, take: takeOf(one) })),
      same: Object.entries(same).flatMap(([client, here]) => (here === '' ? [] : [{ client, here }])),
    })
      .unwrap()
      .then(onDone)
      .catch(() => undefined)
  return (
    <>
      <section className={classes.card} aria-labelledby="would">
        <h2 id="would">{kindText[preview.kind]}: what would happen</h2>
        <p>
          {people.length === 0
            ? 'No client is in it.'
            : people.map(({ name, isHere }) => `${name} (${isHere ? 'is here' : 'new'})`).join(', ')}
        </p>
        <dl className={classes.counts}>
          <Count name="new" value={counts.added} />
          <Count name="taken over" value={counts.merged} />
          <Count name="the same" value={counts.same} />
          <Count name="newer here, kept" value={counts.kept} />
          <Count name="changed in both" value={conflicts.length} />
        </dl>
        {signs > 0 && (
          <p role="note">
            {signs === 1 ? 'A caution was' : `${signs} cautions were`} dealt with there. Taking the file in,
            you sign for {signs === 1 ? 'it' : 'them'} with today’s date: look at{' '}
            {signs === 1 ? 'it' : 'them'} in the Story afterwards.
          </p>
        )}
        {leftOut.length > 0 && (
          <details open={leftOut.length < 6}>
            <summary>Left out: {leftOut.length}</summary>
            <ul>
              {leftOut.map((what) => (
                <li key={what}>{what}</li>
              ))}
            </ul>
          </details>
        )}
      </section>
      {unsure.length > 0 && (
        <section className={classes.card} aria-labelledby="same">
          <h2 id="same">Of the same name as somebody here: is it the same person?</h2>
          <p className={classes.soft}>
            The same person: the visits of the file go on from theirs, and what is known of them here stays.
            Look at name and year before you say so: it mixes two records.
          </p>
          {unsure.map(({ id, name, alike }) => (
            <Radio.Group
              key={id}
              label={name}
              value={same[id] ?? ''}
              onChange={(here) => setSame({ ...same, [id]: here })}
              data-unsure={id}
            >
              <Radio mt={6} value="" label="A client of their own" />
              {alike.map((one) => (
                <Radio key={one.id} mt={6} value={one.id} label={alikeText(one)} />
              ))}
            </Radio.Group>
          ))}
        </section>
      )}
      {conflicts.length > 0 && (
        <section className={classes.card} aria-labelledby="choose">
          <Group justify="space-between">
            <h2 id="choose">Changed in both: which one stays?</h2>
            <Group gap={8}>
              {(['here', 'there'] as const).map((take) => (
                <Button
                  key={take}
                  size="compact-sm"
                  variant="default"
                  onClick={() => setChosen(Object.fromEntries(conflicts.map(({ id }) => [id, take])))}
                >
                  {take === 'here' ? 'All as here' : 'All as in the file'}
                </Button>
              ))}
            </Group>
          </Group>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">What</th>
                <th scope="col">Here</th>
                <th scope="col">In the file</th>
                <th scope="col">Stays</th>
              </tr>
            </thead>
            <tbody>
              {conflicts.map((one) => (
                <tr key={one.id} data-conflict={one.id}>
                  <th scope="row">{one.what}</th>
                  <td>
                    {one.here} {one.newer === 'here' && <span className={classes.soft}>(newer)</span>}
                  </td>
                  <td>
                    {one.there} {one.newer === 'there' && <span className={classes.soft}>(newer)</span>}
                  </td>
                  <td>
                    <SegmentedControl
                      aria-label={`${one.what}: which one stays`}
                      value={takeOf(one)}
                      data={[
                        { value: 'here', label: 'Here' },
                        { value: 'there', label: 'File' },
                      ]}
                      onChange={(take) => setChosen({ ...chosen, [one.id]: take })}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {error && (
        <section className={classes.card} data-tone="alarm" role="alert">
          {failureText(error)}
        </section>
      )}
      <Group gap={10}>
        <Button loading={isLoading} onClick={submit}>
          Take it in
        </Button>
        <Button variant="default" onClick={onDropped}>
          Another file
        </Button>
      </Group>
    </>
  )
}

const alikeText = ({ name, birthYear, lastVisit }: ImportPreview['people'][number]['alike'][number]) =>
  [
    `The same as ${name}`,
    birthYear === null ? 'no year of birth' : `born ${birthYear}`,
    lastVisit === null ? 'no visit' : `last visit ${dayAsRead(lastVisit)}`,
  ].join(', ')

function Count({ name, value }: { name: string; value: number }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{num(value, 0)}</dd>
    </div>
  )
}

function Done({
  done,
  onUndone,
  onNext,
}: {
  done: ImportDone
  onUndone: (done: ImportDone) => void
  onNext: () => void
}) {
  const [undo, { isLoading, error }] = useUndoImportMutation()
  return (
    <section className={classes.card} role="status" data-import={done.isUndone ? 'undone' : 'done'}>
      <h2>{done.isUndone ? 'Undone: everything is as it was' : 'Taken in'}</h2>
      {!done.isUndone && (
        <p>
          {num(done.counts.added ?? 0, 0)} records are new, {num(done.counts.merged ?? 0, 0)} were taken over.
        </p>
      )}
      {error && <p role="alert">{failureText(error)}</p>}
      <Group gap={8}>
        {!done.isUndone && (
          <Button
            variant="default"
            loading={isLoading}
            onClick={() =>
              void undo(done.id)
                .unwrap()
                .then(onUndone, () => undefined)
            }
          >
            Undo all of it
          </Button>
        )}
        <Button onClick={onNext}>Another file</Button>
      </Group>
    </section>
  )
}
