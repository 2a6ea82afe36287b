import { createReadStream } from 'node:fs'
import type { RecordingMeta } from '@sturvo/core/pressure'
import type { References } from '@sturvo/core/reference'
import { mayTakeUp, type OwnDrill, type PlanInput } from '@sturvo/core/training'
import type { KeptPlan } from '@sturvo/schema'
import { MeasureError } from '@sturvo/core/problem'
import { simulatedPicture, type PictureWish } from '../devices/simulatedPicture'
import { visitDocument, type DocumentWish } from '../documents/visitDocument'
import { faultOf } from '../http/faults'
import { keptPaper, type KeptPaperWish } from '../documents/keptPaper'
import { movedFindings, type PreviewPart } from '../practice/movedFindings'
import { practiceBundle } from '../bundle/exportFile'
import { readImport } from '../bundle/readImport'
import { readRecording } from '../recordings/readRecording'
import { keptCalendar } from '../plans/calendar'
import { clientFiguresOf, clientPlanOf } from '@sturvo/pages/clientPlan'
import { decidedPlan } from '../plans/decidedPlan'
import { heldPlan } from '../inForce/heldPlan'
import { readSources, type VisitSources } from '../visits/readVisit'

/**
 * Everything that takes longer than an answer may hold up others. A job gets plain data and gives plain data back; it
 * never touches the database; only the bundle of the whole practice reads it, by a connection of its own.
 */
export const jobs = {
  visitDocument: ({ sources, wish }: { sources: VisitSources; wish: DocumentWish }) =>
    visitDocument(sources, wish),
  decidedPlan: ({ sources }: { sources: VisitSources }) => decidedPlan(sources),
  /** whether an earlier plan may be taken up by what a visit says; undefined while no plan may be made */
  mayTakeUp: ({ sources, then }: { sources: VisitSources; then: PlanInput }) => {
    const { reading, references } = readSources(sources)
    return Promise.resolve(reading.planInput && mayTakeUp(then, reading.planInput, references))
  },
  heldPlan: (wish: Parameters<typeof heldPlan>[0]) => Promise.resolve(heldPlan(wish)),
  keptPaper: (wish: KeptPaperWish) => keptPaper(wish),
  keptCalendar: (wish: Parameters<typeof keptCalendar>[0]) => Promise.resolve(keptCalendar(wish)),
  clientPlan: ({
    kept,
    isHeld,
    own,
    references,
  }: {
    kept: KeptPlan
    isHeld: boolean
    own: readonly OwnDrill[]
    references: References
  }) => Promise.resolve(clientPlanOf(kept, own, references, isHeld)),
  clientFigures: ({ kept, own }: { kept: KeptPlan; own: readonly OwnDrill[] }) =>
    Promise.resolve(clientFiguresOf(kept, own)),
  practiceBundle: (wish: Parameters<typeof practiceBundle>[0]) => practiceBundle(wish),
  readImport: (wish: Parameters<typeof readImport>[0]) => readImport(wish),
  movedFindings: (part: PreviewPart) => Promise.resolve(movedFindings(part)),
  simulatedPicture: (wish: PictureWish) => simulatedPicture(wish),
  checkRecording: async ({ file }: { file: string }): Promise<{ meta: RecordingMeta; frames: number }> => {
    try {
      return await readRecording(createReadStream(file), () => undefined)
    } catch (error) {
      throw error instanceof MeasureError ? faultOf(error.problem) : error
    }
  },
}
export type Jobs = typeof jobs
