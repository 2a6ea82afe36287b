import { spawnSync } from 'node:child_process'
import { createReadStream, mkdtempSync, openSync, rmSync, statSync, writeSync, closeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  analysePressure,
  csvHead,
  csvLine,
  framesInMemory,
  PressureCsvReader,
  type RecordingMeta,
} from '@sturvo/core/pressure'
import { referenceValues } from '@sturvo/core/reference'
import {
  arbitraryPressureClient,
  pressureScene,
  recordScene,
  squareGrid,
  usualPressureFaults,
} from '@sturvo/core/synthetic'

/**
 * Speed of reading and analysing a recording against plain loops over the same data, in the same run.
 * Run: node --import tsx bench/pressure.ts [how many minutes the file is long]
 */
const references = referenceValues()
const rounds = 7
const seconds = 60
const fileTimes = Number(process.argv[2] ?? 1)
const rateHz = 100
const meta: RecordingMeta = { ...squareGrid, rateHz, task: 'stance', side: 'both' }
const cells = meta.rows * meta.cols

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!
function timed(run: () => unknown): number {
  const began = performance.now()
  run()
  return performance.now() - began
}

// ten seconds made up, six times over with the clock going on
const short = recordScene(
  pressureScene(arbitraryPressureClient(3), { task: 'stance', seconds: 10, seed: 3, grid: squareGrid }),
  rateHz,
  usualPressureFaults,
  3,
)
const kpa = new Float32Array(seconds * rateHz * cells)
for (let k = 0; k < 6; k++) kpa.set(short.kpa, k * short.kpa.length)
const timesS = Float64Array.from({ length: seconds * rateHz }, (_, i) => i / rateHz)
const frames = framesInMemory(meta, timesS, kpa)

/** the baseline: what any analysis has to do at least, one look at every float */
function plainSum(): number {
  let sum = 0
  for (let i = 0; i < kpa.length; i++) sum += kpa[i]!
  return sum
}

const plain: number[] = []
const whole: number[] = []
for (let i = 0; i < rounds; i++) {
  plain.push(timed(plainSum))
  whole.push(
    timed(() => {
      const outcome = analysePressure(frames, references)
      if (!outcome.ok) throw new Error(outcome.problem.code)
    }),
  )
}
console.log(
  `analysis of ${seconds} s × ${rateHz} Hz × ${meta.rows}×${meta.cols}: ${median(whole).toFixed(0)} ms; ` +
    `one plain sum ${median(plain).toFixed(0)} ms; ${(median(whole) / median(plain)).toFixed(2)} × (goals: ≤ 350 ms, ≤ 4 ×)`,
)

const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
const file = join(folder, 'recording.csv')
const out = openSync(file, 'w')
writeSync(out, csvHead(meta))
for (let k = 0; k < fileTimes; k++)
  for (let i = 0; i < timesS.length; i++)
    writeSync(out, csvLine(k * seconds + timesS[i]!, kpa, i * cells, cells))
closeSync(out)
const megabytes = statSync(file).size / 1e6

/** the baseline: one pass over the bytes that turns digits into floats by whole numbers, and checks nothing */
function plainParser() {
  const tenth = Float64Array.from({ length: 16 }, (_, i) => 10 ** -i)
  const row = new Float32Array(cells + 1)
  let [whole, behind, isBehind, column, frames] = [0, 0, 0, 0, 0]
  return {
    push(bytes: Uint8Array) {
      for (let i = 0; i < bytes.length; i++) {
        const b = bytes[i]!
        if (b >= 48 && b <= 57) {
          whole = whole * 10 + (b - 48)
          behind += isBehind
        } else if (b === 46) isBehind = 1
        else {
          if (column <= cells) row[column++] = whole * tenth[behind & 15]!
          if (b === 10) {
            column = 0
            frames++
          }
          whole = behind = isBehind = 0
        }
      }
    },
    end: () => frames + row[0]!,
  }
}

async function through(parser: { push: (bytes: Uint8Array) => void; end: () => unknown }): Promise<number> {
  const began = performance.now()
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 18 }))
    parser.push(chunk as Uint8Array)
  parser.end()
  return performance.now() - began
}

const memoryReport =
  'data:text/javascript,' +
  encodeURIComponent(
    "process.on('exit', () => process.stderr.write('peak ' + process.resourceUsage().maxRSS + ' kB'))",
  )

async function reading() {
  const bare: number[] = []
  const ours: number[] = []
  for (let i = 0; i < rounds; i++) {
    bare.push(await through(plainParser()))
    ours.push(await through(new PressureCsvReader(() => undefined)))
  }
  const ms = median(ours)
  console.log(
    `reading ${megabytes.toFixed(0)} MB of CSV: ${((megabytes / ms) * 1000).toFixed(0)} MB/s; ` +
      `plain parser ${((megabytes / median(bare)) * 1000).toFixed(0)} MB/s; ${(ms / median(bare)).toFixed(2)} × (goals: ≥ 60 MB/s, ≤ 2.0 ×)`,
  )
  // as it is used: the built command, over the whole file
  const [command, times]: [string, number[]] = [join(__dirname, '../server/dist/cli.mjs'), []]
  let peakMb = 0
  for (let i = 0; i < 3; i++) {
    const began = performance.now()
    const run = spawnSync(
      process.execPath,
      ['--import', memoryReport, command, 'measure', 'pressure', file],
      {
        encoding: 'utf8',
        cwd: join(__dirname, '..'),
      },
    )
    if (run.status !== 0) throw new Error(run.stderr)
    times.push(performance.now() - began)
    peakMb = Math.max(peakMb, Number(/peak (\d+) kB/.exec(run.stderr)?.[1]) / 1024)
  }
  console.log(
    `built command over the same file: ${(median(times) / 1000).toFixed(2)} s, ${(median(times) / median(bare)).toFixed(2)} × the plain parser with start and analysis; ` +
      `peak ${peakMb.toFixed(0)} MB (goal: ≤ 250 MB)`,
  )
  rmSync(folder, { recursive: true })
}

void reading()
