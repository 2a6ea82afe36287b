import { forecastStudy, type StudyRow } from '../core/judgement/overTime/testing/forecastStudy'

/** Forecasts against truth: see the study. Courses of each generator and seed may be given. */
function main(): void {
  const { rows, flatQuiet, flatFalls, fallsTold } = forecastStudy(
    Number(process.argv[2] ?? 800),
    Number(process.argv[3] ?? 12),
  )
  const pct = (a: number, b: number) => `${((100 * a) / b).toFixed(1)} %`
  for (const { name, said, in80, in95, line80, hopeful } of rows)
    console.log(
      `${name.padEnd(12)} said ${String(said).padStart(5)}  80 %: ${pct(in80, said)}  95 %: ${pct(in95, said)}  line 80 %: ${pct(line80, said)}  too hopeful: ${pct(hopeful, said)}`,
    )
  const sum = (of: (row: StudyRow) => number) => rows.reduce((total, row) => total + of(row), 0)
  const said = sum((row) => row.said)
  console.log(
    `all          said ${said}  80 %: ${pct(
      sum((row) => row.in80),
      said,
    )}  95 %: ${pct(
      sum((row) => row.in95),
      said,
    )}  line 80 %: ${pct(
      sum((row) => row.line80),
      said,
    )}`,
  )
  console.log(
    `flat courses called no trend: ${(100 * flatQuiet).toFixed(1)} %, called a fall ${(100 * flatFalls).toFixed(1)} %; falls by one to three real changes told ${(100 * fallsTold).toFixed(1)} %`,
  )
}
main()
