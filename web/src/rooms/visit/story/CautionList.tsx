import { Button, Chip, Group, Textarea, TextInput } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import {
  openableOf,
  waitsForRelease,
  type Caution,
  type CautionStep,
  type ReleasePart,
} from '@sturvo/core/cautions'
import {
  cautionText,
  effectText,
  levelText,
  releasePartText,
  releaseSentence,
  roleText,
  signText,
} from '@sturvo/words'
import { Cairn } from '../../../parts/Cairn'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { useMayDecide } from '../../../parts/useMayDecide'
import classes from '../steps/steps.module.css'

/** Cautions in force, stops first; each can be confirmed as dealt with, never dropped. */
export function CautionList({ step }: { step?: CautionStep }) {
  const { reading } = useVisitReading()
  // a caution of the level mind is shown once; confirmed, it has done its work
  const shown = reading.cautions.cautions.filter(
    (c) => (step === undefined || c.step === step) && !(c.level === 'mind' && c.dealtWith),
  )
  if (shown.length === 0) return null
  return (
    <ul className={classes.cautions} aria-label="Cautions">
      {shown.map((caution) => (
        <CautionLine key={caution.id} caution={caution} />
      ))}
    </ul>
  )
}

function CautionLine({ caution }: { caution: Caution }) {
  const { practitioner, visitId } = useVisitFrame()
  const record = useRecord()
  const [words, setWords] = useState<string>()
  const [opens, setOpens] = useState<string[]>([])
  const today = dayjs().format('YYYY-MM-DD')
  const [from, setFrom] = useState(today)
  const dealt = caution.dealtWith
  const mayDecide = useMayDecide()
  // until a release is written down there is no plan; what it does not name stays shut after it
  const isRelease = waitsForRelease(caution.id)
  const confirm = (said: string) => {
    record({
      [`dealt.${caution.id}`]: {
        by: practitioner,
        on: today,
        words: said,
        ...(isRelease && { release: { opens: opens as ReleasePart[], from } }),
      },
    })
    setWords(undefined)
  }
  const isLongEnough = (words ?? '').trim().length > 2 && (!isRelease || (from !== '' && from <= today))
  return (
    <li data-level={caution.level}>
      <Cairn size={20} />
      <div>
        <p>
          <strong>
            {levelText[caution.level]}: {cautionText[caution.id].name}.
          </strong>{' '}
          {cautionText[caution.id].practitioner}
        </p>
        <p className={classes.soft}>
          {[
            ...caution.effects.map((effect) => effectText[effect]),
            ...(caution.see ? [`to be seen by ${roleText[caution.see]}`] : []),
            ...(caution.because === 'answer' ? [] : [signText[caution.because]]),
          ].join(' · ')}
        </p>
        {dealt ? (
          <p>
            Dealt with by {dealt.by} on {dealt.on}: {dealt.words}
            {isRelease && ` · ${releaseSentence(dealt.release)}`}{' '}
            {mayDecide && (
              <Button
                size="compact-xs"
                variant="subtle"
                onClick={() => record({ [`dealt.${caution.id}`]: null })}
              >
                Take back
              </Button>
            )}
          </p>
        ) : !mayDecide ? (
          <p className={classes.soft}>A practitioner deals with this.</p>
        ) : caution.level === 'mind' ? (
          <Button size="compact-sm" variant="subtle" onClick={() => confirm('Seen and kept in mind')}>
            Seen
          </Button>
        ) : words === undefined ? (
          <p className={classes.actions}>
            {caution.level === 'stop' && (
              <Button
                size="compact-sm"
                variant="default"
                component="a"
                href={`/api/visits/${visitId}/letter.pdf`}
                target="_blank"
              >
                Open the letter
              </Button>
            )}
            <Button size="compact-sm" variant="default" onClick={() => setWords('')}>
              {isRelease ? 'Released by the surgeon …' : 'Dealt with …'}
            </Button>
          </p>
        ) : (
          <>
            {isRelease && (
              <Group gap={12} align="end" my={8}>
                <Chip.Group multiple value={opens} onChange={setOpens}>
                  <div role="group" aria-label="What the release opens">
                    <p>What the release opens:</p>
                    <Group gap={6}>
                      {openableOf(caution.id).map((part) => (
                        <Chip key={part} value={part} size="sm">
                          {releasePartText[part]}
                        </Chip>
                      ))}
                    </Group>
                  </div>
                </Chip.Group>
                <TextInput
                  type="date"
                  label="Since"
                  size="sm"
                  max={today}
                  value={from}
                  onChange={(event) => setFrom(event.currentTarget.value)}
                />
                <p className={classes.soft}>What is not chosen stays shut until 12 weeks are over.</p>
              </Group>
            )}
            <div className={classes.actions}>
              <Textarea
                aria-label="How it was dealt with"
                placeholder={
                  isRelease
                    ? 'Which surgeon released it, when, and for what'
                    : 'Who saw it, and what was said'
                }
                autosize
                minRows={1}
                value={words}
                onChange={(event) => setWords(event.currentTarget.value)}
                style={{ flex: 1 }}
              />
              <Button
                size="compact-sm"
                disabled={!isLongEnough}
                onClick={() => confirm((words ?? '').trim())}
              >
                Confirm as {practitioner}
              </Button>
              <Button size="compact-sm" variant="subtle" onClick={() => setWords(undefined)}>
                Leave it
              </Button>
            </div>
          </>
        )}
      </div>
    </li>
  )
}
