import {
  archMotion,
  archPosition,
  archSeenWords,
  type ArchMotion,
  type ArchPosition,
  type ArchSeen,
} from '../arch'
import type { FootValues } from '../measures'
import type { References } from '../reference'
import type { Side } from '../side'
import type { PrintFacts } from './facts'
import type { Concern, Finding } from './finding'

export type LookReading = {
  position: ArchPosition | undefined
  motion: ArchMotion
  lengthMm: number | undefined
  /** standing outline widths: measured, or from the print's contact */
  ballWidthMm: number | undefined
  toeWidthMm: number | undefined
  findings: Finding[]
}

function isSeenWord(word: string | undefined): word is ArchSeen {
  return archSeenWords.some((w) => w === word)
}

/** Position and motion of one arch, from heights, print and what was seen. */
export function readLook(
  input: { foot: FootValues; print: PrintFacts | undefined; side: Side },
  references: References,
): LookReading {
  const { foot, print, side } = input
  const { numbers, words } = foot
  const truncatedLengthMm =
    numbers.truncatedLength ?? (print ? print.lengthMm * references.truncatedShare : undefined)
  const position = archPosition(
    {
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
    print?.lengthMm,
    references,
  )
  return {
    position,
    motion,
    lengthMm: print?.lengthMm,
    ballWidthMm: numbers.ballWidth ?? (print ? print.ballWidthMm / references.contactOfOutline : undefined),
    toeWidthMm: numbers.toeWidth ?? print?.toeWidthMm,
    findings: lookFindings({ side, position, motion, print }, references),
  }
}

type Parts = {
  side: Side
  position: ArchPosition | undefined
  motion: ArchMotion
  print: PrintFacts | undefined
}

function lookFindings({ side, position, motion, print }: Parts, references: References): Finding[] {
  const found: Finding[] = []
  for (const pair of motion.impossible)
    found.push({
      kind: 'ladderImpossible',
      side,
      ...pair,
      id: `ladder.${side}.${pair.lower}.${pair.higher}`,
      step: 'look',
      concern: 'watch',
      weight: 1,
      sure: undefined,
    })
  if (position) {
    const sure = position.chances[position.kind]
    const concern: Concern = position.kind === 'middle' ? 'fine' : position.kind === 'low' ? 'watch' : 'watch'
    found.push({
      kind: 'archPosition',
      side,
      position,
      id: `position.${side}`,
      step: 'look',
      concern,
      weight: 0.45 + 0.1 * Math.min(3, Math.abs(position.z)),
      sure,
    })
  }
  if (motion.motion && motion.travelScaledMm !== undefined) {
    const { little, usual, much } = motion.motion
    const sure = Math.max(little, usual, much)
    const isMuch = much === sure
    found.push({
      kind: 'archMotion',
      side,
      motion,
      id: `motion.${side}`,
      step: 'look',
      concern: usual === sure ? 'fine' : isMuch ? 'work' : 'watch',
      weight: isMuch ? 0.85 : 0.4,
      sure,
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
      weight: 0.8,
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
      weight: isUsual ? 0.25 : 0.5,
      sure: undefined,
    })
  }
  return found
}
