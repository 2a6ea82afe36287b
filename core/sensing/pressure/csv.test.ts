import fc from 'fast-check'
import { outcomeOf } from '../../groundwork/problem'
import {
  csvHead,
  csvLine,
  framesInMemory,
  PressureCsvReader,
  writePressureCsv,
  type RecordingMeta,
} from './index'

const meta: RecordingMeta = { rows: 2, cols: 3, pitchMm: 7, rateHz: 50, side: 'left', task: 'stance' }
const bytesOf = (text: string) => new TextEncoder().encode(text)

function readAll(text: string, pieces: readonly number[] = []) {
  const bytes = bytesOf(text)
  const frames: { tS: number; kpa: number[] }[] = []
  const reader = new PressureCsvReader((tS, kpa) => frames.push({ tS, kpa: [...kpa] }))
  return outcomeOf(() => {
    let from = 0
    for (const size of pieces) {
      reader.push(bytes.slice(from, from + size))
      from += size
    }
    reader.push(bytes.slice(from))
    return { ...reader.end(), list: frames }
  })
}
const problemOf = (text: string) => {
  const outcome = readAll(text)
  return outcome.ok ? undefined : outcome.problem
}
const head = csvHead(meta)
const good = `${head}0,1,2,3,4,5,6\n0.02,0,0,0,0,0,1.5\n`

test('what is written is read again, wherever the bytes are cut', () => {
  const cell = fc.integer({ min: 0, max: 20_000 }).map((v) => v / 10)
  fc.assert(
    fc.property(
      fc.array(fc.array(cell, { minLength: 6, maxLength: 6 }), { minLength: 1, maxLength: 12 }),
      fc.array(fc.integer({ min: 1, max: 90 }), { maxLength: 30 }),
      (rows, pieces) => {
        let text = ''
        const frames = framesInMemory(
          meta,
          rows.map((_, i) => i / 50),
          Float32Array.from(rows.flat()),
        )
        writePressureCsv(frames, (part) => (text += new TextDecoder().decode(part)))
        const outcome = readAll(text, pieces)
        expect(outcome.ok && outcome.value.meta).toEqual(meta)
        if (!outcome.ok) return
        expect(outcome.value.list.map((f) => f.tS)).toEqual(rows.map((_, i) => i / 50))
        outcome.value.list.forEach((f, i) => f.kpa.forEach((v, c) => expect(v).toBeCloseTo(rows[i]![c]!, 3)))
      },
    ),
  )
})
test('numbers are read as the language reads them', () => {
  const number = fc.oneof(
    fc.double({ min: 0, max: 2000, noNaN: true }).map(String),
    fc.constantFrom('1e2', '+3', '0.0000000000000000001', '12.', '.5', ' 7 ', '1.50', '0002', '-0'),
  )
  fc.assert(
    fc.property(number, (text) => {
      const outcome = readAll(`${head}0,${text},0,0,0,0,0`)
      expect(outcome.ok && outcome.value.list[0]!.kpa[0]).toBeCloseTo(Number(text), 3)
    }),
  )
})
test('line ends of other systems, a mark at the start, remarks and empty lines do no harm', () => {
  const outcome = readAll(`\uFEFF# made up\n${good.replace(/\n/g, '\r\n')}\r\n\r\n`)
  expect(outcome.ok && outcome.value.frames).toBe(2)
})

