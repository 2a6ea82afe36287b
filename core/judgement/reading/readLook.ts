import {
  archMap,
  archMotion,
  archPosition,
  archSeenWords,
  type ArchMapPlace,
  type ArchMotion,
  type ArchPosition,
  type ArchSeen,
} from '../../foot/arch'
import type { FootValues } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { PrintFacts } from '../../sensing/footprint'
import type { Concern, Found } from './finding'
import { readToes } from './readToes'

export type LookReading = {
  position: ArchPosition | undefined
  motion: ArchMotion
  /** place on the two-way arch map, once both are known */
  map: ArchMapPlace | undefined
  lengthMm: number | undefined
  /** standing outline widths: measured, or from the print's contact */
  ballWidthMm: number | undefined
  toeWidthMm: number | undefined
  findings: Found[]
}

function isSeenWord(word: string | undefined): word is ArchSeen {
  return archSeenWords.some((w) => w === word)
}

/** Position and motion of one arch, from heights, print and what was seen. */
export function readLook(
  input: {
    foot: FootValues
    print: PrintFacts | undefined
    side: Side
    bodyMassKg?: number | undefined
  },
  references: References,
): LookReading {
  const { foot, print, side, bodyMassKg } = input
  const { numbers, words } = foot
  const lengthMm = numbers.footLength ?? print?.lengthMm
  const truncatedLengthMm =
    numbers.truncatedLength ?? (lengthMm === undefined ? undefined : lengthMm * references.truncatedShare)
  const position = archPosition(
    {
      dorsumStandMm: numbers.dorsumStand,
      dorsumSitMm: numbers.dorsumSit,
      navicularStandMm: numbers.navicularStand,
      truncatedLengthMm,
      archIndex: print?.archIndex.value,
      seen: isSeenWord(words.archSeen) ? words.archSeen : undefined,
    },
    references,
  )
  const motion = archMotion(
    {
      sitMm: numbers.navicularSit,
      standMm: numbers.navicularStand,
      singleMm: numbers.navicularSingle,
      activeMm: numbers.navicularActive,
      passiveMm: numbers.navicularPassive,
    },
    lengthMm,
    references,
    {
      dorsumSitMm: numbers.dorsumSit,
      dorsumStandMm: numbers.dorsumStand,
      truncatedLengthMm,
      eversionRangeDeg: numbers.eversionRange,
      bodyMassKg,
    },
  )
  const map = archMap(position, motion)
  return {
    position,
    motion,
    map,
    lengthMm,
    ballWidthMm: numbers.ballWidth ?? (print ? print.ballWidthMm / references.contactOfOutline : undefined),
    toeWidthMm: numbers.toeWidth ?? print?.toeWidthMm,
    findings: [
      ...lookFindings({ side, position, motion, map, print }, references),
      ...readToes({ foot, side }, references),
    ],
  }
}

type Parts = {
  side: Side
  position: ArchPosition | undefined
  motion: ArchMotion
  map: ArchMapPlace | undefined
  print: PrintFacts | undefined
}

function lookFindings({ side, position, motion, map, print }: Parts, references: References): Found[] {
  const found: Found[] = []
  for (const pair of motion.impossible)
    found.push({
      kind: 'ladderImpossible',
      side,
      ...pair,
      id: `ladder.${side}.${pair.lower}.${pair.higher}`,
      step: 'look',
      concern: 'watch',
      sure: undefined,
    })
  if (position) {
    const sure = position.chances[position.kind]
    const concern: Concern = position.kind === 'middle' ? 'fine' : 'watch'
    found.push({
      kind: 'archPosition',
      side,
      position,
      id: `position.${side}`,
      step: 'look',
      concern,
      sure,
    })
  }
  if (motion.motion && motion.kind) {
    const sure = motion.motion[motion.kind]
    const isMuch = motion.kind === 'much'
    found.push({
      kind: 'archMotion',
      side,
      motion,
      id: `motion.${side}`,
      step: 'look',
      concern: motion.kind === 'usual' ? 'fine' : isMuch ? 'work' : 'watch',
      sure,
    })
  }
  if (map) {
    const { position: where, motion: how } = map.best
    const isPlain = where === 'middle' && how === 'usual'
    found.push({
      kind: 'archMap',
      side,
      place: map,
      id: `archMap.${side}`,
      step: 'look',
      concern: isPlain ? 'fine' : 'watch',
      sure: map.chance,
    })
  }
  if (motion.hasNoReserve && motion.reserveMm !== undefined && motion.noReserveChance !== undefined)
    found.push({
      kind: 'noReserve',
      side,
      reserveMm: motion.reserveMm,
      chance: motion.noReserveChance,
      id: `reserve.${side}`,
      step: 'look',
      concern: 'work',
      sure: motion.noReserveChance,
    })
  if (print) {
    const { archIndex } = print
    const isUsual = archIndex.value > references.archIndexHigh && archIndex.value < references.archIndexLow
    found.push({
      kind: 'print',
      side,
      archIndex,
      printKind: print.printKind,
      id: `print.${side}`,
      step: 'look',
      concern: isUsual ? 'fine' : 'watch',
      sure: undefined,
    })
  }
  return found
}
