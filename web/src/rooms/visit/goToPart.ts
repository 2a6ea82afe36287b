import type { NavigateFunction } from 'react-router'
import type { Region } from '@sturvo/core/story'
import type { Step } from '@sturvo/core/reading'
import type { Side } from '@sturvo/core/side'

/** Fields of a part of the foot, by step: the first row to look at there. */
const rowOf: Partial<Record<Step, Partial<Record<Region, string>>>> = {
  look: { heel: 'heelWidth', arch: 'navicularStand', ball: 'ballWidth', toes: 'halluxAngle' },
  load: { heel: 'scaleHeel', arch: 'scaleHeel', ball: 'scaleInner', toes: 'scaleInner' },
  move: { heel: 'kneeToWall', arch: 'singleLegOpen', ball: 'bigToeExtension', toes: 'bigToeExtension' },
  grade: { heel: 'heelRest', arch: 'archRestWord', ball: 'archRestWord', toes: 'archRestWord' },
}

type Target = { visitId: string; step: Step; side: Side; region: Region; navigate: NavigateFunction }

/** Leads to the fields of a tapped part: on this step where it has some, otherwise to Look. */
export function goToPart({ visitId, step, side, region, navigate }: Target): void {
  const row = rowOf[step]?.[region]
  if (row && focusRow(row, side)) return
  void navigate(`/visit/${visitId}/look`, { state: { row: rowOf.look?.[region], side } })
}

/** Puts the caret into a row's field; false where the row is not on the screen. */
export function focusRow(row: string, side: Side): boolean {
  const cell = document.querySelector<HTMLElement>(`[data-row="${row}"] [data-side="${side}"] [data-cell]`)
  if (!cell) return false
  cell.scrollIntoView({ block: 'center' })
  cell.focus({ preventScroll: true })
  return true
}
