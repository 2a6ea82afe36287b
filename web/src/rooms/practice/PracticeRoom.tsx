import { Radio, Stack, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import {
  referenceTable,
  referenceValues,
  type ReferenceEntry,
  type ReferenceId,
} from '@sturvo/core/reference'
import type { PracticeSettings } from '@sturvo/core/reading'
import type { Practice } from '@sturvo/schema'
import { settingText } from '@sturvo/schema/words'
import { useChangePracticeMutation, usePracticeQuery, useSessionQuery } from '../../app/api'
import { failureText } from '../../app/failureText'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from './PracticeRoom.module.css'

/** Approach settings, and the reference table to read. */
export default function PracticeRoom() {
  const practice = usePracticeQuery()
  return <LoadedPart query={practice}>{(data) => <PracticeView practice={data} />}</LoadedPart>
}

function PracticeView({ practice }: { practice: Practice }) {
  const [change] = useChangePracticeMutation()
  const { data: session } = useSessionQuery()
  const isOwner = session?.account.role === 'owner'
  const choose = (key: keyof PracticeSettings, value: string) => {
    void change({ version: practice.version, change: { settings: { [key]: value } } })
      .unwrap()
      .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
  }
  return (
    <div className={classes.room}>
      <h1>{practice.name}</h1>
      <p className={classes.soft}>{practice.place}</p>
      <p className={classes.law}>
        Your licence and the rules where you work come first; nothing here overrides them.
      </p>
      <section aria-labelledby="approach">
        <h2 id="approach">Approach</h2>
        <p className={classes.soft}>
          Where practitioners disagree. Each choice says what it changes
          {isOwner ? '' : '; only the owner may change it'}.
        </p>
        <div className={classes.settings}>
          {(Object.keys(settingText) as (keyof PracticeSettings)[]).map((key) => (
            <Radio.Group
              key={key}
              label={settingText[key].name}
              description={settingText[key].changes}
              value={practice.settings[key]}
              onChange={(value) => choose(key, value)}
              readOnly={!isOwner}
              className={classes.setting}
            >
              <Stack gap={6} mt={8}>
                {Object.entries(settingText[key].choices).map(([value, words]) => (
                  <Radio key={value} value={value} label={words} disabled={!isOwner} />
                ))}
              </Stack>
            </Radio.Group>
          ))}
        </div>
      </section>
      <ReferenceTable practice={practice} />
    </div>
  )
}

function ReferenceTable({ practice }: { practice: Practice }) {
  const [search, setSearch] = useState('')
  const values = referenceValues(practice.references)
  const rows = (Object.entries(referenceTable) as [ReferenceId, ReferenceEntry][]).filter(([, entry]) =>
    `${entry.group} ${entry.label} ${entry.source}`.toLowerCase().includes(search.toLowerCase()),
  )
  return (
    <section aria-labelledby="references">
      <h2 id="references">Reference values</h2>
      <p className={classes.soft}>Every threshold Sturvo uses, with its source. To read in this version.</p>
      <TextInput
        aria-label="Search reference values"
        placeholder="Search"
        mt={12}
        maw={320}
        value={search}
        onChange={(e) => setSearch(e.currentTarget.value)}
      />
      <table className={classes.references}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Value</th>
            <th scope="col">Unit</th>
            <th scope="col">Source</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([id, entry], i) => [
            i === 0 || rows[i - 1]![1].group !== entry.group ? (
              <tr key={`${id}-group`}>
                <th scope="rowgroup" colSpan={4} className={classes.group}>
                  {entry.group}
                </th>
              </tr>
            ) : null,
            <tr key={id}>
              <td>{entry.label}</td>
              <td className={classes.number}>{Math.round(values[id] * 1000) / 1000}</td>
              <td>{entry.unit || 'index'}</td>
              <td className={classes.soft}>{entry.source}</td>
            </tr>,
          ])}
        </tbody>
      </table>
    </section>
  )
}
