import { chanceFrom } from '@sturvo/core/synthetic'
import type { Device } from '@sturvo/schema'
import type { DeviceDriver } from './driver'
import { everyBeat } from './ticker'

type Values = (tS: number, seed: number, bodyMassKg: number) => readonly number[]

/** A device that sends a few numbers instead of a field of cells. */
function fewNumbers(
  own: {
    id: string
    name: string
    kind: 'scales' | 'inclinometer'
    unit: 'kg' | '°'
    rateHz: number
    noise: number
  },
  count: number,
  truth: Values,
): DeviceDriver {
  let stopBeat: (() => void) | undefined
  const stop = () => {
    stopBeat?.()
    stopBeat = undefined
    return Promise.resolve()
  }
  const describe = (): Device => ({
    id: own.id,
    name: own.name,
    kind: own.kind,
    isMadeUp: true,
    link: stopBeat ? 'busy' : 'ready',
    batteryPct: 72,
    capabilities: {
      stream: true,
      picture: false,
      zero: true,
      rows: 1,
      cols: count,
      pitchMm: 0,
      rateHz: own.rateHz,
      unit: own.unit,
    },
  })
  let zero = new Float32Array(count)
  let latest = new Float32Array(count)
  return {
    describe,
    open: () => Promise.resolve(),
    calibrate: () => {
      zero = latest.slice()
      return Promise.resolve()
    },
    start: async ({ standIn }, onFrame) => {
      await stop()
      const chance = chanceFrom((standIn?.seed ?? 1) * 17)
      stopBeat = everyBeat(own.rateHz, (i) => {
        const tS = i / own.rateHz
        const values = Float32Array.from(
          truth(tS, standIn?.seed ?? 1, standIn?.bodyMassKg ?? 70),
          (v) => v + (chance.unit() + chance.unit() - 1) * own.noise,
        )
        latest = values.slice()
        onFrame({
          sequence: i + 1,
          deviceS: tS,
          rows: 1,
          cols: count,
          values: values.map((v, k) => v - zero[k]!),
        })
        return true
      })
    },
    stop,
  }
}

/** Three scales under heel, inner and outer ball of one foot. */
export const simulatedScales = () =>
  fewNumbers(
    { id: 'scales', name: 'Simulated three scales', kind: 'scales', unit: 'kg', rateHz: 10, noise: 0.15 },
    3,
    (tS, seed, bodyMassKg) => {
      const chance = chanceFrom(seed * 13)
      const heel = chance.between(0.42, 0.62)
      const inner = (1 - heel) * chance.between(0.35, 0.65)
      const sway = 0.02 * Math.sin(tS * 1.7)
      return [heel + sway, inner - sway / 2, 1 - heel - inner - sway / 2].map(
        (share) => (share * bodyMassKg) / 2,
      )
    },
  )

/** The angle of the shin, as it leans forward over a flat heel and comes to its end. */
export const simulatedInclinometer = () =>
  fewNumbers(
    {
      id: 'inclinometer',
      name: 'Simulated inclinometer',
      kind: 'inclinometer',
      unit: '°',
      rateHz: 20,
      noise: 0.3,
    },
    1,
    (tS, seed) => {
      const most = chanceFrom(seed * 19).between(28, 46)
      return [most * (1 - Math.exp(-tS / 0.8))]
    },
  )
