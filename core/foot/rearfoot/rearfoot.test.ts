import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { readAngleCsv, readStance } from './index'

const references = referenceValues()
/** From inverted at contact to its peak and back past neutral, one half cosine each way. */
function series(peakAt: number, peakDeg: number, stanceS = 0.6, rateHz = 200) {
  const n = Math.round(stanceS * rateHz) + 1
  const timesS = Array.from({ length: n }, (_, i) => i / rateHz)
  const anglesDeg = timesS.map((t) => {
    const u = t / stanceS
    const [from, share] = u < peakAt ? [-2, u / peakAt] : [-4, (1 - u) / (1 - peakAt)]
    return from + ((peakDeg - from) * (1 - Math.cos(Math.PI * share))) / 2
  })
  return { timesS, anglesDeg }
}
function read(s: ReturnType<typeof series>) {
  const outcome = readStance(s, references)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  return outcome.value
}

test('the peak is found where it was put, whatever its size, time and the length of stance', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 0.75, noNaN: true }),
      fc.double({ min: 2, max: 16, noNaN: true }),
      fc.double({ min: 0.5, max: 1.2, noNaN: true }),
      (peakAt, peakDeg, stanceS) => {
        const reading = read(series(peakAt, peakDeg, stanceS))
        expect(Math.abs(reading.peakAtPct - peakAt * 100)).toBeLessThan(4)
        expect(Math.abs(reading.peakDeg - peakDeg)).toBeLessThan(0.6)
        expect(reading.neutralAtPct!).toBeGreaterThan(reading.peakAtPct)
      },
    ),
  )
})
test('early, usual and late', () => {
  expect([0.15, 0.4, 0.7].map((at) => read(series(at, 8)).timing)).toEqual(['early', 'usual', 'late'])
})
test('back at neutral before the heel leaves, or not', () => {
  expect(read(series(0.6, 8)).isBackBeforeHeelOff).toBe(false)
  expect(
    read({ timesS: [...series(0.2, 4).timesS], anglesDeg: series(0.2, 4).anglesDeg.map((v) => v - 3) })
      .isBackBeforeHeelOff,
  ).toBe(true)
})
test('a heel that never everts has nothing to come back from', () => {
  const s = series(0.4, 8)
  const reading = read({ ...s, anglesDeg: s.anglesDeg.map((v) => v - 20) })
  expect(reading.neutralAtPct).toBe(reading.peakAtPct)
})
test('a handful of moments is refused', () => {
  expect(readStance({ timesS: [0, 0.1], anglesDeg: [0, 1] }, references)).toMatchObject({
    ok: false,
    problem: { code: 'tooFewFrames', frames: 2 },
  })
})

describe('the file', () => {
  const good = 't_s,angle_deg\n0,-2\n0.005,-1.5\n'
  test('is read, with remarks and other line ends', () => {
    expect(readAngleCsv(`\uFEFF# made up\r\n${good.replace(/\n/g, '\r\n')}\r\n`)).toEqual({
      ok: true,
      value: { timesS: [0, 0.005], anglesDeg: [-2, -1.5] },
    })
  })
  test.each([
    ['wrong names', good.replace('angle_deg', 'deg'), { code: 'badColumns', line: 1 }],
    ['a column too many', `${good}0.01,1,2\n`, { code: 'badColumns', line: 4, found: 3 }],
    ['a word', `${good}0.01,much\n`, { code: 'badNumber', line: 4, column: 2 }],
    ['nothing', `${good}0.01,\n`, { code: 'badNumber', line: 4, column: 2 }],
    [
      'an angle no heel has',
      `${good}0.01,90\n`,
      { code: 'badNumber', line: 4, reason: 'tooHigh', limit: 60 },
    ],
    ['time that goes back', `${good}0.004,1\n`, { code: 'timeNotRising', line: 4 }],
    ['no moment', 't_s,angle_deg\n', { code: 'noFrames' }],
  ])('%s is refused at its line', (_, text, problem) =>
    expect(readAngleCsv(text)).toMatchObject({ ok: false, problem }),
  )
})
