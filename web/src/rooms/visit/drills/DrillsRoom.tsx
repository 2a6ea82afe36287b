import { Button, Group, SegmentedControl, Select, TextInput } from '@mantine/core'
import { IconArrowLeft, IconHeart, IconHeartBroken, IconPin, IconSearch, IconX } from '@tabler/icons-react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import {
  capacities,
  kitItems,
  library,
  programmeOf,
  stages,
  type Exercise,
  type LeftOut,
  type PlanInput,
  type TrainingPlan,
} from '@sturvo/core/training'
import { capacityText, kitText, leftOutText, num, stageText } from '@sturvo/words'
import { MovementView } from '../../../parts/MovementView'
import { BlockedPlan } from '../plan/BlockedPlan'
import { usePlan } from '../plan/usePlan'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { DrillPage } from './DrillPage'
import { filtered, noFilter, startMinutes, type DrillFilter } from './drillFilter'
import classes from './Drills.module.css'

/** Every drill there is, what this client may do and why not, and one of them large. */
export function DrillsRoom() {
  const { reading } = useVisitReading()
  const { planInput, cautions } = reading
  if (!planInput) return <BlockedPlan block={cautions.block ?? { openQuestions: [], stops: [] }} />
  return <OpenLibrary input={planInput} />
}

function OpenLibrary({ input }: { input: PlanInput }) {
  const { visitId, references } = useVisitFrame()
  const { plan } = usePlan(input)
  const [filter, setFilter] = useState<DrillFilter>(noFilter)
  const [chosen, setChosen] = useState<string>()
  const because = useMemo(() => {
    // where nothing is trained nobody asked what is forbidden: here it is asked of every drill
    const rules = programmeOf(input).leftOut
    const byId = new Map(plan.leftOut.map((left) => [left.exercise.id, left.because]))
    return (id: string) => byId.get(id) ?? rules.get(id)
  }, [plan, input])
  const shown = filtered(library, filter, because, references)
  const open = shown.find((e) => e.id === chosen) ?? shown[0]
  const set = (change: Partial<DrillFilter>) => setFilter({ ...filter, ...change })
  return (
    <div className={classes.room}>
      <Group justify="space-between" className={classes.bar}>
        <Button
          component={Link}
          to={`/visit/${visitId}/plan`}
          variant="default"
          leftSection={<IconArrowLeft size={16} />}
        >
          Back to Plan
        </Button>
        <h1>Drills</h1>
        <span className={classes.soft} role="status" data-count={shown.length}>
          {shown.length} of {library.length}
        </span>
      </Group>
      <Filters filter={filter} set={set} />
      <div className={classes.board}>
        {shown.length === 0 ? (
          <p className={classes.soft}>
            No drill is like that.{' '}
            <Button size="compact-sm" variant="default" onClick={() => setFilter(noFilter)}>
              Show all
            </Button>
          </p>
        ) : (
          <ul className={classes.list} aria-label="Drills">
            {shown.map((e) => (
              <DrillLine
                key={e.id}
                exercise={e}
                state={stateOf(e.id, plan, because(e.id))}
                isOpen={e === open}
                minutes={startMinutes(e, references)}
                onOpen={() => setChosen(e.id)}
              />
            ))}
          </ul>
        )}
        {open && (
          <section aria-labelledby="drill-open" className={classes.page} data-drill-open={open.id}>
            <DrillPage exercise={open} />
            <Standing exercise={open} plan={plan} because={because(open.id)} />
            <ClientSays exercise={open} />
          </section>
        )}
      </div>
    </div>
  )
}

function Filters({ filter, set }: { filter: DrillFilter; set: (change: Partial<DrillFilter>) => void }) {
  return (
    <Group gap={10} align="end">
      <TextInput
        aria-label="Search drills"
        w={180}
        placeholder="Search"
        leftSection={<IconSearch size={16} />}
        value={filter.text}
        onChange={(event) => set({ text: event.currentTarget.value })}
      />
      <Select
        aria-label="Trains"
        w={150}
        placeholder="Trains …"
        clearable
        value={filter.capacity ?? null}
        data={capacities.map((c) => ({ value: c, label: capacityText[c] }))}
        onChange={(value) => set({ capacity: capacities.find((c) => c === value) })}
      />
      <Select
        aria-label="Kit"
        w={150}
        placeholder="Kit …"
        clearable
        value={filter.kit ?? null}
        data={[{ value: 'none', label: 'no kit' }, ...kitItems.map((k) => ({ value: k, label: kitText[k] }))]}
        onChange={(value) => set({ kit: value === 'none' ? 'none' : kitItems.find((k) => k === value) })}
      />
      <Select
        aria-label="Phase"
        w={150}
        placeholder="Phase …"
        clearable
        value={filter.stage ?? null}
        data={stages.map((s) => ({ value: s, label: stageText[s] }))}
        onChange={(value) => set({ stage: stages.find((s) => s === value) })}
      />
      <Select
        aria-label="Minutes at most"
        w={150}
        placeholder="Minutes …"
        clearable
        value={filter.minutes === undefined ? null : String(filter.minutes)}
        data={[1, 2, 3, 5].map((n) => ({ value: String(n), label: `up to ${n} min` }))}
        onChange={(value) => set({ minutes: value === null ? undefined : Number(value) })}
      />
      <SegmentedControl
        aria-label="For this client"
        value={filter.may}
        data={[
          { value: 'all', label: 'all' },
          { value: 'may', label: 'may do' },
          { value: 'mayNot', label: 'not for this client' },
        ]}
        onChange={(value) => set({ may: value === 'may' ? 'may' : value === 'mayNot' ? 'mayNot' : 'all' })}
      />
    </Group>
  )
}

