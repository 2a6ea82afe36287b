import { z } from 'zod'
import { firstSentence } from './firstSentence'

const shape = z.strictObject({
  name: z.string().min(2, 'A name has two letters at least.').max(5),
  size: z.number().int().min(1),
  side: z.enum(['left', 'right']),
  many: z.array(z.boolean()).max(2),
})
const fine = { name: 'Ansa', size: 3, side: 'left', many: [true] }

test.each<[string, object, string]>([
  ['a sentence of ours stays as it is', { name: 'A' }, 'A name has two letters at least. (name)'],
  ['something missing', { name: undefined }, 'Something is missing here. (name)'],
  ['another kind of value', { size: 'three' }, 'This has to be a number. (size)'],
  ['no whole number', { size: 1.5 }, 'This has to be a whole number. (size)'],
  ['a word nobody knows', { side: 'up' }, 'This is one of left, right. (side)'],
  ['too long', { name: 'Ansa Rook' }, 'At most 5 letters. (name)'],
  ['too many', { many: [true, true, true] }, 'At most 2 entries. (many)'],
  ['too little', { size: 0 }, 'At least 1. (size)'],
  ['a field that is none', { colour: 'red' }, 'Nobody knows “colour” here.'],
])('%s', (_what, change, sentence) => {
  const read = shape.safeParse({ ...fine, ...change })
  expect(read.success).toBe(false)
  expect(firstSentence(read.error!)).toBe(sentence)
})
