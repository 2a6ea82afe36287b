import { framePaths, hasMovement, movementFigure, type Frame, viewBoxOf } from '@sturvo/core/movement'
import { simplify } from '@sturvo/core/geometry'
import type { Check, CheckKind } from '@sturvo/core/days'
import { selfTestIds, selfTests, selfTestsOf } from '@sturvo/core/followup'
import type { References } from '@sturvo/core/reference'
import { basisOf, drillNamed, type OwnDrill } from '@sturvo/core/training'
import type {
  ClientDrill,
  ClientFigure,
  ClientFigures,
  ClientPlan,
  KeptDrill,
  KeptPlan,
} from '@sturvo/schema'
import {
  clientCheckText,
  clientWhyText,
  followChangeText,
  heldOnPhoneText,
  keptDoseText,
  tooMuchText,
} from '@sturvo/words'

import { figureColours as colours } from '../figureColours'
import { drawnFeet } from './drawnFeet'

/**
 * A kept plan as its client's page needs it: what to do on which day, how, and for how long, with pictures inside, so
 * that it works with the network off. No finding and no word meant for the practitioner is in it.
 * @param own drills the practice made itself, retired ones too
 * @param isHeld a part of it waits since a visit told something: it is not said what, the practitioner does
 * @returns undefined for plans of before the days: there is nothing to go by
 */
export function clientPlanOf(
  kept: KeptPlan,
  own: readonly OwnDrill[],
  references: References,
  isHeld = false,
): ClientPlan | undefined {
  const { days, plan } = kept
  if (!days) return undefined
  const named = namesOnPaper(kept)
  const all = plan.phases.flatMap((phase) => phase.drills)
  const ids = [...new Set(all.flatMap((drill) => [drill.id, ...(drill.fallback ? [drill.fallback.id] : [])]))]
  return {
    planId: kept.id,
    version: kept.number,
    startsOn: days.startsOn,
    changeoverS: references.changeoverS,
    awayMin: references.timerAwayMin,
    drills: Object.fromEntries(
      ids.map((id) => [
        id,
        { ...clientDrill(id, own, named.get(id), whyOf(id, own)), lines: linesOnDrill(kept, id) },
      ]),
    ),
    feet: drawnFeet(),
    phases: plan.phases.map(({ fromWeek, weeks, drills }) => ({
      fromWeek,
      weeks,
      drills: drills.flatMap((drill) => [
        timed(drill.id, drill.sides, drill),
        ...(drill.fallback
          ? [
              timed(
                drill.fallback.id,
                drillNamed(drill.fallback.id, own)?.sides ?? drill.sides,
                drill.fallback,
              ),
            ]
          : []),
      ]),
    })),
    days: days.weeks.flatMap(({ week, days: ofWeek }) =>
      ofWeek.map(
        ({ date, parts, trainMin, spacersMin, shoesMin, shoesMostMin, setsShare, isEasier, checks }) => ({
          date,
          week,
          parts,
          trainMin,
          spacersMin,
          shoesMin,
          shoesMostMin,
          ...(setsShare !== undefined && { setsShare }),
          ...(isEasier !== undefined && { isEasier }),
          tests: selfTestsOf(checks),
          checks: [...new Set(checks.map((check) => clientCheckText(check as Check & { kind: CheckKind })))],
        }),
      ),
    ),
    care: careOf(kept),
    tooMuch: [...tooMuchText],
    ...(kept.because && { changed: followChangeText(kept.because.action) }),
    ...(isHeld && { waits: heldOnPhoneText }),
  }
}

/**
 * What the cautions in force tell on a drill, wherever in the plan it stands, as a fallback too. A fallback of before
 * its lines were kept is told those of the drill it stands for: one line too many hurts nobody.
 */
export function linesOnDrill({ plan }: Pick<KeptPlan, 'plan'>, id: string): string[] {
  const lines = plan.phases
    .flatMap((phase) => phase.drills)
    .flatMap((drill) => [
      ...(drill.id === id ? drill.lines : []),
      ...(drill.fallback?.id === id ? (drill.fallback.lines ?? drill.lines) : []),
    ])
  return [...new Set(lines)]
}

