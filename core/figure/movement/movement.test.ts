import { library } from '../../plan/training'
import { boneMm } from './limbs'
import { movementFigure, movementIds } from './movementFigure'
import type { Frame, JointName } from './shape'
import { framePaths, frameSvg, printColours } from './paint'

/** How far joints of healthy people go, degrees, with some room. */
const ranges: Record<JointName, readonly [least: number, most: number]> = {
  knee: [0, 162],
  hip: [0, 145],
  ankle: [-62, 42],
  toe: [-45, 76],
  toeTip: [-95, 12],
  elbow: [0, 150],
}
const lengths: Record<string, readonly number[]> = {
  nearArm: [boneMm.upperArm, boneMm.forearm],
  farArm: [boneMm.upperArm, boneMm.forearm],
  trunk: [boneMm.trunk],
}
const framesOf = (id: string): [string, Frame][] => {
  const { frames, wrong } = movementFigure(id)
  return [
    ...frames.map((f, i): [string, Frame] => [`${id} ${i}`, f]),
    ...(wrong ? [[`${id} wrong`, wrong] as [string, Frame]] : []),
  ]
}
const all = movementIds.flatMap(framesOf)
const right = movementIds.flatMap((id) =>
  movementFigure(id).frames.map((f, i): [string, Frame] => [`${id} ${i}`, f]),
)

describe('figures of movements', () => {
  it('are drawn for every drill, and for nothing else', () => {
    expect([...movementIds].sort()).toEqual(library.map((e) => e.id).sort())
  })

  it('keep every bone as long as it is, in every picture', () => {
    const wrong = all.flatMap(([name, { bones }]) =>
      bones.limbs.flatMap(({ name: limb, joints }) => {
        const should = lengths[limb] ?? (joints.length === 3 ? [boneMm.thigh, boneMm.shank] : [boneMm.shank])
        return should.flatMap((length, i) => {
          const [a, b] = [joints[i]!, joints[i + 1]!]
          const is = Math.hypot(a.x - b.x, a.y - b.y)
          return Math.abs(is - length) > 1 ? [`${name} ${limb} ${Math.round(is)} for ${length}`] : []
        })
      }),
    )
    expect(wrong).toEqual([])
  })

  it('bend no joint further than people do', () => {
    const wrong = right.flatMap(([name, { bones }]) =>
      bones.angles.flatMap(({ joint, deg }) =>
        deg < ranges[joint][0] - 0.01 || deg > ranges[joint][1]
          ? [`${name} ${joint} ${Math.round(deg)}`]
          : [],
      ),
    )
    expect(wrong).toEqual([])
  })

  it('stand on what they stand on, neither above it nor in it', () => {
    const wrong = all.flatMap(([name, { bones }]) =>
      bones.soles.flatMap(({ lowestMm, onMm }) =>
        Math.abs(lowestMm - onMm) > 5 ? [`${name} ${lowestMm.toFixed(1)} over ${onMm}`] : [],
      ),
    )
    expect(wrong).toEqual([])
  })

  it('have no part of a body under the ground', () => {
    const wrong = all.flatMap(([name, frame]) => {
      if (!frame.shapes.some((s) => s.role === 'ground')) return []
      const body = frame.shapes.filter((s) => s.closed && /skin|cloth/i.test(s.role))
      const lowest = Math.min(...body.flatMap((s) => s.parts.flat()).map((p) => p.y))
      return lowest < -7 ? [`${name} ${lowest.toFixed(1)}`] : []
    })
    expect(wrong).toEqual([])
  })

  it('show the other side as the mirror image', () => {
    for (const id of movementIds) {
      const [left, right] = [movementFigure(id, 'left'), movementFigure(id, 'right')]
      expect(right.frames.length).toBe(left.frames.length)
      left.frames.forEach((frame, i) => {
        const other = right.frames[i]!
        const mirror = (x: number) => frame.box.left + frame.box.width - (x - frame.box.left)
        const at = (f: Frame, turn: (x: number) => number) =>
          f.shapes.map((s) =>
            s.parts.map((part) =>
              part.map((p) => `${(turn(p.x) - f.box.left).toFixed(3)} ${p.y.toFixed(3)}`),
            ),
          )
        expect(at(other, (x) => x)).toEqual(at(frame, mirror))
      })
    }
  })

  it('show what moves: pictures of one movement differ', () => {
    const still = movementIds.filter((id) => {
      const { frames } = movementFigure(id)
      return frames.length > 1 && frameSvg(frames[0]!) === frameSvg(frames[1]!)
    })
    expect(still).toEqual([])
  })

  it('show a slip that is not the movement itself', () => {
    const same = movementIds.filter((id) => {
      const { frames, wrong } = movementFigure(id)
      return wrong && frames.some((f) => frameSvg(f) === frameSvg(wrong))
    })
    expect(same).toEqual([])
  })

  it('are lines on white in print: no colour, and every path drawn by numbers', () => {
    const wrong = all.flatMap(([name, frame]) =>
      framePaths(frame, printColours).flatMap((path) =>
        /NaN|Infinity/.test(path.d) || !(path.width >= 0) ? [`${name} ${path.d}`] : [],
      ),
    )
    expect(wrong).toEqual([])
  })

  it('are refused for a movement nobody drew', () => {
    expect(() => movementFigure('cartwheel')).toThrow(RangeError)
  })

  it('stand on as many feet as the drill says: pose, trait and bound agree', () => {
    const standing = library.filter((e) => e.position === 'standing' || e.position === 'one leg')
    const legsOf = ({ bones }: Frame) => bones.limbs.filter(({ name }) => name.endsWith('Leg')).length
    for (const e of standing) {
      const isOneLeg = e.position === 'one leg'
      expect([e.id, e.traits.includes('oneLeg')]).toEqual([e.id, isOneLeg])
      if (isOneLeg) expect([e.id, e.bound]).toEqual([e.id, expect.any(String)])
      // whoever is drawn with both legs from the side
      for (const frame of movementFigure(e.id).frames.filter((f) => legsOf(f) === 2)) {
        const down = frame.bones.soles.length
        if (isOneLeg) expect([e.id, down]).toEqual([e.id, Math.min(down, 1)])
        // who hops is in the air
        else if (!e.traits.includes('bounce')) expect([e.id, down > 0]).toEqual([e.id, true])
      }
    }
  })
})
