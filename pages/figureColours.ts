import type { FigureColours } from '@sturvo/core/movement'

/** Inks of drawn people as variables of the page's style, so that the pictures follow light and dark. */
export const figureColours: FigureColours = {
  skin: { line: 'var(--ink)', fill: 'var(--skin)' },
  farSkin: { line: 'var(--soft)', fill: 'var(--panel)' },
  cloth: { line: 'var(--ink)', fill: 'var(--loadPale)' },
  farCloth: { line: 'var(--soft)', fill: 'var(--grid)' },
  detail: { line: 'var(--soft)', fill: 'none' },
  farDetail: { line: 'var(--soft)', fill: 'none' },
  prop: { line: 'var(--soft)', fill: 'var(--grid)' },
  soft: { line: 'var(--soft)', fill: 'var(--grid)' },
  band: { line: 'var(--printDeep)', fill: 'none' },
  ground: { line: 'var(--soft)', fill: 'none' },
  move: { line: 'var(--act)', fill: 'none' },
  hand: { line: 'var(--soft)', fill: 'var(--panel)' },
}
