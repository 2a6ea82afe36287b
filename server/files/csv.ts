/** A table as text: RFC 4180 quoting, a point as the decimal sign, one row a line. */
export function csvOf(columns: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  return [columns, ...rows].map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n'
}

const formula = /^[\s']*[=+\-@\t\r]/

/** Quoted where needed; a text that a table program would take for a formula is kept from being one. */
function cell(value: string | number): string {
  const text =
    typeof value === 'string' && formula.test(value) && Number.isNaN(Number(value))
      ? `'${value}`
      : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** A text as it was before it was guarded. */
export function unguarded(text: string): string {
  return text.startsWith("'") && formula.test(text.slice(1)) ? text.slice(1) : text
}