/** Pictures of every drill of a plan. */
export function clientFiguresOf(kept: KeptPlan, own: readonly OwnDrill[]): ClientFigures {
  const figures = drillIdsOf(kept).flatMap((id): [string, ClientFigure][] => {
    const exercise = drillNamed(id, own)
    const figure = exercise && figureOf(basisOf(exercise))
    return figure ? [[id, figure]] : []
  })
  return { planId: kept.id, figures: Object.fromEntries(figures) }
}

function drillIdsOf(kept: KeptPlan): string[] {
  const drills = kept.plan.phases.flatMap((phase) => phase.drills)
  return [
    ...new Set([
      ...drills.flatMap((d) => [d.id, ...(d.fallback ? [d.fallback.id] : [])]),
      ...testsIn(kept).map((test) => selfTests[test].drill),
    ]),
  ]
}

/** Tests that some day of the plan asks for. */
function testsIn({ days }: KeptPlan) {
  const asked = (days?.weeks ?? []).flatMap((week) => week.days.flatMap(({ checks }) => selfTestsOf(checks)))
  return selfTestIds.filter((id) => asked.includes(id))
}

function clientDrill(
  id: string,
  own: readonly OwnDrill[],
  name: string | undefined,
  why: string,
): ClientDrill {
  const exercise = drillNamed(id, own)
  if (!exercise) return { id, name: name ?? id, why, cue: '', slip: '', easier: '' }
  return {
    id,
    name: name ?? exercise.client,
    why,
    cue: exercise.cue,
    slip: exercise.slip,
    easier: exercise.easier,
  }
}

function figureOf(id: string): ClientFigure | undefined {
  if (!hasMovement(id)) return undefined
  const figure = movementFigure(id)
  const isLeft = movementFigure(id, 'left').title === figure.title
  const frames = figure.frames.slice(0, 2).map((frame) =>
    framePaths(slim(frame), colours).map(({ d, fill, stroke, width, dash }) => ({
      d,
      fill,
      stroke,
      width: Math.round(width * 100) / 100,
      ...(dash !== undefined && { dash }),
    })),
  )
  return { title: figure.title, shows: isLeft ? 'left' : 'right', box: viewBoxOf(figure.main.box), frames }
}

const phonePx = 380
const roundTo = 10

/** What a phone cannot show is not sent to it: half a pixel of the line, a tenth of a millimetre. */
function slim(frame: Frame): Frame {
  const finest = (0.5 * frame.box.width) / phonePx
  const rounded = (v: number) => Math.round(v * roundTo) / roundTo
  return {
    ...frame,
    shapes: frame.shapes.map((shape) => ({
      ...shape,
      parts: shape.parts.map((part) =>
        simplify(part, finest).map((p) => ({ x: rounded(p.x), y: rounded(p.y) })),
      ),
    })),
  }
}

function timed(
  id: string,
  sides: string,
  dose: Pick<KeptDrill, 'sets' | 'extraSets' | 'holdS' | 'reps' | 'secondsPerRep' | 'perWeek' | 'minutes'>,
): ClientPlan['phases'][number]['drills'][number] {
  const { sets, extraSets, holdS, reps, secondsPerRep } = dose
  return {
    id,
    sides: sides === 'each' ? 'each' : 'both',
    sets,
    extraSets,
    setS: holdS ?? (reps ?? 0) * (secondsPerRep ?? 0),
    ...(reps !== undefined && { reps }),
    dose: keptDoseText({ ...dose, sides }),
  }
}

/** What a drill is for first of all. */
function whyOf(id: string, own: readonly OwnDrill[]): string {
  // the main one stands first: a drill that also soothes is not given for a pain that is not there
  const [main] = drillNamed(id, own)?.targets ?? []
  return main ? clientWhyText[main[0]] : ''
}

/** Names as they stand on the paper the client took home. */
function namesOnPaper({ papers, plan }: KeptPlan): Map<string, string> {
  const drills =
    (papers?.handout as { drills?: { id?: unknown; name?: unknown }[] } | undefined)?.drills ?? []
  const first = plan.phases[0]?.drills ?? []
  return new Map(
    drills.flatMap(({ id, name }, i): [string, string][] => {
      // pages of before the ids were in the order of the first phase
      const of = typeof id === 'string' ? id : first[i]?.id
      return of !== undefined && typeof name === 'string' ? [[of, name]] : []
    }),
  )
}

function careOf({ papers }: KeptPlan): string[] {
  const care = (papers?.handout as { care?: unknown } | undefined)?.care
  return Array.isArray(care) ? care.filter((line) => typeof line === 'string') : []
}
