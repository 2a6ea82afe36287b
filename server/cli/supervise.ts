import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { rootFolder } from '../data/places'

const command = join(rootFolder, 'server', 'dist', 'cli.mjs')
const sign = 'STURVO_SUPERVISED'
const firstPauseMs = 100
const longestPauseMs = 10_000
const steadyMs = 30_000 // who ran this long begins with the short pause again
const patienceMs = 7000 // longer than a server takes to end by itself

export function isSupervised(): boolean {
  return process.env[sign] !== undefined
}

/**
 * Runs the command again as a child and starts it anew whenever it ends by anything but its own decision: a fault, a
 * kill, the memory. The pauses between grow, so that a server that cannot run does not spin.
 * @returns never with anything to print: the child prints
 */
export async function supervise(args: readonly string[]): Promise<string> {
  let child: ChildProcess | undefined
  let isEnding = false
  const end = (signal: NodeJS.Signals) => {
    isEnding = true
    child?.kill(signal)
    setTimeout(() => child?.kill('SIGKILL'), patienceMs).unref()
  }
  process.on('SIGINT', () => end('SIGINT'))
  process.on('SIGTERM', () => end('SIGTERM'))
  process.on('SIGHUP', () => end('SIGTERM'))
  for (let pauseMs = firstPauseMs; ;) {
    const began = performance.now()
    const code = await new Promise<number | null>((resolve) => {
      // the channel tells the child when this process is gone: it then ends as well
      child = spawn(process.execPath, [...process.execArgv, command, ...args], {
        stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
        env: { ...process.env, [sign]: String(process.pid) },
      })
      child.once('error', () => resolve(null))
      child.once('exit', (exitCode) => resolve(exitCode))
    })
    if (isEnding || code === 0 || code === 2) {
      process.exitCode = code ?? 0
      return ''
    }
    if (performance.now() - began > steadyMs) pauseMs = firstPauseMs
    process.stderr.write(`Sturvo ended unexpectedly and is started again in ${pauseMs / 1000} s.\n`)
    await new Promise((resolve) => setTimeout(resolve, pauseMs))
    if (isEnding) return ''
    pauseMs = Math.min(longestPauseMs, pauseMs * 2)
  }
}
