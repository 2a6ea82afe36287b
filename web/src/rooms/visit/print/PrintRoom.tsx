import { Button, Modal } from '@mantine/core'
import type { Side } from '@sturvo/core/side'
import room from '../../../parts/Room.module.css'
import { PrintPicture } from './PrintPicture'
import { PrintTools } from './PrintTools'
import type { PrintJobs } from './usePrintJobs'
import { usePrintRoom } from './usePrintRoom'

type PrintRoomProps = { side: Side; jobs: PrintJobs; onClosed: () => void }

/** One print closely: original, found contact over it, brush and eraser, threshold, axis, side, an earlier print. */
export function PrintRoom({ side, jobs, onClosed }: PrintRoomProps) {
  const state = usePrintRoom({ side, jobs, onClosed })
  if (!state) return null
  return (
    <Modal opened onClose={onClosed} fullScreen title={`${side === 'left' ? '● Left' : '■ Right'} footprint`}>
      <div className={room.room}>
        <div className={room.picture}>
          <PrintPicture side={side} state={state} />
        </div>
        <div className={room.side}>
          {jobs.progress && <p role="status">Reading the print …</p>}
          {jobs.problem && (
            <p role="alert" className={room.problem}>
              {jobs.problem.sentence}
            </p>
          )}
          <PrintTools side={side} state={state} />
          <Button onClick={onClosed}>Done</Button>
        </div>
      </div>
    </Modal>
  )
}
