import type { ReferenceId } from '../groundwork/reference'
import type { Side } from '../groundwork/side'

/** What a client can try alone and safely; a try says something, but opens nothing by itself. */
export const selfTestIds = ['kneeToWall', 'singleLegOpen', 'heelRaises', 'toeGap'] as const
export type SelfTestId = (typeof selfTestIds)[number]

/** A try of the client's own. Values in the unit of the test. */
export type SelfTried = { test: SelfTestId; side: Side; value: number }

type SelfTest = {
  unit: 'mm' | 's' | 'times' | 'coins'
  /** the most anybody enters */
  most: number
  /** standard error of one try by a client at home: wider than a practitioner's */
  sem: ReferenceId
  /** what the page counts meanwhile */
  timer: 'seconds' | 'none'
  /** a drill whose picture shows it */
  drill: string
}
export const selfTests: Readonly<Record<SelfTestId, SelfTest>> = {
  kneeToWall: { unit: 'mm', most: 250, sem: 'selfSemKneeToWallMm', timer: 'none', drill: 'kneeOverToe' },
  singleLegOpen: { unit: 's', most: 60, sem: 'selfSemSingleLegS', timer: 'seconds', drill: 'oneLegStand' },
  heelRaises: { unit: 'times', most: 40, sem: 'selfSemHeelRaise', timer: 'none', drill: 'floorRaise' },
  toeGap: { unit: 'coins', most: 20, sem: 'selfSemToeGapCoins', timer: 'none', drill: 'toeFan' },
}

const gateTests: Readonly<Record<string, SelfTestId>> = {
  ankleBend: 'kneeToWall',
  eyesOpenFirst: 'singleLegOpen',
  bounce: 'heelRaises',
}

/** Which of them a day asks for: those its plan has a look at, and no other. */
export function selfTestsOf(checks: readonly { kind: string; about?: string | undefined }[]): SelfTestId[] {
  const asked = checks.flatMap(({ kind, about }) => {
    if (kind === 'gaps') return ['toeGap' as const]
    const test = kind === 'gate' && about !== undefined ? gateTests[about] : undefined
    return test ? [test] : []
  })
  return selfTestIds.filter((id) => asked.includes(id))
}
