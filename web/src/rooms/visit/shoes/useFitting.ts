import { useMemo, useState } from 'react'
import {
  activityOf,
  fitTable,
  readFit,
  withSpacers,
  type FitReading,
  type SpacerWidths,
} from '@sturvo/core/fit'
import type { Nudge } from '@sturvo/core/footwear'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import type { Side } from '@sturvo/core/side'
import { useVisitFrame, useVisitReading } from '../visitContext'
import { useShoeChange } from './useShelf'

export const notMoved: Nudge = { xMm: 0, yMm: 0, turnDeg: 0 }
/** Whether somebody moved the shoe from where the rule puts it. */
export function isMoved(nudge: Nudge | undefined): boolean {
  return nudge !== undefined && (nudge.xMm !== 0 || nudge.yMm !== 0 || nudge.turnDeg !== 0)
}

const reach = { mm: 60, deg: 30 }

/** One shoe under one foot while it is moved: read anew with every step, kept when the hand lets go. */
export function useFitting(on: ShoeOnFeet, side: Side, spacersMm: SpacerWidths | undefined) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const change = useShoeChange()
  const { shoe } = on.reading
  const foot = reading.shoes.feet[side]
  const { insole } = on
  const kept = shoe.nudge?.[side] ?? notMoved
  const [moving, setMoving] = useState<Nudge>()
  const activity = activityOf(shoe)
  const table = useMemo(() => {
    if (!foot || !insole) return undefined
    const plain = fitTable(
      {
        foot,
        insole,
        stretchMm: references.upperStretchMm,
        gapMm: references.fitGapMm,
        activity,
      },
      references,
    )
    return spacersMm ? withSpacers(plain, spacersMm, references) : plain
  }, [foot, insole, references, activity, spacersMm])
  const nudge = moving ?? kept
  const fit: FitReading | undefined = useMemo(
    () => table && readFit(table, references, nudge),
    [table, references, nudge],
  )
  const keep = (next: Nudge) => {
    setMoving(undefined)
    const round = (value: number) => Math.round(value * 100) / 100
    change(shoe, {
      nudge: {
        ...shoe.nudge,
        [side]: { xMm: round(next.xMm), yMm: round(next.yMm), turnDeg: round(next.turnDeg) },
      },
    })
  }
  return {
    foot,
    outlineFootMm: table?.input.foot.outlineFootMm,
    insole,
    fit,
    nudge,
    move: (next: Nudge) => setMoving(within(next)),
    keep: (next: Nudge) => keep(within(next)),
  }
}
export type Fitting = ReturnType<typeof useFitting>

function within({ xMm, yMm, turnDeg }: Nudge): Nudge {
  const clip = (value: number, most: number) => Math.min(most, Math.max(-most, value))
  return { xMm: clip(xMm, reach.mm), yMm: clip(yMm, reach.mm), turnDeg: clip(turnDeg, reach.deg) }
}
