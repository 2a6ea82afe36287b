import { cautionTable } from '@sturvo/core/cautions'
import { countFilled, type Fields } from '@sturvo/schema'

/** What lists show of a visit. */
export type VisitCounts = { stepsFilled: number; stops: number; limits: number }

export function visitCounts(fields: Fields): VisitCounts {
  const levels = Object.entries(cautionTable)
    .filter(
      ([id, rule]) =>
        fields[`answer.caution:${rule.asks}`] === true && !(rule.level === 'stop' && fields[`dealt.${id}`]),
    )
    .map(([, rule]) => rule.level)
  return {
    stepsFilled: countFilled(fields),
    stops: levels.filter((l) => l === 'stop').length,
    limits: levels.filter((l) => l === 'limit').length,
  }
}
