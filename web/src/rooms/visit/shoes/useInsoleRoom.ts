import { useState } from 'react'
import type { Point } from '@sturvo/core/geometry'
import { isInsideLength } from '@sturvo/core/fit'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import type { Side } from '@sturvo/core/side'
import { arbitraryInsole } from '@sturvo/core/synthetic'
import { useVisitFrame } from '../visitContext'
import { useInsolePhoto } from './useInsolePhoto'
import { useShoeChange } from './useShelf'

const leastHandPoints = 12

/** The photo of an insole and what is being made of it: side, four taps, a line by free hand. */
export function useInsoleRoom(on: ShoeOnFeet, onClosed: () => void) {
  const { references } = useVisitFrame()
  const { shoe } = on.reading
  const [side, setSide] = useState<Side>('right')
  const photo = useInsolePhoto(side, shoe.insoleId)
  const change = useShoeChange()
  const [isByHand, setByHand] = useState(false)
  const [hand, setHand] = useState<Point[]>()
  const lengthMm = photo.points && Math.max(...photo.points.map((p) => p.y))
  const isPossible = lengthMm !== undefined && isInsideLength(lengthMm, references)
  return {
    shoe,
    side,
    setSide,
    photo,
    isByHand,
    toggleByHand: () => setByHand(!isByHand),
    hand,
    /** the next of the four points that is wanted */
    present: photo.missing[0],
    lengthMm,
    isPossible,
    onHandStroke: (points: Point[], isDone: boolean) => {
      setHand(isDone ? undefined : points)
      if (!isDone || points.length < leastHandPoints) return
      setByHand(false)
      photo.drawLine(points)
    },
    simulate: () => {
      const seed = [...shoe.id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1009, 5)
      // the made-up insole has this shoe's own measures where they are known
      const any = arbitraryInsole(seed)
      const insole = {
        ...any,
        lengthMm: shoe.innerLengthMm ?? any.lengthMm,
        ballWidthMm: shoe.innerWidthBallMm ?? any.ballWidthMm,
        heelWidthMm: shoe.innerWidthHeelMm ?? any.heelWidthMm,
      }
      setSide(insole.side)
      void photo.simulate(insole, seed)
    },
    use: () => {
      if (!photo.points || !isPossible) return
      change(shoe, {
        insole: { points: photo.points, from: 'photo' },
        ...(photo.pictureId ? { insoleId: photo.pictureId } : {}),
      })
      onClosed()
    },
  }
}
export type InsoleRoomState = ReturnType<typeof useInsoleRoom>
