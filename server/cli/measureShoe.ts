import { dropMm, minimalShoeScore, tippingAngleDeg } from '@sturvo/core/footwear'
import { referenceValues } from '@sturvo/core/reference'
import { firstSentence, shoeSchema } from '@sturvo/schema'
import { asJson } from './measureOutline'
import { textOfFile } from './outlineOfFile'
import { readArguments, UsageError } from './usage'

/** `measure shoe FILE.json`: drop, minimal-shoe score with its five items, tipping angle */
export async function measureShoe(args: readonly string[]): Promise<string> {
  const { words } = readArguments(args, [], [])
  const [file, ...more] = words
  if (file === undefined || more.length > 0) throw new UsageError('Name one shoe: measure shoe FILE.json.')
  const shoe = { id: 'shoe', ...shoeOf(await textOfFile(file), file) }
  const references = referenceValues()
  const score = minimalShoeScore(shoe, references)
  return asJson({
    name: shoe.name,
    dropMm: dropMm(shoe),
    minimalShoeScore: {
      pct: score.pct,
      lowPct: score.lowPct,
      highPct: score.highPct,
      items: {
        weight: score.items.weight,
        stack: score.items.stack,
        drop: score.items.drop,
        support: score.items.support,
        flexibility: score.items.flexibility,
      },
      missing: score.missing,
    },
    tippingAngleDeg: tippingAngleDeg(shoe, references),
  })
}

function shoeOf(text: string, file: string) {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new UsageError(`${file} is not readable JSON. Nothing was measured.`)
  }
  const result = shoeSchema.strict().safeParse(value)
  if (!result.success) throw new UsageError(`${file}: ${firstSentence(result.error)} Nothing was measured.`)
  return result.data
}
