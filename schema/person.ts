import { z } from 'zod'
import { lengthUnits, massUnits } from '@sturvo/core/units'
import { kitItems } from '@sturvo/core/training'
import { daySchema, idSchema, lineSchema, longTextSchema, shortTextSchema } from './common'

const firstBirthYear = 1900
const lastBirthYear = 2100 // whether it lies in the future is asked where today is known

const personFields = {
  name: lineSchema.pipe(z.string().min(1, 'The name is missing.').max(120, 'At most 120 letters.')),
  pronouns: shortTextSchema,
  birthYear: z
    .number()
    .int('A birth year is a whole number.')
    .min(firstBirthYear, 'The birth year lies before 1900.')
    .max(lastBirthYear, 'The birth year lies too far ahead.')
    .nullable(),
  work: shortTextSchema,
  phone: shortTextSchema,
  email: z.union(
    [z.literal(''), z.email('This is not an e-mail address.').max(200, 'At most 200 letters.')],
    'This is not an e-mail address.',
  ),
  lengthUnit: z.enum(lengthUnits),
  massUnit: z.enum(massUnits),
  kit: z.array(z.enum(kitItems)).max(kitItems.length),
  /** the day they agreed to what is kept of them, and the words they agreed to */
  consentOn: daySchema.nullable(),
  consentText: longTextSchema,
}

// defaults belong to a new person only: in a change they would wipe what was there
export const newPersonSchema = z.object({
  id: idSchema,
  name: personFields.name,
  pronouns: personFields.pronouns.default(''),
  birthYear: personFields.birthYear.default(null),
  work: personFields.work.default(''),
  phone: personFields.phone.default(''),
  email: personFields.email.default(''),
  lengthUnit: personFields.lengthUnit.default('mm'),
  massUnit: personFields.massUnit.default('kg'),
  kit: personFields.kit.default([]),
  consentOn: personFields.consentOn.default(null),
  consentText: personFields.consentText.default(''),
})
export type NewPerson = z.infer<typeof newPersonSchema>

const visitLineSchema = z.object({ id: idSchema, startedOn: daySchema, stepsFilled: z.number() })
export const personSchema = z.object({
  id: idSchema,
  ...personFields,
  version: z.number().int(),
  created: z.string(),
  visits: z.array(visitLineSchema),
  cautions: z.object({ stop: z.number(), limit: z.number() }),
})
export type Person = z.infer<typeof personSchema>

export const personChangeSchema = z.object(personFields).partial()
/** A page of people. A row that cannot be read is named by its id and breaks nothing. */
export const peopleSchema = z.object({
  people: z.array(personSchema),
  unreadable: z.array(z.string()).default([]),
  next: z.string().nullable(),
})
/** Words of a search, which are names as a rule: they never stand in an address, where logs and histories keep them. */
export const findPeopleSchema = z.object({ find: z.string().max(100, 'At most 100 letters.') })
export const newVisitSchema = z.object({
  id: idSchema,
  startedOn: daySchema,
  /** an earlier visit of the same person, that this one goes on from */
  retestOf: idSchema.optional(),
})
