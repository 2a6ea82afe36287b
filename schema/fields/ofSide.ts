import { photoViews, type PhotoView } from '@sturvo/core/photo'
import { sides, type Side } from '@sturvo/core/side'
import { photoSchema, type PhotoOnMat } from '../photo'
import { printSchema, type PrintOnMat } from '../print'
import type { FieldKind } from './fieldKind'
import { isOneOf } from './limits'

export const printKind: FieldKind<{ side: Side }, PrintOnMat> = {
  at: ([side, ...more]) => (more.length === 0 && isOneOf(sides, side) ? { side } : undefined),
  rest: ({ side }) => side,
  schema: () => printSchema,
}

export const photoKind: FieldKind<{ view: PhotoView; side: Side }, PhotoOnMat> = {
  at: ([view, side, ...more]) =>
    more.length === 0 && isOneOf(photoViews, view) && isOneOf(sides, side) ? { view, side } : undefined,
  rest: ({ view, side }) => `${view}.${side}`,
  schema: () => photoSchema,
}
