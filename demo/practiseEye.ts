import dayjs from 'dayjs'
import { eyeKinds, eyeLimit, eyeTable } from '@sturvo/core/eye'
import { referenceValues } from '@sturvo/core/reference'
import { chanceFrom } from '@sturvo/core/synthetic'
import { tables, type Database } from '@sturvo/server'

const days = 24
const biasDeg = -1.8 // heel angles of left feet, read too small

/** What the practitioner has practised so far: a little every few days, heel angles of left feet read too small. */
export async function practiseEye(database: Database, accountId: string, today: Date): Promise<void> {
  const chance = chanceFrom(4242)
  const references = referenceValues()
  const rows = Array.from({ length: 66 }, (_, i) => {
    const kind = eyeKinds[i % eyeKinds.length]!
    // so that there is a habit to see
    const side = kind === 'heel' || chance.unit() < 0.5 ? ('left' as const) : ('right' as const)
    const limit = eyeLimit(kind, references)
    const { decimals, hasDirection } = eyeTable[kind]
    const noise = chance.normal(0, limit * 0.45)
    const bias = kind === 'heel' && side === 'left' ? biasDeg : 0
    const error = hasDirection ? bias + (bias === 0 ? noise : noise * 0.3) : Math.abs(noise)
    const at = dayjs(today)
      .subtract(days - Math.floor((i / 66) * days), 'day')
      .hour(19)
      .minute(i % 60)
      .toISOString()
    return {
      id: `demoeye${String(i).padStart(4, '0')}`,
      accountId,
      kind,
      level: 1 + (i % 2),
      seed: 1000 + i,
      side,
      error: Math.round(error * 10 ** decimals) / 10 ** decimals,
      derivedKind: null,
      derivedError: null,
      at,
      created: at,
      changed: at,
    }
  })
  await database.write((tx) => tx.insert(tables.eyeAnswer).values(rows))
}