describe('a broken file is refused at its line', () => {
  test.each([
    [
      'a key left out',
      good.replace('# side: left\n', ''),
      { code: 'badHeader', key: 'side', reason: 'missing' },
    ],
    [
      'a key given twice',
      `# task: walk\n${good}`,
      { code: 'badHeader', key: 'task', reason: 'doubled', line: 8 },
    ],
    [
      'a unit nobody knows',
      good.replace('kPa', 'psi'),
      { code: 'badHeader', key: 'unit', reason: 'badValue', line: 5, value: 'psi' },
    ],
    [
      'a side nobody knows',
      good.replace(': left', ': middle'),
      { code: 'badHeader', key: 'side', value: 'middle' },
    ],
    [
      'a rate of nothing',
      good.replace('rate_hz: 50', 'rate_hz: 0'),
      { code: 'badHeader', key: 'rate_hz', line: 4 },
    ],
    ['half a row', good.replace('rows: 2', 'rows: 2.5'), { code: 'badHeader', key: 'rows', value: '2.5' }],
    [
      'more cells than a mat has',
      good.replace('rows: 2', 'rows: 20000'),
      { code: 'tooManyCells', key: 'rows × cols', cells: 60_000, limit: 40_000 },
    ],
    [
      'names that do not fit the cells',
      good.replace(',p5', ''),
      { code: 'badColumns', line: 8, found: 6, expected: 7 },
    ],
    ['no line of names', good.replace(/t_s.*\n/, ''), { code: 'badColumns', line: 8 }],
    ['a value too few', `${good}0.04,1,2,3,4,5\n`, { code: 'badColumns', line: 11, found: 6, expected: 7 }],
    [
      'a value too many',
      `${good}0.04,1,2,3,4,5,6,7\n`,
      { code: 'badColumns', line: 11, found: 8, expected: 7 },
    ],
    ['a comma at the end', `${good}0.04,1,2,3,4,5,6,\n`, { code: 'badColumns', line: 11, found: 8 }],
    [
      'not a number',
      `${good}0.04,1,NaN,3,4,5,6\n`,
      { code: 'badNumber', line: 11, column: 3, path: 'p1', reason: 'notANumber' },
    ],
    [
      'a word',
      `${good}0.04,1,2,3,4,5,many\n`,
      { code: 'badNumber', line: 11, column: 7, reason: 'notANumber' },
    ],
    [
      'an empty cell',
      `${good}0.04,1,,3,4,5,6\n`,
      { code: 'badNumber', line: 11, column: 3, reason: 'notANumber' },
    ],
    [
      'below nothing',
      `${good}0.04,1,-2,3,4,5,6\n`,
      { code: 'badNumber', line: 11, column: 3, reason: 'negative' },
    ],
    [
      'beyond 2,000 kPa',
      `${good}0.04,1,2000.5,3,4,5,6\n`,
      { code: 'badNumber', line: 11, column: 3, reason: 'tooHigh' },
    ],
    ['time that goes back', `${good}0.01,1,2,3,4,5,6\n`, { code: 'timeNotRising', line: 11 }],
    ['time that stands still', `${good}0.02,1,2,3,4,5,6\n`, { code: 'timeNotRising', line: 11 }],
    [
      'a mat wider than any',
      good.replace('cols: 3', 'cols: 6400000000'),
      { code: 'tooManyCells', key: 'cols', path: 'cols' },
    ],
    [
      'more remarks than any recording has',
      `${'# a remark: of no use\n'.repeat(300)}${good}`,
      { code: 'badHeader', key: '#', reason: 'tooMany' },
    ],
    [
      'a remark longer than any',
      `# ${'x'.repeat(3000)}\n${good}`,
      { code: 'badHeader', key: '#', reason: 'tooLong', line: 1 },
    ],
    ['no frame', head, { code: 'noFrames' }],
    ['nothing at all', '', { code: 'badHeader', key: 'rows', reason: 'missing' }],
  ])('%s', (_, text, problem) => expect(problemOf(text)).toMatchObject(problem))
  test('a file without line ends does not fill the memory', () => {
    const reader = new PressureCsvReader(() => undefined)
    const piece = new Uint8Array(1_000_000).fill(49)
    expect(outcomeOf(() => Array.from({ length: 6 }, () => reader.push(piece)))).toMatchObject({
      ok: false,
      problem: { code: 'badColumns' },
    })
  })
})
test('a line says time to a tenth of a millisecond and pressure to a tenth of a kilopascal', () => {
  expect(csvLine(0.12345, [9, 0, 1.06, 12], 1, 3)).toBe('0.1235,0,1.1,12\n')
})

test('a header made to be slow is read as fast as any', () => {
  // 437 bytes, packed, once held everybody up for 41 seconds: a pattern walked back over every blank
  for (let i = 0; i < 150; i++) expect(problemOf(`# rows:${' '.repeat(1900)}x\n`)).toBeDefined()
  const reader = new PressureCsvReader(() => undefined)
  const outcome = outcomeOf(() => {
    for (let i = 0; i < 4000; i++) reader.push(bytesOf('# a: '.padEnd(1000)))
    reader.end()
  })
  expect(outcome.ok).toBe(false)
})
