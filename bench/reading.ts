import { forgetEverything } from '@sturvo/core/remember'
import { defaultSettings } from '@sturvo/core/reading'
import { footOutline } from '@sturvo/core/footShape'
import { arbitraryFoot } from '@sturvo/core/synthetic'
import { readingOf, type Fields } from '@sturvo/schema'
import { madeUpClients, shelves } from '@sturvo/demo'

/**
 * The whole reading of a full visit: every measure of the made-up client that has most, both feet traced, six shoes
 * with insides of their own. Baseline in the same run: the reading with nothing remembered.
 * Run: npx tsx bench/reading.ts
 */
const rounds = 200
const mostMs = 10
const client = madeUpClients[0]!
const practice = { settings: defaultSettings, references: {}, trialUses: {} }

function fullVisit(): Fields {
  const fields: Fields = {}
  for (const [key, value] of Object.entries(client.answers)) fields[`answer.${key}`] = value
  for (const [id, pair] of Object.entries(client.measures)) {
    fields[`measure.${id}.left.1`] = pair[0]
    fields[`measure.${id}.right.1`] = pair[1]
  }
  const shoes = Object.values(shelves).flatMap((shelf) => shelf?.shoes ?? [])
  shoes.slice(0, 6).forEach(({ insoleOnSheet: _, ...shoe }, i) => {
    const inside = footOutline(arbitraryFoot(40 + i, { side: 'right' })).outlineFootMm
    fields[`shoe.demoshoe${i}`] = {
      ...shoe,
      hoursPerWeek: 8,
      insole: { points: inside.map((p) => ({ x: p.x * 1.02, y: p.y * 1.05 })), from: 'photo' },
    }
  })
  for (const side of ['left', 'right'])
    fields[`photo.top.${side}`] = {
      version: 1,
      pictureId: 'picture00001',
      scale: { kind: 'sheet', corners: [] },
      trials: [],
      outlineFootMm: footOutline(arbitraryFoot(7, { side: 'left' })).outlineFootMm,
    }
  return fields
}

const median = (values: number[]) => [...values].sort((x, y) => x - y)[values.length >> 1]!

function timed(fields: Fields): number {
  const began = performance.now()
  readingOf({
    fields,
    person: { birthYear: 1992, kit: client.person.kit },
    practice,
    startedOn: '2026-05-04',
  })
  return performance.now() - began
}

const full = fullVisit()
/** Reads after each change, once as the page does and once with nothing remembered. */
function compare(name: string, change: (round: number) => Fields): number {
  const [kept, anew]: [number[], number[]] = [[], []]
  timed(full)
  for (let i = 0; i < rounds; i++) kept.push(timed({ ...full, ...change(i) }))
  for (let i = 0; i < rounds / 10; i++) {
    forgetEverything()
    anew.push(timed({ ...full, ...change(i) }))
  }
  const ratio = median(kept) / median(anew)
  console.log(
    `${name.padEnd(34)} ${median(kept).toFixed(2)} ms   nothing remembered ${median(anew).toFixed(2)} ms   ${ratio.toFixed(2)} ×`,
  )
  return median(kept)
}

console.log(
  `reading a full visit (${Object.keys(full).length} fields, six shoes) after one change, medians, goal ${mostMs} ms`,
)
const slowest = Math.max(
  compare('an arch height', (i) => ({ 'measure.navicularStand.left.1': 30 + (i % 7) })),
  compare('hours of walking', (i) => ({ 'answer.hoursWalking': i % 9 })),
  compare('one shoe moved a little', (i) => ({
    'shoe.demoshoe0': {
      ...(full['shoe.demoshoe0'] as object),
      nudge: { left: { xMm: (i % 50) / 10, yMm: 0, turnDeg: 0 } },
    },
  })),
)
process.exitCode = slowest <= mostMs ? 0 : 1
