import type {
  Bundle as FhirBundle,
  CarePlan,
  DocumentReference,
  Encounter,
  FhirResource,
  Observation,
  Patient,
  Practitioner,
  ServiceRequest,
} from 'fhir/r4'
import { errorKindOf, measureTable, type MeasureId, type NumberMeasureId } from '@sturvo/core/measures'
import type { References } from '@sturvo/core/reference'
import { keptPlanSchema, type BundleRecords } from '@sturvo/schema'
import { cautionText, measureText } from '@sturvo/words'
import { bodyWeight, fhirNames, footSites, ucum } from './fhirNames'

/**
 * One client as a FHIR R4 bundle (a collection): person, who treated (by role alone), visits, measures in force, plans,
 * referrals, and where their papers are. Codes of others only where they are certain; everything else in our own system.
 */
export function toFhir(records: BundleRecords, references: References): FhirBundle {
  const resources: FhirResource[] = [
    ...records.person.map(patientOf),
    ...records.account.map(practitionerOf),
    ...records.visit.map(encounterOf),
    ...records.measure.flatMap((row) => observationOf(row, records, references)),
    ...records.answer.flatMap((row) => weightOf(row, records)),
    ...records.plan.flatMap((row) => carePlanOf(row, records)),
    ...records.answer.flatMap((row) => referralOf(row, records)),
    ...records.plan.map(paperOf),
  ]
  return {
    resourceType: 'Bundle',
    type: 'collection',
    entry: resources.map((resource) => ({
      fullUrl: `https://sturvo.invalid/fhir/${resource.resourceType}/${resource.id ?? ''}`,
      resource,
    })),
  }
}

const subjectOf = (personId: string) => ({ reference: `Patient/${personId}` })
const encounterRef = (visitId: string) => ({ reference: `Encounter/${visitId}` })
const visitOf = (records: BundleRecords, id: string) => records.visit.find((visit) => visit.id === id)

function patientOf(person: BundleRecords['person'][number]): Patient {
  const telecom = [
    ...(person.phone === '' ? [] : [{ system: 'phone' as const, value: person.phone }]),
    ...(person.email === '' ? [] : [{ system: 'email' as const, value: person.email }]),
  ]
  return {
    resourceType: 'Patient',
    id: person.id,
    active: true,
    name: [{ text: person.name }],
    ...(person.birthYear !== null && { birthDate: String(person.birthYear) }),
    ...(telecom.length > 0 && { telecom }),
  }
}

/** Whoever treated is named by role alone: their name belongs to them. */
function practitionerOf({ id, role }: BundleRecords['account'][number]): Practitioner {
  return { resourceType: 'Practitioner', id, qualification: [{ code: { text: role } }] }
}

function encounterOf(visit: BundleRecords['visit'][number]): Encounter {
  return {
    resourceType: 'Encounter',
    id: visit.id,
    status: 'finished',
    class: { system: 'http://terminology.hl7.org/CodeSystem/v3-ActCode', code: 'AMB', display: 'ambulatory' },
    subject: subjectOf(visit.personId),
    period: { start: visit.startedOn, end: visit.startedOn },
  }
}

function observationOf(
  row: BundleRecords['measure'][number],
  records: BundleRecords,
  references: References,
): Observation[] {
  const visit = visitOf(records, row.visitId)
  // what was corrected stays with us; others get what is in force
  if (row.supersededBy !== null || !visit || (row.value === null && row.word === null)) return []
  const id = row.measure as MeasureId
  const definition = measureTable[id] as (typeof measureTable)[MeasureId] | undefined
  if (definition === undefined) return []
  const kind = definition.kind === 'number' ? errorKindOf(id as NumberMeasureId) : undefined
  const site = footSites[row.side]
  return [
    {
      resourceType: 'Observation',
      id: row.id,
      status: 'final',
      code: {
        coding: [{ system: fhirNames.measures, code: id, display: measureText[id].name }],
        text: measureText[id].name,
      },
      subject: subjectOf(visit.personId),
      encounter: encounterRef(visit.id),
      effectiveDateTime: visit.startedOn,
      ...(records.account.some((one) => one.id === row.byAccount) && {
        performer: [{ reference: `Practitioner/${row.byAccount}` }],
      }),
      bodySite: { coding: [{ system: fhirNames.snomed, ...site }], text: `${row.side} foot` },
      method: { text: 'by hand, by a practitioner' },
      ...(row.value === null
        ? { valueString: row.word! }
        : {
            valueQuantity: {
              value: row.value,
              ...(row.unit !== '' && { unit: row.unit }),
              system: fhirNames.ucum,
              code: ucum(row.unit),
            },
          }),
      extension: [
        { url: fhirNames.trial, valueInteger: row.trial },
        ...(kind === undefined
          ? []
          : [
              {
                url: fhirNames.error,
                valueQuantity: {
                  value: references[kind],
                  ...(row.unit !== '' && { unit: row.unit }),
                  system: fhirNames.ucum,
                  code: ucum(row.unit),
                },
              },
            ]),
      ],
    },
  ]
}

