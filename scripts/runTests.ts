import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { parseArgs } from 'node:util'
import { changedInADay, changedSince, formattable, journeysOf } from './changedFiles'

type Timed = { file: string; seconds: number }
type Tally = { passed: number; failed: number; files: Timed[] }
const usage = `Usage: ./sturvo test [--changed [--since REV] | --long]
  (nothing)       everything, with as many random cases as each risk asks for
  --changed       only what the change touches: by git, and by who imports it (--since REV: from that commit on)
  --long          everything, every random case, every file looked at for its format (nightly, before a release)
  STURVO_SEED=N   other random cases than those of the day`

const root = join(__dirname, '..')
const bin = (name: string) => join('node_modules', '.bin', name)
const folder = mkdtempSync(join(tmpdir(), 'sturvo-test-'))
const pieces: { name: string; seconds: number }[] = []

/** Runs one tool with its output shown. @returns whether it ended well */
function runTool(
  name: string,
  command: string,
  args: readonly string[],
  env: Record<string, string> = {},
): Promise<boolean> {
  console.log(`\n== ${name}`)
  const began = Date.now()
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
    child.on('error', () => resolve(false))
    child.on('close', (code) => {
      const seconds = (Date.now() - began) / 1000
      pieces.push({ name, seconds })
      console.log(`== ${name}: ${code === 0 ? 'fine' : 'failed'} after ${Math.round(seconds)} s`)
      resolve(code === 0)
    })
  })
}

async function checkOnce(name: string, command: string, args: readonly string[]): Promise<Tally> {
  const isFine = await runTool(name, command, args)
  return { passed: isFine ? 1 : 0, failed: isFine ? 0 : 1, files: [] }
}

/** A run that breaks before it has counted anything counts as one failure, never as none. */
async function jest(name: string, args: readonly string[], env: Record<string, string>): Promise<Tally> {
  const file = join(folder, `${name.replaceAll(' ', '-')}.json`)
  const isFine = await runTool(
    name,
    bin('jest'),
    [...args, '--ci', '--json', `--outputFile=${file}`, '--silent'],
    env,
  )
  try {
    const report = JSON.parse(readFileSync(file, 'utf8')) as {
      numPassedTests: number
      numFailedTests: number
      numFailedTestSuites: number
      testResults: { name: string; startTime: number; endTime: number }[]
    }
    const failed = Math.max(report.numFailedTests, report.numFailedTestSuites)
    return {
      passed: report.numPassedTests,
      failed: isFine ? failed : Math.max(1, failed),
      files: report.testResults.map((one) => ({
        file: relative(root, one.name),
        seconds: (one.endTime - one.startTime) / 1000,
      })),
    }
  } catch {
    return { passed: 0, failed: 1, files: [] }
  }
}

/** Cases of properties that failed are asked first from now on. */
function keepFailedCases(): void {
  const from = join(root, '.sturvo', 'failedCases')
  if (!existsSync(from)) return
  const to = join(root, 'scripts', 'keptCases.json')
  const kept = JSON.parse(readFileSync(to, 'utf8')) as Record<string, { seed: number; path: string }[]>
  for (const name of readdirSync(from)) {
    const one = JSON.parse(readFileSync(join(from, name), 'utf8')) as {
      name: string
      seed: number
      path: string
    }
    const cases = (kept[one.name] ??= [])
    if (!cases.some(({ seed, path }) => seed === one.seed && path === one.path))
      cases.push({ seed: one.seed, path: one.path })
    console.log(`A case that failed is kept in scripts/keptCases.json: ${one.name}`)
  }
  writeFileSync(to, `${JSON.stringify(kept, null, 2)}\n`)
  rmSync(from, { recursive: true, force: true })
}

const quickProjects = ['core', 'schema', 'words', 'pages', 'web', 'server']
/** Days are counted on both sides of the date line: whoever takes one from the machine's clock is found out. */
const east = { TZ: 'Pacific/Auckland' }
const west = { TZ: 'America/Los_Angeles' }
/** What counts in days, and so is run in the west as well. */
const countsDays =
  '(core/(plan/(days|week)|followup/(adjust|goBack|clientWeek|planDifference)|groundwork/calendar)|pages/clientPlan|server/(plans/calendar|people/today|follow/follow)|web/src/rooms/(today|person))'

