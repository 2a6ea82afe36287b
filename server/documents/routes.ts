import dayjs from 'dayjs'
import { Router } from 'express'
import { answerOf, handoutOf, letterPins } from '@sturvo/schema'
import { referenceValues } from '@sturvo/core/reference'
import { letterText } from '@sturvo/schema/words'
import type { Database } from '../data/database'
import { Fault, idOf } from '../http/faults'
import { whoIs } from '../signin/sessions'
import { readVisit } from '../visits/readVisit'
import { handoutPdf } from './handoutPdf'

const dayAsRead = (day: string) => dayjs(day).format('D MMMM YYYY')

export function documentRoutes(database: Database): Router {
  const router = Router()
  router.get('/visits/:id/handout.pdf', async (request, response) => {
    const { visit, person, practice, facts, reading } = await readVisit(database, idOf(request))
    const handout = handoutOf({
      reading,
      practice: practice.name,
      client: person.name,
      on: dayAsRead(visit.startedOn),
      ...facts.plan,
      pinnedFindings: answerOf(visit.fields, 'pinnedSentences') ?? [],
      references: referenceValues(practice.references),
    })
    response
      .type('pdf')
      .set('Cache-Control', 'no-store')
      .send(await handoutPdf(handout))
  })
  router.get('/visits/:id/letter.txt', async (request, response) => {
    const { visit, person, practice, reading } = await readVisit(database, idOf(request))
    const stops = reading.cautions.cautions.filter((c) => c.level === 'stop' && !c.dealtWith)
    if (stops.length === 0) throw new Fault(409, 'noStop', 'No caution asks for a letter in this visit.')
    response.type('text/plain').send(
      letterText({
        practice,
        practitioner: whoIs(request).name,
        client: person,
        on: dayAsRead(visit.startedOn),
        stops,
        findings: reading.findings,
        pinnedFindings: letterPins(visit.fields),
        references: referenceValues(practice.references),
      }),
    )
  })
  return router
}