function weightOf(row: BundleRecords['answer'][number], records: BundleRecords): Observation[] {
  const visit = visitOf(records, row.visitId)
  if (row.key !== 'bodyMassKg' || typeof row.value !== 'number' || !visit) return []
  return [
    {
      resourceType: 'Observation',
      id: `${row.visitId}-weight`,
      status: 'final',
      code: { coding: [{ system: fhirNames.loinc, ...bodyWeight }], text: bodyWeight.display },
      subject: subjectOf(visit.personId),
      encounter: encounterRef(visit.id),
      effectiveDateTime: visit.startedOn,
      valueQuantity: { value: row.value, unit: 'kg', system: fhirNames.ucum, code: 'kg' },
    },
  ]
}

function carePlanOf(row: BundleRecords['plan'][number], records: BundleRecords): CarePlan[] {
  const parsed = keptPlanSchema.safeParse(JSON.parse(row.document))
  if (!parsed.success) return []
  const newest = Math.max(...records.plan.filter((p) => p.personId === row.personId).map((p) => p.number))
  const days = parsed.data.days?.weeks.flatMap((week) => week.days.map((day) => day.date)) ?? []
  return [
    {
      resourceType: 'CarePlan',
      id: row.id,
      status: row.number === newest ? 'active' : 'completed',
      intent: 'plan',
      title: `Foot training, toe spacing and change of footwear, version ${row.number}`,
      subject: subjectOf(row.personId),
      encounter: encounterRef(row.visitId),
      created: row.madeOn,
      ...(records.account.some((one) => one.id === row.byAccount) && {
        author: { reference: `Practitioner/${row.byAccount}` },
      }),
      ...(days.length > 0 && { period: { start: days[0]!, end: days.at(-1)! } }),
      activity: parsed.data.plan.phases.flatMap((phase) =>
        phase.drills.map((drill) => ({
          detail: {
            status: 'scheduled' as const,
            description: `${drill.name}: ${drill.sets} sets, ${drill.perWeek} days a week, from week ${phase.fromWeek} for ${phase.weeks} weeks`,
          },
        })),
      ),
    },
  ]
}

/** A caution that was raised and asks for somebody else. */
function referralOf(row: BundleRecords['answer'][number], records: BundleRecords): ServiceRequest[] {
  const visit = visitOf(records, row.visitId)
  const id = row.key.startsWith('caution:') ? row.key.slice('caution:'.length) : undefined
  const words =
    id === undefined ? undefined : (cautionText as Record<string, { name: string } | undefined>)[id]
  if (!visit || id === undefined || words === undefined || row.value !== true) return []
  const dealt = records.dealt.find(
    (one) => one.visitId === row.visitId && one.caution === id && one.deletedOn === null,
  )
  return [
    {
      resourceType: 'ServiceRequest',
      id: `${row.visitId}-${id}`.slice(0, 64),
      status: dealt ? 'completed' : 'active',
      intent: 'proposal',
      code: { coding: [{ system: fhirNames.cautions, code: id, display: words.name }], text: words.name },
      subject: subjectOf(visit.personId),
      encounter: encounterRef(visit.id),
      authoredOn: visit.startedOn,
      ...(dealt && { note: [{ text: dealt.words }] }),
    },
  ]
}

function paperOf(row: BundleRecords['plan'][number]): DocumentReference {
  return {
    resourceType: 'DocumentReference',
    id: `${row.id}-handout`,
    status: 'current',
    subject: subjectOf(row.personId),
    date: row.created,
    description: `The client’s page of version ${row.number}`,
    content: [{ attachment: { contentType: 'application/pdf', url: `/api/plans/${row.id}/handout.pdf` } }],
  }
}
