import { halvesADay as halves } from '@sturvo/core/week'

/** The strip begins at four in the morning, where most days do. */
export const firstHalf = 8
/** Sizes of the drawing. */
export const strip = { cellPx: 13, rowPx: 22, rowGapPx: 4, labelPx: 40, headPx: 16 }

/** Half hours of the strip run from four to four, so that a night shift is one stretch. */
export const placeOf = (half: number): number => (half - firstHalf + halves) % halves
export const halfAt = (place: number): number => (place + firstHalf) % halves
