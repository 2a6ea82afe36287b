import { useMemo } from 'react'
import { drillNamed, drillsWith } from '@sturvo/core/training'
import { useVisitFrame } from '../visitContext'

/** The library with the practice's own drills in use, and the name of any drill, retired ones too. */
export function useDrills() {
  const { drills: own } = useVisitFrame().practice
  return useMemo(
    () => ({
      all: drillsWith(own),
      nameOf: (id: string) => drillNamed(id, own)?.name ?? id,
      /** the drill of the library whose figure it has */
      figureOf: (id: string) => drillNamed(id, own)?.basis ?? id,
    }),
    [own],
  )
}
