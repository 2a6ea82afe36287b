/** The few functions of the library that are used; it ships no types of its own. */
declare module 'jstat' {
  type Quantile = { inv: (p: number, df: number) => number }
  const jStat: {
    chisquare: Quantile
    studentt: Quantile
    normal: { inv: (p: number, mean: number, sd: number) => number }
    centralF: { cdf: (x: number, df1: number, df2: number) => number }
  }
  export = jStat
}
