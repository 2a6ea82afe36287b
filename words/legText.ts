import type { Leg } from '@sturvo/core/tripod'

/** The three points in words. */
export const legText: Record<Leg, string> = { h: 'heel', m1: 'big-toe ball', m5: 'little-toe ball' }
