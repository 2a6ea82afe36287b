import jStat from 'jstat'

/** Value below which a chi-square variable lies with chance p. @param df > 0 */
export function chiSquareQuantile(p: number, df: number): number {
  return jStat.chisquare.inv(p, df)
}

/** Value below which a part of the standard normal lies. @param p between 0 and 1, both left out */
export function normalQuantile(p: number): number {
  return jStat.normal.inv(p, 0, 1)
}

/** Value below which Student's t lies with chance p. @param df > 0 */
export function studentQuantile(p: number, df: number): number {
  return jStat.studentt.inv(p, df)
}

/** Chance that an F variable lies below a value. @param df1 df2 > 0 */
export function fisherCdf(value: number, df1: number, df2: number): number {
  return jStat.centralF.cdf(value, df1, df2)
}
