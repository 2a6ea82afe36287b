import { parsePath } from '@sturvo/schema'
import { cautionText, measureText } from '@sturvo/schema/words'
import type { CautionId } from '@sturvo/core/cautions'

/** What a field is called, for people. */
export function fieldName(path: string): string {
  const parsed = parsePath(path)
  switch (parsed?.kind) {
    case 'measure':
      return `${measureText[parsed.measure].name}, ${parsed.side}`
    case 'print':
      return `footprint, ${parsed.side}`
    case 'dealt':
      return `dealt with: ${cautionText[parsed.caution as CautionId].name}`
    case 'mark':
      return 'sore spot'
    case 'event':
      return 'event of the history'
    case 'photo':
      return `photo, ${parsed.side}`
    case 'recording':
      return 'recording of the mat'
    case 'shoe':
      return 'shoe'
    case 'device':
      return 'device'
    case 'answer':
      return parsed.key
    case undefined:
      return path
  }
}
