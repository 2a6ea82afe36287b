import dayjs from 'dayjs'

/** A day as it is read: 4 May 2026. @param day 2026-05-04 */
export function dayAsRead(day: string): string {
  return dayjs(day).format('D MMMM YYYY')
}
