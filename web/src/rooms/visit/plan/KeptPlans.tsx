import { Button, Group, Modal, Textarea } from '@mantine/core'
import { IconCalendar, IconFileText, IconPrinter } from '@tabler/icons-react'
import { useState } from 'react'
import type { PlanLine } from '@sturvo/schema'
import { dayAsRead, keptDoseText, num, stageText } from '@sturvo/words'
import { useSessionQuery } from '../../../app/api'
import { failureText } from '../../../app/failureText'
import { newId } from '../../../app/newId'
import { useKeepPlanMutation, useKeptPlanQuery, useKeptPlansQuery } from '../../../app/planApi'
import { useAppSelector } from '../../../app/store'
import { selectOutbox, selectVisit } from '../../../outbox/visitSlice'
import { LoadedPart } from '../../../parts/LoadedPart'
import { WaitingSince } from '../../../parts/WaitingSince'
import { useVisitFrame } from '../visitContext'
import classes from './Plan.module.css'

/** Plans that were decided, newest first, and the way to keep the present one. A kept plan never changes. */
export function KeptPlans({ isProven }: { isProven: boolean }) {
  const { person, visitId } = useVisitFrame()
  const plans = useKeptPlansQuery(person.id)
  const [open, setOpen] = useState<PlanLine>()
  return (
    <section aria-labelledby="kept-plans">
      <h2 id="kept-plans">Kept plans</h2>
      <WaitingSince personId={person.id} visitId={visitId} />
      <LoadedPart query={plans}>
        {({ plans: kept }) => (
          <>
            {kept.length === 0 ? (
              <p className={classes.soft}>
                None yet. A kept plan stays as it was decided, whatever is measured or set afterwards.
              </p>
            ) : (
              <ol className={classes.kept} reversed>
                {kept.map((line) => (
                  <li key={line.id} data-kept={line.number}>
                    <span>
                      <strong>Version {line.number}</strong>, {dayAsRead(line.madeOn)}, by {line.by}
                    </span>
                    <span className={classes.soft}>
                      {line.drills.length} drills in {num(line.minutesPerSession, 0)} min,{' '}
                      {line.sessionsPerWeek} a week
                    </span>
                    <Button size="compact-sm" variant="subtle" onClick={() => setOpen(line)}>
                      Open version {line.number}
                    </Button>
                  </li>
                ))}
              </ol>
            )}
            {kept.length > 0 && (
              <Button
                component="a"
                href={`/api/people/${person.id}/plan.ics`}
                variant="default"
                mr={8}
                leftSection={<IconCalendar size={16} />}
                download
                data-calendar
              >
                Calendar of version {kept[0]!.number}
              </Button>
            )}
            <KeepButton latest={kept[0]?.number ?? 0} isProven={isProven} />
          </>
        )}
      </LoadedPart>
      {open && <KeptPlanDialog line={open} onClosed={() => setOpen(undefined)} />}
    </section>
  )
}

/** Who may not decide sees no button; what is typed and not sent yet is no part of a decision. */
function KeepButton({ latest, isProven }: { latest: number; isProven: boolean }) {
  const { person, visitId } = useVisitFrame()
  const { data: session } = useSessionQuery()
  const { save } = useAppSelector(selectOutbox)
  const { version: visitVersion } = useAppSelector(selectVisit)
  const [keep, { isLoading, error, reset }] = useKeepPlanMutation()
  // the same press sent twice is one plan
  const [id, setId] = useState(newId)
  const [words, setWords] = useState('')
  if (session?.account.role === 'assistant')
    return <p className={classes.soft}>A practitioner or the owner keeps a plan.</p>
  const isSaved = save === 'saved'
  return (
    <>
      <Textarea
        label="Why, in your words"
        description="Kept with the version, beside the findings that led to it."
        value={words}
        autosize
        minRows={1}
        maxLength={4000}
        maw={560}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        mt={8}
        variant="default"
        loading={isLoading}
        disabled={!isSaved || !isProven}
        onClick={() => {
          reset()
          keep({
            personId: person.id,
            id,
            visitId,
            visitVersion,
            after: latest,
            ...(words.trim() !== '' && { words }),
          })
            .unwrap()
            .then(
              () => {
                setId(newId())
                setWords('')
              },
              () => undefined,
            )
        }}
      >
        Keep this plan as version {latest + 1}
      </Button>
      {!isSaved ? (
        <p className={classes.soft}>It can be kept once everything typed is saved.</p>
      ) : (
        !isProven && (
          <p className={classes.soft}>
            It can be kept once it is proven: what is kept is the proven plan, and this one is only a quick
            one.
          </p>
        )
      )}
      {error && <p role="alert">{failureText(error)}</p>}
    </>
  )
}

function KeptPlanDialog({ line, onClosed }: { line: PlanLine; onClosed: () => void }) {
  const plan = useKeptPlanQuery(line.id)
  return (
    <Modal
      opened
      onClose={onClosed}
      size="xl"
      title={`Version ${line.number}, ${dayAsRead(line.madeOn)}, by ${line.by}`}
    >
      <LoadedPart query={plan}>
        {({ plan: kept, papers }) => (
          <>
            {papers && (
              <Group gap={8}>
                <Button
                  component="a"
                  href={`/api/plans/${line.id}/handout.pdf`}
                  target="_blank"
                  variant="default"
                  leftSection={<IconPrinter size={16} />}
                >
                  Client’s page (PDF)
                </Button>
                <Button
                  component="a"
                  href={`/api/plans/${line.id}/plan.pdf`}
                  target="_blank"
                  variant="default"
                  leftSection={<IconFileText size={16} />}
                >
                  Sheet with reasons (PDF)
                </Button>
              </Group>
            )}
            {kept.phases.length === 0 && <p>Nothing to train was decided.</p>}
            {kept.phases
              .filter((phase) => phase.drills.length > 0)
              .map((phase) => (
                <section key={phase.stage} aria-label={phase.stage}>
                  <h3>
                    {stageText[phase.stage as keyof typeof stageText] ?? phase.stage}{' '}
                    <span className={classes.soft}>
                      weeks {phase.fromWeek} to {phase.fromWeek + phase.weeks - 1}
                    </span>
                  </h3>
                  {phase.drills.map((drill) => (
                    <div key={drill.id} className={classes.keptDrill} data-kept-drill={drill.id}>
                      <p>
                        <strong>{drill.name}</strong> {keptDoseText(drill)}
                      </p>
                      {[drill.lines.join(' '), drill.gate ?? '', drill.because.join('; ')]
                        .filter((text) => text !== '')
                        .map((text) => (
                          <p key={text} className={classes.soft}>
                            {text}
                          </p>
                        ))}
                    </div>
                  ))}
                </section>
              ))}
          </>
        )}
      </LoadedPart>
    </Modal>
  )
}
