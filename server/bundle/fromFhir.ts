import { z } from 'zod'
import { measureStates, measureTable, type MeasureId } from '@sturvo/core/measures'
import { daySchema, type BundleRecords } from '@sturvo/schema'
import { bodyWeight, fhirNames, footSites, ucum } from './fhirNames'
import { foreignMeasure, foreignPerson, foreignVisit, ownId } from './foreignRecords'
import { importFault } from './importFault'

const coding = z.object({ system: z.string().optional(), code: z.string().optional() })
const concept = z.object({ coding: z.array(coding).optional(), text: z.string().optional() })
const reference = z.object({ reference: z.string().max(200).optional() })
const quantity = z.object({ value: z.number(), unit: z.string().optional(), code: z.string().optional() })

const patientSchema = z.object({
  id: z.string().min(1).max(64),
  name: z
    .array(
      z.object({
        text: z.string().optional(),
        family: z.string().optional(),
        given: z.array(z.string()).optional(),
      }),
    )
    .optional(),
  birthDate: z
    .string()
    .regex(/^\d{4}(-\d{2}(-\d{2})?)?$/)
    .optional(),
  telecom: z.array(z.object({ system: z.string().optional(), value: z.string().optional() })).optional(),
})
const encounterSchema = z.object({
  id: z.string().min(1).max(64),
  subject: reference.optional(),
  period: z.object({ start: z.string().optional() }).optional(),
})
const observationSchema = z.object({
  id: z.string().max(64).optional(),
  status: z.string(),
  code: concept,
  subject: reference.optional(),
  encounter: reference.optional(),
  effectiveDateTime: z.string().optional(),
  bodySite: concept.optional(),
  valueQuantity: quantity.optional(),
  valueString: z.string().max(200).optional(),
  extension: z.array(z.object({ url: z.string(), valueInteger: z.number().int().optional() })).optional(),
})
const bundleShape = z.object({
  resourceType: z.literal('Bundle'),
  entry: z
    .array(z.object({ resource: z.looseObject({ resourceType: z.string().max(60) }).optional() }))
    .max(200_000)
    .default([]),
})

const refId = (kind: string, ref: string | undefined) =>
  ref === undefined ? undefined : new RegExp(`(?:^|/)${kind}/([A-Za-z0-9.-]{1,64})$`).exec(ref)?.[1]

/**
 * Takes persons, visits and the measures it knows out of a FHIR bundle, and lists what it leaves.
 * @throws Fault 422 badFile where it is no bundle at all
 */
