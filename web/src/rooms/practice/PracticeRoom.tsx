import { Radio, Stack, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useEffect } from 'react'
import { Link, useLocation } from 'react-router'
import type { PracticeSettings } from '@sturvo/core/reading'
import type { Practice } from '@sturvo/schema'
import { settingText } from '@sturvo/words'
import { useSessionQuery } from '../../app/api'
import { useChangePracticeMutation, usePracticeQuery } from '../../app/practiceApi'
import { failureText } from '../../app/failureText'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from './PracticeRoom.module.css'
import { Doors } from './Doors'
import { RecordRules } from './RecordRules'
import { ReferenceTable } from './ReferenceTable'

/** Approach settings, and the reference table. */
export default function PracticeRoom() {
  const practice = usePracticeQuery()
  return <LoadedPart query={practice}>{(data) => <PracticeView practice={data} />}</LoadedPart>
}

/** Whom a client calls; both stand on the client's page, also with the network off. */
function ContactFields({ practice, isOwner }: { practice: Practice; isOwner: boolean }) {
  const [change] = useChangePracticeMutation()
  const put = (key: 'phone' | 'emergency', value: string) => {
    if (value === practice[key]) return
    void change({ version: practice.version, change: { [key]: value } })
      .unwrap()
      .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
  }
  return (
    <section aria-labelledby="contact">
      <h2 id="contact">For clients</h2>
      <p className={classes.soft}>Stands on the client’s page and where a stop sign pauses the plan.</p>
      <TextInput
        key={`phone${practice.version}`}
        label="Phone"
        defaultValue={practice.phone}
        maxLength={200}
        disabled={!isOwner}
        onBlur={(event) => put('phone', event.currentTarget.value.trim())}
      />
      <TextInput
        key={`emergency${practice.version}`}
        label="In an emergency"
        description="What your clients should do where you are, in one sentence."
        defaultValue={practice.emergency}
        maxLength={200}
        disabled={!isOwner}
        onBlur={(event) => put('emergency', event.currentTarget.value.trim())}
      />
    </section>
  )
}

function PracticeView({ practice }: { practice: Practice }) {
  const [change] = useChangePracticeMutation()
  const { hash } = useLocation()
  // a link from the Reading leads to the table, not to the top of the page
  useEffect(() => {
    if (hash !== '') document.getElementById(hash.slice(1))?.scrollIntoView()
  }, [hash])
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
      <p className={classes.law}>
        <Link to="/practice/errors">Our error</Link>: how well each of us repeats each measure, and which
        change counts as real.
      </p>
      <Doors role={session?.account.role} />
      <ContactFields practice={practice} isOwner={isOwner} />
      {isOwner && <RecordRules practice={practice} />}
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
      <ReferenceTable practice={practice} isOwner={isOwner} />
    </div>
  )
}