async function checks(files: readonly string[] | undefined, isLong: boolean): Promise<Tally[]> {
  const format = isLong ? ['.'] : formattable(files ?? changedInADay())
  const tallies: Tally[] = []
  if (format.length > 0)
    tallies.push(
      await checkOnce('format', bin('prettier'), [
        '--check',
        '--cache',
        '--cache-strategy',
        'content',
        ...format,
      ]),
    )
  tallies.push(await checkOnce('arrows', 'npm', ['run', '--silent', 'arrows']))
  // one typed program for both: the linter's is the compiler's
  tallies.push(await checkOnce('lint and types', 'npm', ['run', '--silent', 'lint']))
  return tallies
}

async function everything(isLong: boolean): Promise<Tally[]> {
  // two cores: the checks run beside the tests; the browsers have the machine to themselves
  process.env.TZ = east.TZ
  const [made, checked, quick] = await Promise.all([
    // what the tests of the demo and the browsers copy
    checkOnce('made-up practice', bin('tsx'), ['scripts/fillPractice.ts']),
    checks(undefined, isLong),
    (async () => [
      await jest('unit and api', ['--selectProjects', ...quickProjects, '--maxWorkers=2'], east),
      await jest(
        'days in the west',
        ['--selectProjects', ...quickProjects, '--maxWorkers=2', '--testPathPatterns', countsDays],
        west,
      ),
    ])(),
  ])
  return [
    made,
    ...checked,
    ...quick,
    // a browser waits for much of its time: three of them keep two cores busy
    await jest('browser', ['--selectProjects', 'e2e', 'demo', '--maxWorkers=3'], east),
  ]
}

async function whatChanged(since: string | undefined): Promise<Tally[]> {
  const files = changedSince(since)
  console.log(files.length === 0 ? 'Nothing has changed.' : `${files.length} files have changed.`)
  if (files.length === 0) return []
  process.env.TZ = east.TZ
  const related = ['--findRelatedTests', ...files, '--passWithNoTests', '--maxWorkers=2']
  const [checked, quick] = await Promise.all([
    checks(files, false),
    jest('unit and api', ['--selectProjects', ...quickProjects, ...related], east),
  ])
  const journeys = journeysOf(files)
  return [
    ...checked,
    quick,
    ...(journeys.length > 0
      ? [
          await jest(
            'browser',
            ['--selectProjects', 'e2e', 'demo', '--maxWorkers=2', '--runTestsByPath', ...journeys],
            east,
          ),
        ]
      : []),
  ]
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      changed: { type: 'boolean' },
      since: { type: 'string' },
      long: { type: 'boolean' },
      help: { type: 'boolean', short: 'h' },
    },
  })
  if (values.help) return console.log(usage)
  const began = Date.now()
  process.env.STURVO_BUILT = 'yes' // by ./sturvo, just now
  process.env.STURVO_SEED ??= new Date().toISOString().slice(0, 10).replaceAll('-', '')
  if (values.long) process.env.STURVO_LONG = 'yes'
  console.log(`Seed of the random cases: ${process.env.STURVO_SEED}`)
  const tallies = values.changed ? await whatChanged(values.since) : await everything(values.long === true)
  rmSync(folder, { recursive: true, force: true })
  keepFailedCases()
  const slowest = tallies.flatMap((tally) => tally.files).sort((a, b) => b.seconds - a.seconds)
  console.log('\nThe slowest ten files:')
  for (const { file, seconds } of slowest.slice(0, 10))
    console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${file}`)
  console.log('Pieces (some run beside each other):')
  for (const { name, seconds } of pieces) console.log(`  ${seconds.toFixed(0).padStart(4)} s  ${name}`)
  console.log(`  ${((Date.now() - began) / 1000).toFixed(0).padStart(4)} s  in all`)
  const passed = tallies.reduce((sum, t) => sum + t.passed, 0)
  const failed = tallies.reduce((sum, t) => sum + t.failed, 0)
  console.log(`\n${passed} passed, ${failed} failed`)
  process.exitCode = failed === 0 ? 0 : 1
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  console.error(usage)
  process.exitCode = 2
})
