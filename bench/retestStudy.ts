import { calledReal } from '../core/judgement/overTime/testing/practiceStudy'

/** How often a re-test calls a change real: where there is none, and where there is one of twice the smallest real one. */
const runs = Number(process.argv[2] ?? 10_000)
const pct = (share: number) => `${(100 * share).toFixed(1)} %`
for (const changeInMdc of [0, 1, 2])
  for (const times of [0.5, 1, 2]) {
    const { real, withoutDays, bare } = calledReal({ times, changeInMdc }, runs, 11 + times * 10)
    console.log(
      `change ${changeInMdc} × MDC, own error ${times} × default: real ${pct(real)}  without the day ${pct(withoutDays)}  bare difference ${pct(bare)}`,
    )
  }
for (const pairs of [8, 12, 16]) {
  const { real } = calledReal({ times: 2, changeInMdc: 0, pairs }, runs, 5)
  console.log(`no change, own error 2 × default known from ${pairs} pairs: real ${pct(real)}`)
}
for (const changeInMdc of [0, 1, 2])
  for (const [name, errs] of [
    ['other hands on the second day', { hands: 1 }],
    ['one trial in 20 slips', { slips: 20 }],
    ['other hands, and slips', { hands: 1, slips: 20 }],
  ] as const) {
    const { real, handsUnsaid } = calledReal({ times: 1, changeInMdc, ...errs }, runs, 23)
    console.log(
      `change ${changeInMdc} × MDC, ${name}: real ${pct(real)}  as if by one person ${pct(handsUnsaid)}`,
    )
  }
