import { Button, Group, NativeSelect, SegmentedControl, Slider } from '@mantine/core'
import { useReducedMotion } from '@mantine/hooks'
import { IconArrowLeft, IconPrinter } from '@tabler/icons-react'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { compareVisits } from '@sturvo/core/overTime'
import { bigToeGoalOf } from '@sturvo/core/reading'
import type { Person, Practice } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { usePersonQuery } from '../../app/api'
import { useBackgroundQuery } from '../../app/errorApi'
import { usePracticeQuery } from '../../app/practiceApi'
import { ChoiceChip } from '../../parts/ChoiceChip'
import { ComparisonTable } from '../../parts/ComparisonTable'
import { LoadedPart } from '../../parts/LoadedPart'
import { useDatedReading, type DatedVisit } from '../../parts/useDatedReading'
import classes from './Compare.module.css'
import { compareLayers, layerName, OverlaidFeet, type CompareLayer, type Showing } from './OverlaidFeet'
import { ShelfCompare } from './ShelfCompare'
import { ShareSpace } from './ShareSpace'

/** Any two visits, before over after: drawn over each other, with the numbers and what is to be made of them. */
export default function CompareRoom() {
  const { personId = '' } = useParams()
  const person = usePersonQuery(personId)
  const practice = usePracticeQuery()
  return (
    <LoadedPart query={person}>
      {(who) => (
        <LoadedPart query={practice}>{(where) => <Chosen person={who} practice={where} />}</LoadedPart>
      )}
    </LoadedPart>
  )
}

function Chosen({ person, practice }: { person: Person; practice: Practice }) {
  const [params, setParams] = useSearchParams()
  const visits = [...person.visits].sort((a, b) => a.startedOn.localeCompare(b.startedOn))
  const known = (id: string | null, other: string | undefined) =>
    visits.some((visit) => visit.id === id) ? id! : other
  const a = known(params.get('a'), visits[0]?.id)
  const b = known(params.get('b'), visits.at(-1)?.id)
  const one = useDatedReading(a, person, practice)
  const other = useDatedReading(b, person, practice)
  const choose = (which: 'a' | 'b', id: string) =>
    setParams({ a: a ?? '', b: b ?? '', [which]: id }, { replace: true })
  const options = visits.map((visit, i) => ({
    value: visit.id,
    label: `Visit ${i + 1}, ${dayAsRead(visit.startedOn)}`,
  }))
  return (
    <div className={classes.room}>
      <Group justify="space-between" className={classes.noPrint}>
        <Button
          component={Link}
          to={`/person/${person.id}`}
          variant="default"
          leftSection={<IconArrowLeft size={16} />}
        >
          {person.name} over time
        </Button>
        <Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print this page
        </Button>
      </Group>
      <h1>{person.name}: two visits compared</h1>
      {visits.length < 2 ? (
        <p className={classes.card}>There is one visit only. A second one can be laid over it.</p>
      ) : (
        <>
          <Group className={classes.noPrint}>
            <NativeSelect
              label="Before"
              value={a}
              data={options}
              onChange={(event) => choose('a', event.currentTarget.value)}
            />
            <NativeSelect
              label="After"
              value={b}
              data={options}
              onChange={(event) => choose('b', event.currentTarget.value)}
            />
          </Group>
          {one.isFailed || other.isFailed ? (
            <p role="alert">One of the visits cannot be read just now. Try again when Sturvo is reached.</p>
          ) : one.read && other.read ? (
            <Compared {...inOrder(one.read, other.read)} practice={practice} />
          ) : (
            <p role="status">Reading both visits …</p>
          )}
        </>
      )}
    </div>
  )
}

/** The day tells which came first, whatever was chosen as which. */
function inOrder(one: DatedVisit, other: DatedVisit): { before: DatedVisit; after: DatedVisit } {
  return one.day <= other.day ? { before: one, after: other } : { before: other, after: one }
}

const blinkMs = 900
const shapes = ['both', 'slide', 'blink'] as const
type Shape = (typeof shapes)[number]

function Compared({
  before,
  after,
  practice,
}: {
  before: DatedVisit
  after: DatedVisit
  practice: Practice
}) {
  const { data: background } = useBackgroundQuery(after.visit.id)
  const [layers, setLayers] = useState<CompareLayer[]>(['outline', 'print', 'arch', 'tripod'])
  const [shape, setShape] = useState<Shape>('both')
  const [place, setPlace] = useState(50)
  const showing = useShowing(shape, place)
  const comparison = compareVisits(before, after, {
    references: after.references,
    errors: background?.overDays,
    bigToeGoalDeg: bigToeGoalOf(practice.settings, after.references),
  })
  return (
    <>
      <p className={classes.when} data-compared-days>
        <span className={classes.before}>- - before: {dayAsRead(before.day)}</span>
        <span className={classes.after}>— after: {dayAsRead(after.day)}</span>
      </p>
      <section className={classes.card} aria-label="Laid over each other">
        <Group justify="space-between" className={classes.noPrint}>
          <Group gap={6} role="group" aria-label="Layers">
            {compareLayers.map((layer) => (
              <ChoiceChip
                key={layer}
                isOn={layers.includes(layer)}
                onToggled={() =>
                  setLayers(layers.includes(layer) ? layers.filter((l) => l !== layer) : [...layers, layer])
                }
              >
                {layerName[layer]}
              </ChoiceChip>
            ))}
          </Group>
          <SegmentedControl
            aria-label="How they are laid over each other"
            value={shape}
            onChange={(value) => setShape(shapes.find((each) => each === value) ?? 'both')}
            data={[
              { value: 'both', label: 'Both' },
              { value: 'slide', label: 'Slide' },
              { value: 'blink', label: 'Blink' },
            ]}
          />
        </Group>
        <OverlaidFeet
          before={before}
          after={after}
          layers={layers}
          showing={showing}
          points={practice.settings.tripodPoints}
        />
        {shape === 'slide' && (
          <Slider
            className={classes.noPrint}
            value={place}
            onChange={setPlace}
            label={null}
            thumbLabel="How far the later visit is drawn over the earlier one"
          />
        )}
        <div className={classes.pair}>
          <ShareSpace before={before} after={after} />
          <ShelfCompare before={before} after={after} />
        </div>
      </section>
      <section className={classes.card} aria-labelledby="numbers">
        <h2 id="numbers">In numbers</h2>
        <ComparisonTable comparison={comparison} name="Numbers of both visits" />
      </section>
    </>
  )
}

function useShowing(shape: Shape, place: number): Showing {
  const isStill = useReducedMotion()
  const [isAfter, setAfter] = useState(true)
  useEffect(() => {
    if (shape !== 'blink') return
    const timer = setInterval(() => setAfter((shown) => !shown), isStill ? 4 * blinkMs : blinkMs)
    return () => clearInterval(timer)
  }, [shape, isStill])
  if (shape === 'blink') return isAfter ? 'after' : 'before'
  return shape === 'both' ? 'both' : place / 100
}
