import fc from 'fast-check'
import { handBackParts, readHandBack } from './index'

const letters = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-_'.split('')
const payloads = fc
  .array(fc.constantFrom(...letters), { minLength: 1, maxLength: 800 })
  .map((all) => all.join(''))
const owners = fc.constantFrom('0123456789abcdef', 'ffffffffffffffff')

test('comes back whole whatever the order, doubled parts, line breaks and words around', () => {
  fc.assert(
    fc.property(
      owners,
      payloads,
      fc.integer({ min: 1, max: 300 }),
      fc.infiniteStream(fc.nat()),
      (owner, payload, most, chance) => {
        const parts = handBackParts(owner, payload, Math.max(most, Math.ceil(payload.length / 500)))
        const mixed = [...parts, parts[0]!]
          .map((part) => ({ part, at: chance.next().value }))
          .sort((a, b) => a.at - b.at)
          .map(({ part }) => part.replace(/(.{40})/g, '$1\n'))
        expect(readHandBack(`Hello,\n${mixed.join('\n')}\nRegards`)).toEqual([
          { owner, payload, missing: [], of: parts.length, isBroken: false },
        ])
      },
    ),
  )
})

test('a part that is missing is named, one that was changed is found, two logs are never joined', () => {
  const parts = handBackParts('0123456789abcdef', 'a'.repeat(50), 10)
  expect(readHandBack(parts.filter((_, i) => i !== 2).join(' '))).toMatchObject([
    { payload: undefined, missing: [3], of: 5, isBroken: false },
  ])
  expect(readHandBack(parts.join(' ').replace('aaaaaaaaaa', 'aaaaabaaaa'))).toMatchObject([
    { payload: undefined, missing: [], isBroken: true },
  ])
  const other = handBackParts('ffffffffffffffff', 'b'.repeat(50), 10)
  const both = readHandBack([...parts.slice(0, 3), ...other].join('\n'))
  expect(both.map(({ owner, payload }) => [owner, payload])).toEqual([
    ['0123456789abcdef', undefined],
    ['ffffffffffffffff', 'b'.repeat(50)],
  ])
  expect(readHandBack(parts.join(' ').slice(0, -3))).toMatchObject([{ missing: [5] }])
  expect(readHandBack('nothing of the kind. STURVO1.x')).toEqual([])
  expect(readHandBack('STURVO1.0123456789abcdef.9.2.00000000.abc')).toEqual([])
})