export function fromFhir(raw: unknown): { records: Partial<BundleRecords>; leftOut: string[] } {
  const bundle = bundleShape.safeParse(raw)
  if (!bundle.success) throw importFault('This is no FHIR bundle that can be read.', 'resourceType')
  const person: BundleRecords['person'] = []
  const visits = new Map<string, BundleRecords['visit'][number]>()
  const measure: BundleRecords['measure'] = []
  const answer: BundleRecords['answer'] = []
  const left = new Map<string, number>()
  const leave = (what: string) => left.set(what, (left.get(what) ?? 0) + 1)
  // every program counts its patients from 1: an id of theirs is nobody without the name and the day of birth beside it
  const personIds = new Map<string, string>()
  const all = bundle.data.entry.flatMap(({ resource }) => (resource ? [resource] : []))
  const of = (type: string) => all.filter((one) => one.resourceType === type)
  for (const one of of('Patient')) {
    const read = patientSchema.safeParse(one)
    const name = read.success ? nameOf(read.data.name?.[0]) : ''
    if (!read.success || name === '') leave('Patient without a name')
    else {
      const id = ownId('Patient', read.data.id, `${name} ${read.data.birthDate ?? ''}`)
      personIds.set(read.data.id, id)
      person.push(
        foreignPerson(id, {
          name: name.slice(0, 120),
          birthYear: read.data.birthDate === undefined ? null : Number(read.data.birthDate.slice(0, 4)),
          phone: telecomOf(read.data.telecom, 'phone'),
          email: telecomOf(read.data.telecom, 'email'),
        }),
      )
    }
  }
  const visitIds = new Map<string, string>()
  for (const one of of('Encounter')) {
    const read = encounterSchema.safeParse(one)
    const patient = read.success ? refId('Patient', read.data.subject?.reference) : undefined
    const day = read.success ? dayOf(read.data.period?.start) : undefined
    const personId = patient === undefined ? undefined : personIds.get(patient)
    if (!read.success || personId === undefined || day === undefined)
      leave('Encounter without a patient in the file or without a day')
    else {
      const id = ownId('Encounter', read.data.id, personId)
      visitIds.set(read.data.id, id)
      visits.set(id, foreignVisit(id, personId, day))
    }
  }
  const trials = new Map<string, number>()
  for (const one of of('Observation')) {
    const read = observationSchema.safeParse(one)
    const encounter = read.success ? refId('Encounter', read.data.encounter?.reference) : undefined
    const visit = encounter === undefined ? undefined : visits.get(visitIds.get(encounter) ?? '')
    if (!read.success || !visit || !['final', 'amended', 'corrected'].includes(read.data.status)) {
      leave('Observation that is not final or belongs to no visit in the file')
      continue
    }
    const codes = read.data.code.coding ?? []
    const { valueQuantity: amount, valueString: word } = read.data
    if (codes.some((c) => c.system === fhirNames.loinc && c.code === bodyWeight.code)) {
      if (amount?.code === 'kg')
        answer.push({
          visitId: visit.id,
          key: 'bodyMassKg',
          value: amount.value,
          version: 1,
          created: visit.created,
          changed: visit.changed,
        })
      else leave('body weight in another unit than kg')
      continue
    }
    const id = codes.find((c) => c.system === fhirNames.measures)?.code as MeasureId | undefined
    const definition =
      id === undefined ? undefined : (measureTable[id] as (typeof measureTable)[MeasureId] | undefined)
    const side = sideOf(read.data.bodySite)
    // what could not be done, or was not tried, is a word of ours beside any measure
    const state = measureStates.find((one) => one === word)
    const value = definition?.kind === 'number' ? (amount?.value ?? state) : word
    if (!definition || side === undefined || value === undefined) {
      leave('Observation that is no measure of ours, or on no side')
      continue
    }
    if (definition.kind === 'number' && typeof value === 'number' && amount?.code !== ucum(definition.unit)) {
      leave('measure in another unit')
      continue
    }
    const place = `${visit.id} ${id!} ${side}`
    const named = read.data.extension?.find((e) => e.url === fhirNames.trial)?.valueInteger
    const trial = named ?? (trials.get(place) ?? 0) + 1
    trials.set(place, Math.max(trial, trials.get(place) ?? 0))
    measure.push(
      foreignMeasure({
        visitId: visit.id,
        measure: id!,
        side,
        trial,
        value,
        unit: definition.kind === 'number' ? definition.unit : '',
        day: visit.startedOn,
        ...(read.data.id !== undefined && { id: ownId('Observation', read.data.id, visit.id) }),
      }),
    )
  }
  for (const one of all)
    if (!['Patient', 'Encounter', 'Observation'].includes(one.resourceType))
      leave(one.resourceType.replaceAll(/\W/g, ''))
  return {
    records: { person, visit: [...visits.values()], measure, answer },
    leftOut: [...left].map(([what, count]) => `${count} × ${what}`),
  }
}

function nameOf(
  name: { text?: string | undefined; family?: string | undefined; given?: string[] | undefined } | undefined,
): string {
  return (name?.text ?? [...(name?.given ?? []), name?.family ?? ''].join(' ')).trim()
}

function telecomOf(telecom: z.infer<typeof patientSchema>['telecom'], system: string): string {
  return (telecom?.find((one) => one.system === system)?.value ?? '').slice(0, 200)
}

function dayOf(moment: string | undefined): string | undefined {
  const day = daySchema.safeParse(moment?.slice(0, 10))
  return day.success ? day.data : undefined
}

function sideOf(site: z.infer<typeof concept> | undefined): 'left' | 'right' | undefined {
  const codes = (site?.coding ?? []).map(({ code }) => code)
  if (codes.includes(footSites.left.code)) return 'left'
  if (codes.includes(footSites.right.code)) return 'right'
  return undefined
}
