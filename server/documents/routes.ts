import dayjs from 'dayjs'
import { Router, type Request } from 'express'
import { z } from 'zod'
import { bySide } from '@sturvo/core/side'
import { answerOf, handoutOf, letterPins, photoOf } from '@sturvo/schema'
import { feetPage, papers, svgText, type Paper } from '@sturvo/schema/feetPage'
import { fitPapers, type FitPaper } from '@sturvo/schema/fitPage'
import { letterText, shoeVerdicts } from '@sturvo/schema/words'
import type { Database } from '../data/database'
import { Fault, idOf } from '../http/faults'
import { whoIs } from '../signin/sessions'
import { readVisit } from '../visits/readVisit'
import { feetPdf } from './feetPdf'
import { fitSheets } from './fitSheets'
import { handoutPdf } from './handoutPdf'
import { trueSizePdf } from './trueSizePdf'

const dayAsRead = (day: string) => dayjs(day).format('D MMMM YYYY')

export function documentRoutes(database: Database): Router {
  const router = Router()
  router.get('/visits/:id/handout.pdf', async (request, response) => {
    const { visit, person, practice, references, facts, reading } = await readVisit(database, idOf(request))
    const handout = handoutOf({
      reading,
      practice: practice.name,
      client: person.name,
      on: dayAsRead(visit.startedOn),
      ...facts.plan,
      pinnedFindings: answerOf(visit.fields, 'pinnedSentences') ?? [],
      references,
    })
    response
      .type('pdf')
      .set('Cache-Control', 'no-store')
      .send(await handoutPdf(handout))
  })
  router.get('/visits/:id/letter.txt', async (request, response) => {
    const { visit, person, practice, references, reading } = await readVisit(database, idOf(request))
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
        shoes: shoeVerdicts(reading),
        references,
      }),
    )
  })
  const feetOf = async (request: Request, fonts: { text: string; heading: string }) => {
    const { visit, person, practice, references, facts, reading } = await readVisit(database, idOf(request))
    const paper = paperSchema.safeParse(request.query.paper ?? 'a4')
    if (!paper.success)
      throw new Fault(
        422,
        'badPaper',
        'Paper is a4 or letter. Nothing was made: choose one of them.',
        'paper',
      )
    const on = dayAsRead(visit.startedOn)
    const page = feetPage({
      paper: paper.data,
      fonts,
      practice: practice.name,
      client: person.name,
      on,
      settings: practice.settings,
      references,
      facts,
      traced: bySide((side) => photoOf(visit.fields, 'top', side)?.outlineFootMm),
      reading,
    })
    return { page, paper: paper.data, title: `${person.name}, ${on}` }
  }
  router.get('/visits/:id/feet.pdf', async (request, response) => {
    const { page, paper, title } = await feetOf(request, { text: 'Text', heading: 'Heading' })
    response
      .type('pdf')
      .set('Cache-Control', 'no-store')
      .send(await feetPdf(page, paper, title))
  })
  router.get('/visits/:id/feet.svg', async (request, response) => {
    const { page } = await feetOf(request, {
      text: 'Atkinson Hyperlegible Next, sans-serif',
      heading: 'Bricolage Grotesque, sans-serif',
    })
    response
      .type('image/svg+xml')
      .set('Content-Disposition', 'attachment; filename="feet.svg"')
      .send(svgText(page))
  })
  router.get('/visits/:id/shoes/:shoe/fit.pdf', async (request, response) => {
    const visit = await readVisit(database, idOf(request))
    const paper = fitPaperSchema.safeParse(request.query.paper ?? 'a4')
    if (!paper.success)
      throw new Fault(
        422,
        'badPaper',
        'Paper is a4 or letter. Nothing was made: choose one of them.',
        'paper',
      )
    const sheets = fitSheets(visit, String(request.params.shoe), paper.data, dayAsRead(visit.visit.startedOn))
    response
      .type('pdf')
      .set('Cache-Control', 'no-store')
      .send(await trueSizePdf(sheets, fitPapers[paper.data], `${visit.person.name}, true size`))
  })
  return router
}

const fitPaperSchema = z.enum(Object.keys(fitPapers) as [FitPaper, ...FitPaper[]])
const paperSchema = z.enum(Object.keys(papers) as [Paper, ...Paper[]])
