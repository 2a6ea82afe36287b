import { measureTable, type NumberMeasureId } from '@sturvo/core/measures'
import { measureText, num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import { cannotBe } from './measureFields'
import classes from './PhotoRoom.module.css'
import type { Photo } from './usePhoto'

/** What the points give so far, earlier trials beside; a value no foot has is said to be one and not kept. */
export function MeasureList({ photo }: { photo: Photo }) {
  const ids = Object.keys(photo.measures) as NumberMeasureId[]
  if (ids.length === 0)
    return <p className={room.small}>The first value appears as soon as its points are placed.</p>
  return (
    <table className={room.table}>
      <tbody>
        {ids.map((id) => {
          const value = photo.measures[id]!
          return (
            <tr key={id} data-measured={id}>
              <th scope="row">
                {measureText[id].name}
                {cannotBe(id, value) && (
                  <small className={classes.cannot}> cannot be: look at its points; not kept</small>
                )}
              </th>
              {photo.firstMeasures.map((first, i) => (
                <td key={i} className={classes.earlier}>
                  {first[id] === undefined ? '' : num(first[id], 1)}
                </td>
              ))}
              <td>
                {num(value, 1)} {measureTable[id].unit}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
