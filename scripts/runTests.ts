import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

type Tally = { passed: number; failed: number }
const bin = (name: string) => join('node_modules', '.bin', name)
const folder = mkdtempSync(join(tmpdir(), 'sturvo-test-'))

/** Runs one tool with its output shown. @returns whether it ended well */
function runTool(name: string, command: string, args: string[]): Promise<boolean> {
  console.log(`\n== ${name}`)
  const began = Date.now()
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: 'inherit' })
    child.on('error', () => resolve(false))
    child.on('close', (code) => {
      console.log(
        `== ${name}: ${code === 0 ? 'fine' : 'failed'} after ${Math.round((Date.now() - began) / 1000)} s`,
      )
      resolve(code === 0)
    })
  })
}

async function checkOnce(name: string, command: string, args: string[]): Promise<Tally> {
  const isFine = await runTool(name, command, args)
  return isFine ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }
}

/** A run that breaks before it has counted anything counts as one failure, never as none. */
async function jest(name: string, args: string[]): Promise<Tally> {
  const file = join(folder, `${name}.json`)
  const isFine = await runTool(name, bin('jest'), [
    ...args,
    '--ci',
    '--json',
    `--outputFile=${file}`,
    '--silent',
  ])
  try {
    const report = JSON.parse(readFileSync(file, 'utf8')) as {
      numPassedTests: number
      numFailedTests: number
      numFailedTestSuites: number
    }
    const failed = Math.max(report.numFailedTests, report.numFailedTestSuites)
    return { passed: report.numPassedTests, failed: isFine ? failed : Math.max(1, failed) }
  } catch {
    return { passed: 0, failed: 1 }
  }
}

async function main(): Promise<void> {
  // two cores: the checks run beside the tests; the browsers, which mostly wait, have the machine to themselves
  process.env.STURVO_BUILT = 'yes' // by ./sturvo, just now
  const [lint, [types, quick]] = await Promise.all([
    checkOnce('lint', 'npm', ['run', '--silent', 'lint']),
    checkOnce('types', bin('tsc'), ['--noEmit', '-p', 'tsconfig.json']).then(
      async (tally) =>
        [
          tally,
          await jest('unit and api', [
            '--selectProjects',
            'core',
            'schema',
            'words',
            'pages',
            'web',
            'server',
            '--maxWorkers=2',
          ]),
        ] as const,
    ),
  ])
  const tallies = [lint, types, quick]
  tallies.push(await jest('browser', ['--selectProjects', 'e2e', '--maxWorkers=2']))
  rmSync(folder, { recursive: true, force: true })
  const passed = tallies.reduce((sum, t) => sum + t.passed, 0)
  const failed = tallies.reduce((sum, t) => sum + t.failed, 0)
  console.log(`\n${passed} passed, ${failed} failed`)
  process.exitCode = failed === 0 ? 0 : 1
}

void main()
