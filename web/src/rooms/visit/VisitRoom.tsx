import { Suspense, useCallback, useEffect, useMemo, useState } from 'react'
import { Navigate, useParams } from 'react-router'
import { steps, type Step } from '@sturvo/core/reading'
import type { Fields, Visit } from '@sturvo/schema'
import { usePersonQuery, useSessionQuery, useVisitQuery } from '../../app/api'
import { usePracticeQuery } from '../../app/practiceApi'
import { useBackgroundQuery } from '../../app/errorApi'
import { useAppDispatch, useAppSelector } from '../../app/store'
import { outbox } from '../../outbox/outbox'
import { fieldsRecorded, selectVisit, visitLeft, visitOpened } from '../../outbox/visitSlice'
import { LoadedPart } from '../../parts/LoadedPart'
import { PartBoundary } from '../../parts/PartBoundary'
import { DrillsRoom, FeetRoom, PaceRoom, RetestRoom, WeeksRoom } from './steps/otherSteps'
import { useReading } from './useReading'
import { OpenVisit } from './OpenVisit'
import { VisitLayout } from './VisitLayout'

/** Rooms of a visit that are no steps of its trail. */
const sideRooms = ['feet', 'weeks', 'drills', 'pace', 'retest'] as const
type SideRoom = (typeof sideRooms)[number]
type Place = Step | SideRoom
const isSideRoom = (place: string | undefined): place is SideRoom => sideRooms.some((room) => room === place)

function isStep(text: string | undefined): text is Step {
  return steps.some((step) => step === text)
}

/** One visit: fetched, unsent edits laid over it, then shown step by step. */
export default function VisitRoom() {
  const { visitId = '', step } = useParams()
  const visit = useVisitQuery(visitId)
  const place = isSideRoom(step) || isStep(step) ? step : undefined
  if (place === undefined) return <Navigate to={`/visit/${visitId}/story`} replace />
  return (
    <LoadedPart query={visit}>
      {(data) => <FetchedVisit key={data.id} visit={data} step={place} />}
    </LoadedPart>
  )
}

function FetchedVisit({ visit, step }: { visit: Visit; step: Place }) {
  const dispatch = useAppDispatch()
  const open = useAppSelector(selectVisit)
  const [fetched] = useState(visit)
  useEffect(() => {
    dispatch(visitOpened({ visit: fetched, pending: outbox.pendingOf(fetched.id, fetched.version) }))
    return () => void dispatch(visitLeft())
  }, [fetched, dispatch])
  const person = usePersonQuery(visit.personId)
  const practice = usePracticeQuery()
  if (open.visitId !== visit.id) return null
  return (
    <LoadedPart query={person}>
      {(who) => (
        <LoadedPart query={practice}>
          {(where) => (
            <OpenedVisit person={who} practice={where} planInForce={fetched.planInForce} step={step} />
          )}
        </LoadedPart>
      )}
    </LoadedPart>
  )
}

type Opened = Pick<Parameters<typeof useReading>[0], 'person' | 'practice' | 'planInForce'> & {
  step: Place
}

function OpenedVisit({ person, practice, planInForce, step }: Opened) {
  const dispatch = useAppDispatch()
  const { fields, startedOn, visitId = '' } = useAppSelector(selectVisit)
  const { data: session } = useSessionQuery()
  // the visit opens without it: until it is there, the default errors stand in
  const { data: background, isError } = useBackgroundQuery(visitId, { skip: visitId === '' })
  const read = useReading({ fields, person, practice, startedOn, background, planInForce })
  const practitioner = session?.account.name ?? ''
  const errorOf = useMemo(
    () =>
      background
        ? { by: background.by, kinds: Object.keys(background.errors).length }
        : isError
          ? ('failed' as const)
          : undefined,
    [background, isError],
  )
  const { references } = read
  const frame = useMemo(
    () => ({ visitId, startedOn, person, practice, practitioner, references, errorOf }),
    [visitId, startedOn, person, practice, practitioner, references, errorOf],
  )
  const record = useCallback((values: Fields) => void dispatch(fieldsRecorded(values)), [dispatch])
  return (
    <OpenVisit frame={frame} fields={fields} read={read} record={record}>
      {isSideRoom(step) ? (
        <PartBoundary name={step}>
          <Suspense fallback={<p role="status">Opening …</p>}>
            <SideRoomView room={step} />
          </Suspense>
        </PartBoundary>
      ) : (
        <VisitLayout step={step} />
      )}
    </OpenVisit>
  )
}

function SideRoomView({ room }: { room: SideRoom }) {
  switch (room) {
    case 'feet':
      return <FeetRoom />
    case 'weeks':
      return <WeeksRoom />
    case 'drills':
      return <DrillsRoom />
    case 'pace':
      return <PaceRoom />
    case 'retest':
      return <RetestRoom />
  }
}
