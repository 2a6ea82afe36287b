import { Button, Group, SegmentedControl, Select, TextInput } from '@mantine/core'
import { IconHeart, IconHeartBroken, IconPin, IconSearch, IconX } from '@tabler/icons-react'
import { useMemo, useState } from 'react'
import {
  capacities,
  isForbidden,
  kitItems,
  basisOf,
  exerciseOf,
  programmeOf,
  stages,
  type Exercise,
  type LeftOut,
  type PlanInput,
  type TrainingPlan,
} from '@sturvo/core/training'
import { capacityText, kitText, leftOutText, num, stageText } from '@sturvo/words'
import { useSessionQuery } from '../../../app/api'
import { failureText } from '../../../app/failureText'
import { useKeepDrillMutation } from '../../../app/practiceApi'
import { MovementView } from '../../../parts/MovementView'
import { useDrills } from '../plan/useDrills'
import { usePicks } from '../plan/usePicks'
import { usePlan } from '../plan/usePlan'
import { WithOpenPlan } from '../plan/WithOpenPlan'
import { SideRoomHead } from '../SideRoomHead'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { DrillPage } from './DrillPage'
import { OwnDrillForm } from './OwnDrillForm'
import { filtered, noFilter, startMinutes, type DrillFilter } from './drillFilter'
import classes from './Drills.module.css'

/** Every drill there is, what this client may do and why not, and one of them large. */
export function DrillsRoom() {
  return <WithOpenPlan>{(input) => <OpenLibrary input={input} />}</WithOpenPlan>
}

function OpenLibrary({ input }: { input: PlanInput }) {
  const { references } = useVisitFrame()
  const { plan } = usePlan(input)
  const { all: drills } = useDrills()
  const [filter, setFilter] = useState<DrillFilter>(noFilter)
  const [chosen, setChosen] = useState<string>()
  const because = useMemo(() => {
    // where nothing is trained nobody asked what is forbidden: here it is asked of every drill
    const rules = programmeOf(input).leftOut
    const byId = new Map(plan.leftOut.map((left) => [left.exercise.id, left.because]))
    return (id: string) => byId.get(id) ?? rules.get(id)
  }, [plan, input])
  const shown = filtered(drills, filter, because, references)
  const open = shown.find((e) => e.id === chosen) ?? shown[0]
  const set = (change: Partial<DrillFilter>) => setFilter({ ...filter, ...change })
  return (
    <div className={classes.room}>
      <SideRoomHead title="Drills">
        <span className={classes.soft} role="status" data-count={shown.length}>
          {shown.length} of {drills.length}
        </span>
      </SideRoomHead>
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
                state={placeOf(e.id, plan, because(e.id))}
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
            <OwnDrill exercise={open} onKept={setChosen} />
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

type Place = { in: 'plan' | 'out' | 'never'; text: string }

/** Where a drill stands for this client: in the plan, out for now, or not for them. */
function placeOf(id: string, plan: TrainingPlan, because: LeftOut['because'] | undefined): Place {
  const phases = plan.phases.filter((p) => p.picks.some((pick) => pick.exercise.id === id))
  if (phases.length > 0)
    return { in: 'plan', text: `in the plan: ${phases.map((p) => stageText[p.stage]).join(', ')}` }
  if (!because) return { in: 'out', text: 'not in the plan' }
  return { in: isForbidden(because) ? 'never' : 'out', text: leftOutText(because) }
}

function DrillLine({
  exercise,
  state,
  isOpen,
  minutes,
  onOpen,
}: {
  exercise: Exercise
  state: Place
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
        <MovementView id={basisOf(exercise)} width={96} />
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
  const picks = usePicks()
  const { id, name } = exercise
  const place = placeOf(id, plan, because)
  const [isPinned, isBanned] = [picks.isPinned(id), picks.isBanned(id)]
  return (
    <Group gap={8} className={classes.standing} data-in={place.in}>
      <span>{place.text}</span>
      {place.in !== 'never' && (
        <>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconPin size={15} />}
            aria-pressed={isPinned}
            onClick={() => (isPinned ? picks.unpin(id) : picks.pin(id))}
          >
            {isPinned ? `Unpin ${name}` : `Pin ${name}`}
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconX size={15} />}
            aria-pressed={isBanned}
            onClick={() => (isBanned ? picks.bringBack(id) : picks.ban(id))}
          >
            {isBanned ? 'Bring back' : 'Leave out'}
          </Button>
        </>
      )}
    </Group>
  )
}

/** Making, changing and retiring a drill of the practice's own. What the plan is made of is a practitioner's. */
function OwnDrill({ exercise, onKept }: { exercise: Exercise; onKept: (id: string) => void }) {
  const { practice } = useVisitFrame()
  const { data: session } = useSessionQuery()
  const [keep, { error }] = useKeepDrillMutation()
  const [isOpen, setOpen] = useState(false)
  const own = practice.drills.find((one) => one.id === exercise.id)
  const basis = exerciseOf(basisOf(exercise))
  if (!basis || session?.account.role === 'assistant') return null
  return (
    <Group gap={8} data-own={own !== undefined}>
      {own && <span className={classes.soft}>Your practice’s own, made from {basis.name}.</span>}
      <Button size="compact-sm" variant="default" onClick={() => setOpen(true)}>
        {own ? 'Change' : 'Make your own from this'}
      </Button>
      {own && (
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => void keep({ version: practice.version, drill: { ...own, isRetired: true } })}
        >
          Retire
        </Button>
      )}
      {error !== undefined && <span role="alert">{failureText(error)}</span>}
      {isOpen && (
        <OwnDrillForm
          basis={basis}
          own={own}
          onClose={(kept) => {
            setOpen(false)
            if (kept !== undefined) onKept(kept)
          }}
        />
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
