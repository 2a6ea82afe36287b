import { readFile, stat } from 'node:fs/promises'
import { readAngleCsv, readStance } from '@sturvo/core/rearfoot'
import { referenceValues } from '@sturvo/core/reference'
import { sentenceOf } from '@sturvo/words'
import { readArguments, UsageError } from './usage'

const mostBytes = 20_000_000

/** `measure rearfoot FILE.csv`: heel angle over one stance, everted + */
export async function measureRearfoot(args: readonly string[]): Promise<string> {
  const { words } = readArguments(args, [], [])
  const [file, ...more] = words
  if (file === undefined || more.length > 0)
    throw new UsageError('Name one series: measure rearfoot FILE.csv.')
  const text = await readText(file)
  const series = readAngleCsv(text)
  if (!series.ok) throw new UsageError(sentenceOf(series.problem))
  const reading = readStance(series.value, referenceValues())
  if (!reading.ok) throw new UsageError(sentenceOf(reading.problem))
  return JSON.stringify({ ...reading.value, neutralAtPct: reading.value.neutralAtPct ?? null }, null, 2)
}

async function readText(file: string): Promise<string> {
  const unreadable = () => {
    throw new UsageError(`The file ${file} cannot be read.`)
  }
  const { size } = await stat(file).catch(unreadable)
  if (size > mostBytes) throw new UsageError(`The file ${file} is larger than a heel angle series can be.`)
  return readFile(file, 'utf8').catch(unreadable)
}
