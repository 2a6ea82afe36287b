import { Modal } from '@mantine/core'
import { footShapeOf } from '@sturvo/core/footShape'
import { sides } from '@sturvo/core/side'
import { marksOf, photoOf } from '@sturvo/schema'
import { clientWords } from '@sturvo/words'
import { FootDrawing } from '../../mat/FootDrawing'
import { MarkLayer } from '../../mat/MarkLayer'
import { matSizeMm } from '../../mat/matFrame'
import classes from './ClientView.module.css'
import { useVisitFields, useVisitFrame, useVisitReading } from './visitContext'

const most = 4

/** The screen turned to the client: their own feet, large, and a few friendly sentences. */
export function ClientView({ onClosed }: { onClosed: () => void }) {
  const { person } = useVisitFrame()
  const fields = useVisitFields()
  const { facts, reading } = useVisitReading()
  const sentences = [
    ...new Set(reading.findings.map(clientWords).filter((words) => words !== undefined)),
  ].slice(0, most)
  const marks = marksOf(fields).filter((mark) => mark.kind === 'pain')
  return (
    <Modal opened onClose={onClosed} fullScreen title={`${person.name.split(' ')[0]}, these are your feet`}>
      <div className={classes.view}>
        <svg
          viewBox={`140 0 ${matSizeMm.width - 280} ${matSizeMm.height}`}
          role="img"
          aria-label="Your feet from above, the left one on the left"
        >
          {sides.map((side) => {
            const shape = footShapeOf({
              side,
              foot: facts.feet[side],
              print: facts.prints[side],
              ballWidthMm: reading.look[side].ballWidthMm,
            })
            return (
              <g key={side}>
                <FootDrawing
                  shape={shape}
                  side={side}
                  tracedFootMm={photoOf(fields, 'top', side)?.outlineFootMm}
                />
                <MarkLayer marks={marks} side={side} shape={shape} />
              </g>
            )
          })}
          <g fontSize="13" fontWeight="700" textAnchor="middle">
            <text x="268" y={matSizeMm.height - 2} fill="var(--left)">
              left
            </text>
            <text x="492" y={matSizeMm.height - 2} fill="var(--right)">
              right
            </text>
          </g>
        </svg>
        <ul>
          {sentences.length === 0 ? (
            <li>Nothing stands out so far. We keep looking.</li>
          ) : (
            sentences.map((sentence) => <li key={sentence}>{sentence}</li>)
          )}
        </ul>
      </div>
    </Modal>
  )
}
