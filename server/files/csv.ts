/** A table as text: RFC 4180 quoting, a point as the decimal sign, one row a line. */
export function csvOf(columns: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  return [columns, ...rows].map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n'
}

// full-width signs are read as their narrow ones by some table programs, and a cell may be cut at ; or a tab
const formula = /(?:^|[;\t\n])[\s']*[=+\-@\t\r＝＋－＠]/

/** Quoted where needed; a text that a table program would take for a formula is kept from being one. */
function cell(value: string | number): string {
  const text =
    typeof value === 'string' && formula.test(value) && Number.isNaN(Number(value))
      ? `'${value}`
      : String(value)
  return /[",;\t\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** A text as it was before it was guarded. */
export function unguarded(text: string): string {
  return text.startsWith("'") && formula.test(text.slice(1)) ? text.slice(1) : text
}
