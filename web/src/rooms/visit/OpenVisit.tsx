import type { ReactNode } from 'react'
import type { Fields } from '@sturvo/schema'
import {
  FieldsContext,
  FrameContext,
  ReadingContext,
  RecordContext,
  type ReadNow,
  type Record,
  type VisitFrame,
} from './visitContext'

type Props = { frame: VisitFrame; fields: Fields; read: ReadNow; record: Record; children: ReactNode }

/** Gives the parts of an open visit what they ask for, each by itself. */
export function OpenVisit({ frame, fields, read, record, children }: Props) {
  return (
    <FrameContext.Provider value={frame}>
      <RecordContext.Provider value={record}>
        <FieldsContext.Provider value={fields}>
          <ReadingContext.Provider value={read}>{children}</ReadingContext.Provider>
        </FieldsContext.Provider>
      </RecordContext.Provider>
    </FrameContext.Provider>
  )
}
