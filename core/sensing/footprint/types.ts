import type { Point } from '../../groundwork/geometry'
import type { BitMask } from '../image'
import type { Side } from '../../groundwork/side'

export const printKinds = ['interrupted', 'bridged', 'full'] as const
export type PrintKind = (typeof printKinds)[number]

/** One foot's print on a picture, at working resolution, toes up. */
export type PrintMask = { mask: BitMask; mmPerPx: number }

/** Where the foot frame lies on the working picture. */
export type PrintAxis = {
  /** middle of the heel */
  heelImagePx: Point
  /** second toe tip, or the second metatarsal head where there is none */
  toeImagePx: Point
  toeFrom: 'secondToe' | 'secondMetatarsalHead' | 'practitioner'
}

/** Parts the toes from the body of the print: a polyline across the foot, x rising (lateral to medial). */
export type ToeLine = {
  pointsFootMm: Point[]
  from: 'found' | 'partly' | 'guessed' | 'practitioner' | 'none'
}

/**
 * The print laid into the foot frame: one byte a cell, row 0 at the heel, column 0 most lateral.
 * Cell (col, row) has its middle at x = originX + (col + 0.5) × cellMm, y = (row + 0.5) × cellMm + originY.
 */
export type FootRaster = {
  side: Side
  columns: number
  rows: number
  cellMm: number
  originXMm: number
  originYMm: number
  /** the rearmost contact seen from the axis' heel point, in working pixels along the axis */
  zeroYPx: number
  cells: Uint8Array
}
