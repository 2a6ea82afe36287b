import { referenceValues } from '../../groundwork/reference'
import { findingWeight } from './findingWeight'
import { defaultSettings } from './facts'
import { read } from './read'
import { emptyFoot } from '../../foot/measures'
import { bareFacts } from './testing/bareFacts'

const references = referenceValues()

test('what cannot be comes before what is far off, and what is usual comes last', () => {
  const { findings } = read(
    bareFacts({
      feet: {
        left: {
          ...emptyFoot,
          numbers: {
            navicularStand: 20,
            navicularActive: 32,
            navicularPassive: 50,
            bigToeExtension: 30,
            kneeToWall: 120,
          },
        },
        right: { ...emptyFoot, numbers: { navicularStand: 40, navicularActive: 30, kneeToWall: 130 } },
      },
    }),
    references,
    defaultSettings,
  )
  const kinds = findings.map((f) => `${f.kind}.${f.concern}`)
  expect(kinds[0]).toBe('ladderImpossible.watch')
  expect(kinds.at(-1)).toMatch(/\.fine$/)
  expect(kinds.indexOf('range.work')).toBeLessThan(kinds.indexOf('range.fine'))
  const own = findings.map(findingWeight)
  expect(own.every((w) => w > 0 && w <= 1)).toBe(true)
  expect(findings.map((f) => f.weight)).toEqual(findings.map((f) => f.weight).sort((a, b) => b - a))
})
