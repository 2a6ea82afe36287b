/**
 * Solves a square system by elimination with pivoting.
 * @param rows n rows of n coefficients and the right-hand side; changed in place
 * @returns the n unknowns, or undefined where the system has no single answer
 */
export function solveLinear(rows: number[][]): number[] | undefined {
  const n = rows.length
  for (let col = 0; col < n; col++) {
    let best = col
    for (let r = col + 1; r < n; r++) if (Math.abs(rows[r]![col]!) > Math.abs(rows[best]![col]!)) best = r
    ;[rows[col], rows[best]] = [rows[best]!, rows[col]!]
    const pivot = rows[col]![col]!
    if (pivot === 0) return undefined
    for (let r = 0; r < n; r++) {
      if (r === col) continue
      const factor = rows[r]![col]! / pivot
      for (let k = col; k <= n; k++) rows[r]![k]! -= factor * rows[col]![k]!
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!)
}
