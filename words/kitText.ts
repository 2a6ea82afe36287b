import type { KitItem } from '@sturvo/core/training'

/** Kit by name; apart from the plan's words, since the list of people needs it and nothing else of them. */
export const kitText: Record<KitItem, string> = {
  band: 'band',
  softBall: 'soft ball',
  step: 'step',
  cloth: 'cloth',
  wall: 'wall',
  support: 'something to hold',
  bench: 'bench',
  loopBand: 'loop band',
  slopeBoard: 'slope board',
  splitBoard: 'split board',
  wedge: 'wedge',
  towel: 'towel',
  marbles: 'marbles',
  softBag: 'small soft bag',
  texturedMat: 'textured mat',
  cushion: 'cushion',
  smallBall: 'small ball',
  firmBall: 'firm ball',
  coolPack: 'cool pack',
}
