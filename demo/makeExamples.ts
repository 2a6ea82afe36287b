import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { framesInMemory, writePressureCsv } from '@sturvo/core/pressure'
import {
  defaultPressureClient,
  pressureScene,
  recordScene,
  twoFootGrid,
  usualPressureFaults,
} from '@sturvo/core/synthetic'

/** Writes the example files of docs/examples anew; the same every time. Run: npx tsx demo/makeExamples.ts */
const folder = join(__dirname, '..', 'docs', 'examples')
const rateHz = 20

const scene = pressureScene(defaultPressureClient(), {
  task: 'stance',
  seconds: 6,
  seed: 1,
  grid: twoFootGrid,
})
const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, 1)
const pieces: Uint8Array[] = []
writePressureCsv(
  framesInMemory({ ...twoFootGrid, rateHz, task: 'stance', side: 'both' }, timesS, kpa),
  (bytes) => pieces.push(bytes),
)
writeFileSync(join(folder, 'stance.csv.gz'), gzipSync(Buffer.concat(pieces), { level: 9 }))

const stanceS = 0.62
const heel = Array.from({ length: 125 }, (_, i) => {
  const t = i / 200
  const u = t / stanceS
  const deg =
    u < 0.42
      ? -2 + 4.5 * (1 - Math.cos((Math.PI * u) / 0.42))
      : -3 + 5 * (1 - Math.cos((Math.PI * (1 - u)) / 0.58))
  return `${t.toFixed(3)},${deg.toFixed(2)}`
})
writeFileSync(
  join(folder, 'heel-angle.csv'),
  `# heel against shin, one stance, everted +\nt_s,angle_deg\n${heel.join('\n')}\n`,
)
