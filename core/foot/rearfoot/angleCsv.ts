import { MeasureError, outcomeOf, type Outcome } from '../../groundwork/problem'

/** Heel against shin over one stance: seconds and degrees, everted +. */
export type AngleSeries = { timesS: number[]; anglesDeg: number[] }

const mostDeg = 60
const mostRows = 100_000

/**
 * Reads `t_s,angle_deg`: a line of names, then one moment a line. Lines with # are remarks.
 * @returns the series, or the first thing that is wrong with its line
 */
export function readAngleCsv(text: string): Outcome<AngleSeries> {
  return outcomeOf(() => {
    const series: AngleSeries = { timesS: [], anglesDeg: [] }
    let isNamed = false
    text
      .replace(/^\uFEFF/, '')
      .split('\n')
      .forEach((raw, i) => {
        const line = i + 1
        const row = raw.trim()
        if (row === '' || row.startsWith('#')) return
        const parts = row.split(',').map((p) => p.trim())
        if (!isNamed) {
          if (
            parts.length !== 2 ||
            parts[0]!.toLowerCase() !== 't_s' ||
            parts[1]!.toLowerCase() !== 'angle_deg'
          )
            throw new MeasureError({
              code: 'badColumns',
              path: 'columns',
              line,
              found: parts.length,
              expected: 2,
            })
          isNamed = true
          return
        }
        if (parts.length !== 2)
          throw new MeasureError({
            code: 'badColumns',
            path: 'columns',
            line,
            found: parts.length,
            expected: 2,
          })
        const [tS, angleDeg] = parts.map((p, column) => numberAt(p, line, column)) as [number, number]
        if (Math.abs(angleDeg) > mostDeg)
          throw new MeasureError({
            code: 'badNumber',
            path: 'angle_deg',
            line,
            column: 2,
            reason: 'tooHigh',
            limit: mostDeg,
            unit: '°',
          })
        if (!(tS > (series.timesS.at(-1) ?? -Infinity)))
          throw new MeasureError({ code: 'timeNotRising', path: 't_s', line })
        if (series.timesS.length >= mostRows)
          throw new MeasureError({ code: 'tooManyFrames', path: 'rows', limit: mostRows })
        series.timesS.push(tS)
        series.anglesDeg.push(angleDeg)
      })
    if (series.timesS.length === 0) throw new MeasureError({ code: 'noFrames', path: 'rows' })
    return series
  })
}

function numberAt(text: string, line: number, column: number): number {
  const value = text === '' ? NaN : Number(text)
  if (!Number.isFinite(value))
    throw new MeasureError({
      code: 'badNumber',
      path: column === 0 ? 't_s' : 'angle_deg',
      line,
      column: column + 1,
      reason: 'notANumber',
    })
  return value
}
