import { performance } from 'node:perf_hooks'
import { eyeKinds, eyeLevels, eyeQuestion } from '@sturvo/core/eye'
import { gradeParts, readPart } from '@sturvo/core/deformity'
import { emptyFoot, type FootValues } from '@sturvo/core/measures'
import { referenceValues } from '@sturvo/core/reference'

/** How long a new practice question takes, by kind; and the grades of a whole visit with everything borderline. */
const seeds = Array.from({ length: 12 }, (_, i) => 101 + i * 977)

function percentile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

process.stdout.write('new question, ms              median   worst\n')
for (const kind of eyeKinds) {
  eyeQuestion(kind, 1, 1)
  const times = eyeLevels.flatMap((level) =>
    seeds.map((seed) => {
      const start = performance.now()
      eyeQuestion(kind, level, seed)
      return performance.now() - start
    }),
  )
  process.stdout.write(
    `${kind.padEnd(28)} ${percentile(times, 0.5).toFixed(1).padStart(7)} ${Math.max(...times)
      .toFixed(1)
      .padStart(7)}\n`,
  )
}

const references = referenceValues()
// every part at its edge, and the arch against a measured target: the dearest case there is
const edge: FootValues = {
  ...emptyFoot,
  numbers: {
    navicularSit: 40,
    navicularStand: 37.6,
    navicularActive: 38,
    navicularPassive: 38.4,
    heelRest: 6.6,
    heelActive: 6,
    heelPassive: 5.6,
    halluxAngle: 16,
    halluxActive: 15,
    halluxPassive: 14,
    fifthToeAngle: 11,
    fifthActive: 10,
    fifthPassive: 9,
    ...Object.fromEntries(
      [1, 2, 3, 4, 5].flatMap((n) => [
        [`toeBend${n}`, 12],
        [`toeBendActive${n}`, 10],
        [`toeBendPassive${n}`, 8],
      ]),
    ),
  },
}
const visit = () => {
  for (let side = 0; side < 2; side++)
    for (const part of gradeParts) readPart(part, { foot: edge, lengthMm: 250 }, references)
}
for (let i = 0; i < 20; i++) visit()
const times = Array.from({ length: 60 }, () => {
  const start = performance.now()
  visit()
  return performance.now() - start
})
process.stdout.write(
  `\ngrades of a visit, all 18 borderline: median ${percentile(times, 0.5).toFixed(1)} ms, 95 % ${percentile(times, 0.95).toFixed(1)} ms (wanted: at most 50)\n`,
)
