import type { GuideFigure } from '@sturvo/core/drawing'
import type { GradePart } from '@sturvo/core/deformity'
import { licences, type Licence } from '@sturvo/core/reading'

export type Guide = {
  active: string
  passive: { figure: GuideFigure; hold: string; watch: string; stop: string; from: Licence }
}

const stop = 'Stop at pain, at a hard stop, or when the skin goes white. Never push past it.'
const toe: Guide = {
  active: 'Standing, the client makes the toe long without pressing it into the floor.',
  passive: {
    figure: 'toeByHand',
    hold: 'Foot without weight. One hand holds the root of the toe, a finger of the other lifts under the tip.',
    watch: 'The bend opens; the root does not tip up instead.',
    stop,
    from: 'coach',
  },
}
const guides: Record<'arch' | 'heel' | 'bigToe' | 'fifthToe' | 'toe', Guide> = {
  arch: {
    active:
      'Standing, toes long and quiet, the client draws the ball towards the heel. Watch that the big toe stays down and the knee does not turn out for it.',
    passive: {
      figure: 'archByHand',
      hold: 'Standing with most weight on the other foot. Thumb under the bump, fingers over the back of the foot; lift up and slightly outward.',
      watch: 'The bump rises, the ball of the big toe stays down, the heel turns upright with it.',
      stop,
      from: 'therapist',
    },
  },
  heel: {
    active:
      'Standing, the client brings the heel upright with both balls down. The knee may turn out a little.',
    passive: {
      figure: 'heelByHand',
      hold: 'Face down or standing. Cup the heel from both sides and turn it about its own pad; the other hand keeps the leg quiet.',
      watch: 'The line of the heel against the line of the leg, not the skin.',
      stop,
      from: 'therapist',
    },
  },
  bigToe: {
    active: 'Foot flat, the client draws the big toe away from the second, the others quiet.',
    passive: {
      figure: 'bigToeByHand',
      hold: 'One hand steadies the ball. Thumb and finger draw the toe to the middle line; do not turn it.',
      watch: 'Inner border of the toe against the inner border of the foot.',
      stop,
      from: 'coach',
    },
  },
  fifthToe: {
    active: 'Foot flat, the client spreads the little toe outwards.',
    passive: {
      figure: 'bigToeByHand',
      hold: 'As with the big toe, from the outer side: steady the ball, draw the little toe outwards.',
      watch: 'Outer border of the toe against the outer border of the foot.',
      stop,
      from: 'coach',
    },
  },
  toe,
}

export function guideOf(part: GradePart): Guide {
  return part === 'arch' || part === 'heel' || part === 'bigToe' || part === 'fifthToe' ? guides[part] : toe
}

/** Whether a practice of one licence is shown a technique that begins with another. */
export function isWithin(licence: Licence, from: Licence): boolean {
  return licences.indexOf(licence) >= licences.indexOf(from)
}
