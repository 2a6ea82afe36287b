import { createHash } from 'node:crypto'
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import dayjs from 'dayjs'
import { rootFolder } from '../data/places'
import { ownPort } from './ownPort'

const shelf = join(rootFolder, '.sturvo', 'filled')
const built = join(rootFolder, 'server', 'dist')

/** Named by what fills it and the day it is filled for: right after a change of branch, and tomorrow. */
function folderOfToday(): string {
  const hash = createHash('sha256').update(`${dayjs().format('YYYY-MM-DD')} ${process.env.TZ ?? ''}`)
  for (const file of readdirSync(built, { recursive: true, encoding: 'utf8' }).sort())
    if (file.endsWith('.mjs')) hash.update(file).update(readFileSync(join(built, file)))
  return join(shelf, hash.digest('hex').slice(0, 16))
}

/** Makes the made-up practice by the command a user starts, once for all tests of a day. @returns its folder */
export async function fillPractice(): Promise<string> {
  const folder = folderOfToday()
  if (existsSync(folder)) return folder
  const making = `${folder}.${process.pid}`
  mkdirSync(making, { recursive: true })
  writeFileSync(join(making, 'madeOn'), new Date().toISOString())
  const port = await ownPort()
  const child = spawn(
    process.execPath,
    [join(built, 'cli.mjs'), 'demo', '--db', join(making, 'demo.db'), '--port', String(port)],
    { stdio: ['ignore', 'pipe', 'inherit'], detached: true },
  )
  await new Promise<void>((resolve, reject) => {
    child.once('error', reject)
    child.once('exit', () => reject(new Error('the made-up practice could not be made')))
    // it says where it is open when it is whole
    child.stdout.once('data', () => resolve())
  })
  child.removeAllListeners('exit')
  const ended = new Promise((resolve) => child.once('exit', resolve))
  process.kill(-child.pid!, 'SIGTERM')
  await ended
  for (const name of readdirSync(making)) if (/\.(lock|alive)$/.test(name)) rmSync(join(making, name))
  try {
    renameSync(making, folder)
  } catch {
    rmSync(making, { recursive: true, force: true }) // another run was first
  }
  for (const old of readdirSync(shelf))
    if (join(shelf, old) !== folder && !old.includes('.'))
      rmSync(join(shelf, old), { recursive: true, force: true })
  return folder
}

/** Waits for the practice that this run makes beside its first tests. */
export async function filledPractice(): Promise<string> {
  const folder = folderOfToday()
  while (!existsSync(folder)) await new Promise((resolve) => setTimeout(resolve, 200))
  return folder
}