type Standing = { in: 'plan' | 'out' | 'never'; text: string }

/** Where a drill stands for this client: in the plan, out for now, or not for them. */
function stateOf(id: string, plan: TrainingPlan, because: LeftOut['because'] | undefined): Standing {
  const phases = plan.phases.filter((p) => p.picks.some((pick) => pick.exercise.id === id))
  if (phases.length > 0)
    return { in: 'plan', text: `in the plan: ${phases.map((p) => stageText[p.stage]).join(', ')}` }
  if (!because) return { in: 'out', text: 'not in the plan' }
  const isOut = because.why === 'others' || because.why === 'nothingShort' || because.why === 'banned'
  return { in: isOut ? 'out' : 'never', text: leftOutText(because) }
}

function DrillLine({
  exercise,
  state,
  isOpen,
  minutes,
  onOpen,
}: {
  exercise: Exercise
  state: Standing
  isOpen: boolean
  minutes: number
  onOpen: () => void
}) {
  return (
    <li>
      <button
        type="button"
        className={classes.line}
        aria-pressed={isOpen}
        onClick={onOpen}
        data-line={exercise.id}
        data-in={state.in}
      >
        <MovementView id={exercise.id} width={96} />
        <span>
          <strong>{exercise.name}</strong>
          <span className={classes.small}>
            {exercise.targets.map(([c]) => capacityText[c]).join(', ')} · {num(minutes)} min
          </span>
          <span className={classes.small} data-standing>
            {state.text}
          </span>
        </span>
      </button>
    </li>
  )
}

/** What the plan says to this drill, and what may be done about it. */
function Standing({
  exercise,
  plan,
  because,
}: {
  exercise: Exercise
  plan: TrainingPlan
  because: LeftOut['because'] | undefined
}) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { pinned, banned } = facts.plan
  const { id, name } = exercise
  const state = stateOf(id, plan, because)
  const [isPinned, isBanned] = [pinned.includes(id), banned.includes(id)]
  return (
    <Group gap={8} className={classes.standing} data-in={state.in}>
      <span>{state.text}</span>
      {state.in !== 'never' && (
        <>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconPin size={15} />}
            aria-pressed={isPinned}
            onClick={() =>
              record({
                'answer.planPinned': isPinned ? pinned.filter((p) => p !== id) : [...pinned, id],
                'answer.planBanned': banned.filter((b) => b !== id),
              })
            }
          >
            {isPinned ? `Unpin ${name}` : `Pin ${name}`}
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconX size={15} />}
            aria-pressed={isBanned}
            onClick={() =>
              record({
                'answer.planBanned': isBanned ? banned.filter((b) => b !== id) : [...banned, id],
                'answer.planPinned': pinned.filter((p) => p !== id),
              })
            }
          >
            {isBanned ? 'Bring back' : 'Leave out'}
          </Button>
        </>
      )}
    </Group>
  )
}

/** Whether the client likes it, and what they call it. */
function ClientSays({ exercise: { id, client } }: { exercise: Exercise }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { liked, disliked, drillWords } = facts.plan
  const toggled = (list: readonly string[]) =>
    list.includes(id) ? list.filter((x) => x !== id) : [...list, id]
  const called = drillWords[id] ?? ''
  return (
    <Group gap={8} align="end">
      <Button
        size="compact-sm"
        variant="default"
        leftSection={<IconHeart size={15} />}
        aria-pressed={liked.includes(id)}
        data-liked={liked.includes(id)}
        onClick={() =>
          record({
            'answer.drillsLiked': toggled(liked),
            'answer.drillsDisliked': disliked.filter((x) => x !== id),
          })
        }
      >
        {liked.includes(id) ? 'Likes it' : 'Client likes it'}
      </Button>
      <Button
        size="compact-sm"
        variant="default"
        leftSection={<IconHeartBroken size={15} />}
        aria-pressed={disliked.includes(id)}
        onClick={() =>
          record({
            'answer.drillsDisliked': toggled(disliked),
            'answer.drillsLiked': liked.filter((x) => x !== id),
          })
        }
      >
        {disliked.includes(id) ? 'Does not like it' : 'Client does not like it'}
      </Button>
      <TextInput
        key={id}
        label="Client’s words for it"
        placeholder={client}
        defaultValue={called}
        maxLength={120}
        onBlur={(event) => {
          const text = event.currentTarget.value.trim()
          if (text === called) return
          const { [id]: _gone, ...rest } = drillWords
          record({ 'answer.drillWords': text === '' ? rest : { ...rest, [id]: text } })
        }}
      />
    </Group>
  )
}
