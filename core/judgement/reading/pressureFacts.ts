import type { PressureJob } from '../../sensing/pressure'
import type { WalkFacts } from '../../foot/pronation'
import { bySide, type BySide, type Side } from '../../groundwork/side'
import type { TripodShares } from '../../sensing/tripod'

export type PressureFootFacts = {
  loadN: number
  share: number | undefined
  tripod: TripodShares
  regionsPct: { heel: number; midfoot: number; forefoot: number; toes: number }
  sway: { pathMm: number; meanVelocityMmS: number; ellipse95Mm2: number } | undefined
  loss: { atS: number; depthPct: number | undefined } | undefined
}

/** One recording of the visit as the core reads it: measured already, not left out. */
export type PressureRecordingFacts = {
  id: string
  job: PressureJob
  feet: BySide<PressureFootFacts | undefined>
  steps: readonly {
    side: Side
    stanceS: number
    copExcursionPct: number | undefined
    peakMedialAtPct: number | undefined
    pushOff: 'bigToe' | 'lesserToes'
    isPartial: boolean
  }[]
}

export const pressureTrialUses = ['mean', 'best', 'last'] as const
/** Which of several trials of one task counts; best is the one with the least sway. */
export type PressureTrialUse = (typeof pressureTrialUses)[number]

export type PressureFoot = PressureFootFacts & { trials: number }

/** Everything the recordings of a visit say together. */
export type PressureSummary = {
  /** standing on both */
  stance: BySide<PressureFoot | undefined>
  single: BySide<{ open: PressureFoot | undefined; shut: PressureFoot | undefined }>
  squat: BySide<{ trials: number; lost: number; depthPct: number | undefined } | undefined>
  walk: BySide<WalkFacts | undefined>
}

const mean = (values: readonly number[]) => values.reduce((s, v) => s + v, 0) / values.length
const meanOr = (values: readonly (number | undefined)[]): number | undefined => {
  const known = values.filter((v) => v !== undefined)
  return known.length === 0 ? undefined : mean(known)
}

/** @param recordings in the order they were taken */
export function pressureSummary(
  recordings: readonly PressureRecordingFacts[],
  use: PressureTrialUse,
): PressureSummary {
  const of = (...jobs: PressureJob[]) => recordings.filter((r) => jobs.includes(r.job))
  const foot = (job: PressureJob, side: Side) =>
    together(
      of(job).flatMap((r) => r.feet[side] ?? []),
      use,
    )
  return {
    stance: bySide((side) => foot('twoFeet', side)),
    single: bySide((side) => ({
      open: foot(side === 'left' ? 'leftLeg' : 'rightLeg', side),
      shut: foot(side === 'left' ? 'leftShut' : 'rightShut', side),
    })),
    squat: bySide((side) => {
      const feet = of('squat').flatMap((r) => r.feet[side] ?? [])
      if (feet.length === 0) return undefined
      const lost = feet.filter((f) => f.loss)
      return { trials: feet.length, lost: lost.length, depthPct: meanOr(lost.map((f) => f.loss!.depthPct)) }
    }),
    walk: bySide((side) => {
      const steps = of('walk')
        .flatMap((r) => r.steps)
        .filter((s) => s.side === side && !s.isPartial)
      if (steps.length === 0) return undefined
      return {
        steps: steps.length,
        copExcursionPct: meanOr(steps.map((s) => s.copExcursionPct)),
        peakMedialAtPct: meanOr(steps.map((s) => s.peakMedialAtPct)),
        stanceS: mean(steps.map((s) => s.stanceS)),
        bigToePushShare: mean(steps.map((s) => (s.pushOff === 'bigToe' ? 1 : 0))),
      }
    }),
  }
}

function together(trials: readonly PressureFootFacts[], use: PressureTrialUse): PressureFoot | undefined {
  const last = trials[trials.length - 1]
  if (!last) return undefined
  if (use === 'last') return { ...last, trials: trials.length }
  if (use === 'best') {
    const steadiest = trials.reduce((a, b) =>
      (b.sway?.pathMm ?? Infinity) < (a.sway?.pathMm ?? Infinity) ? b : a,
    )
    return { ...steadiest, trials: trials.length }
  }
  const of = (pick: (f: PressureFootFacts) => number) => mean(trials.map(pick))
  const swaying = trials.flatMap((t) => t.sway ?? [])
  return {
    trials: trials.length,
    loadN: of((t) => t.loadN),
    share: meanOr(trials.map((t) => t.share)),
    tripod: { h: of((t) => t.tripod.h), m1: of((t) => t.tripod.m1), m5: of((t) => t.tripod.m5) },
    regionsPct: {
      heel: of((t) => t.regionsPct.heel),
      midfoot: of((t) => t.regionsPct.midfoot),
      forefoot: of((t) => t.regionsPct.forefoot),
      toes: of((t) => t.regionsPct.toes),
    },
    sway:
      swaying.length === 0
        ? undefined
        : {
            pathMm: mean(swaying.map((s) => s.pathMm)),
            meanVelocityMmS: mean(swaying.map((s) => s.meanVelocityMmS)),
            ellipse95Mm2: mean(swaying.map((s) => s.ellipse95Mm2)),
          },
    loss: last.loss,
  }
}
