import { nothingHeld } from '@sturvo/core/inForce'
import { heldLines, heldOnPhoneText } from './heldText'

const nameOf = (id: string) => id.toUpperCase()

test('one reason is said once, whatever number of drills it holds; nothing held says nothing', () => {
  expect(heldLines(nothingHeld, nameOf)).toEqual([])
  const because = { why: 'caution', effect: 'passiveOnly' } as const
  expect(
    heldLines(
      {
        ...nothingHeld,
        drills: [
          { id: 'a', because },
          { id: 'b', because },
          { id: 'c', because: { why: 'painFirst', place: 'heel' } },
        ],
        lowered: ['d'],
        shoes: 'noMore',
        spacers: 'wait',
        running: 'wait',
      },
      nameOf,
    ),
  ).toEqual([
    'A · B: caution: passive range only, lying or sitting.',
    'C: waits until the heel hurts less.',
    'Less of D: no more than may be done now.',
    'New shoes stay at the minutes of that week.',
    'Spacers wait.',
    'Running in new shoes waits.',
  ])
})

test('the phone is told that something waits, and neither what nor why', () => {
  expect(heldOnPhoneText).not.toMatch(/sprain|pain|caution|injur/)
})
