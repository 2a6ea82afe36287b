import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'

/**
 * Changes one comparison at a time and looks whether the usual run notices: a test that cannot fail is found here, not
 * in a room. Run by hand (`npx tsx scripts/mutationCheck.ts`), on a tree without changes.
 */
type Mutation = { file: string; from: string; to: string }
const planner = 'core/plan/training/'
const plannerTests = [planner]
const outbox = 'web/src/outbox/outboxMachine.ts'
const outboxTests = ['web/src/outbox']

const ofPlanner: Mutation[] = [
  { file: 'gates.ts', from: 'value >= need', to: 'value < need' },
  { file: 'gates.ts', from: 'measured.worstPain <= r.bouncePain', to: 'measured.worstPain >= r.bouncePain' },
  { file: 'options.ts', from: 'level <= phase - first', to: 'level >= phase - first' },
  { file: 'options.ts', from: 'phase < first || phase > last', to: 'phase > last' },
  { file: 'options.ts', from: 'if (most < 1) return undefined', to: 'if (most > 1) return undefined' },
  { file: 'options.ts', from: "gap >= limit ? 'left'", to: "gap <= limit ? 'left'" },
  { file: 'value.ts', from: '> p.input.minutesPerSession + 1e-9', to: '> p.input.minutesPerSession + 9' },
  { file: 'value.ts', from: 'n > sameCapacityMost', to: 'n > sameCapacityMost + 2' },
  { file: 'programme.ts', from: 'weight.left > 0 || weight.right > 0', to: 'weight.left > 0' },
  { file: 'painGate.ts', from: 'pain >= r.painUnloadedFrom', to: 'pain > r.painUnloadedFrom' },
].map((one) => ({ ...one, file: planner + one.file }))
const ofOutbox: Mutation[] = [
  { from: 'state.me === event.accountId', to: 'state.me !== event.accountId' },
  { from: 'version <= seen', to: 'version < seen - 1' },
  { from: 'known?.id === found.id', to: 'known?.id !== found.id' },
  { from: 'if (now.id === sent.id)', to: 'if (now.id !== sent.id)' },
  {
    from: "obstacle.kind === 'refused' && now.id !== sent.id",
    to: "obstacle.kind === 'refused' && now.id === sent.id",
  },
  { from: "if (edit?.obstacle?.kind !== 'clash')", to: "if (edit?.obstacle?.kind === 'clash')" },
  { from: "if (keep === 'theirs')", to: "if (keep !== 'theirs')" },
  { from: 'edit.by === state.me && !edit.obstacle', to: 'edit.by !== state.me && !edit.obstacle' },
  { from: 'if (waitMs > 0)', to: 'if (waitMs < 0)' },
  { from: "state.failures > 0 ? 'waiting'", to: "state.failures < 0 ? 'waiting'" },
].map((one) => ({ ...one, file: outbox }))

function isNoticed(tests: readonly string[]): boolean {
  try {
    execFileSync(
      'node_modules/.bin/jest',
      ['--selectProjects', 'core', 'web', '--bail', '--silent', '--', ...tests],
      {
        stdio: 'ignore',
        env: { ...process.env, STURVO_MUTATED: 'yes' },
      },
    )
    return false
  } catch {
    return true
  }
}

let missed = 0
for (const [mutations, tests] of [
  [ofPlanner, plannerTests],
  [ofOutbox, outboxTests],
] as const)
  for (const { file, from, to } of mutations) {
    const text = readFileSync(file, 'utf8')
    if (text.split(from).length !== 2) throw new Error(`${file} does not hold once: ${from}`)
    try {
      writeFileSync(
        file,
        text.replace(from, () => to),
      )
      const found = isNoticed(tests)
      if (!found) missed++
      console.log(`${found ? 'noticed' : 'NOT NOTICED'}  ${file}: ${from} → ${to}`)
    } finally {
      writeFileSync(file, text)
    }
  }
console.log(missed === 0 ? 'Every change was noticed.' : `${missed} changes were not noticed.`)
process.exitCode = missed === 0 ? 0 : 1
