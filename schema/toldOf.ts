import {
  heldBackBy,
  readCautions,
  toldSigns,
  type CautionId,
  type CautionReading,
} from '@sturvo/core/cautions'
import type { VisitTold } from '@sturvo/core/inForce'
import { isNumberMeasure } from '@sturvo/core/measures'
import type { References } from '@sturvo/core/reference'
import { sides } from '@sturvo/core/side'
import { answerOf, cautionAnswersOf, dealtOf, historyOf, marksOf } from './factsOf'
import type { Fields } from './visit'

type Asked = {
  fields: Fields
  startedOn: string
  birthYear: number | null
  /** false where a coach leads: what asks for somebody licensed then allows no plan */
  hasLicensedLead: boolean
}

/**
 * The cautions that a visit tells by itself: answers, history, medicines, the map, what was seen swollen. Quick, because
 * lists and doors ask it; what needs the whole reading (a grade, a fat pad) only limits and never stops.
 */
export function cautionsTold(
  { fields, startedOn, birthYear, hasLicensedLead }: Asked,
  references: References,
): CautionReading {
  const told = {
    ageYears: birthYear === null ? undefined : Number(startedOn.slice(0, 4)) - birthYear,
    events: historyOf(fields, startedOn),
    pains: marksOf(fields).map(({ kind, side, when = [] }) => ({ kind, side, when })),
    medicines: answerOf(fields, 'medicines') ?? [],
    swelling: sides.flatMap((side) => wordsOf(fields, 'swelling', side)),
  }
  const pains = told.pains.filter((mark) => mark.kind === 'pain')
  return readCautions({
    answers: cautionAnswersOf(fields),
    signs: toldSigns({ ...told, pains }, references),
    dealtWith: dealtOf(fields),
    hasLicensedLead,
    isAgeKnown: birthYear !== null,
  })
}

/** What a visit told about stops, for the list of what is in force. */
export function visitTold(asked: Asked & { visitId: string }, references: References): VisitTold {
  const reading = cautionsTold(asked, references)
  const answers = cautionAnswersOf(asked.fields)
  return {
    visitId: asked.visitId,
    startedOn: asked.startedOn,
    raised: heldBackBy(reading).map((caution) => caution.id),
    dealtWith: Object.keys(dealtOf(asked.fields)) as CautionId[],
    denied: (Object.keys(answers) as (keyof typeof answers)[]).filter(
      (question) => answers[question] === false,
    ),
  }
}

/** Every trial counts: one look that saw it is enough. */
function wordsOf(fields: Fields, measure: 'swelling', side: string): string[] {
  if (isNumberMeasure(measure)) return []
  return Object.entries(fields).flatMap(([path, value]) =>
    path.startsWith(`measure.${measure}.${side}.`) && typeof value === 'string' ? [value] : [],
  )
}
