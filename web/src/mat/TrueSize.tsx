import { Button, Modal, Slider } from '@mantine/core'
import { useState, type ReactNode } from 'react'
import { matSizeMm } from './matFrame'
import classes from './TrueSize.module.css'

const card = { widthMm: 85.6, heightMm: 53.98 }
const kept = 'sturvo.pxPerMm'
const usualPxPerMm = 96 / 25.4 // what a browser believes of a screen nobody measured
const [leastPx, mostPx] = [1.5, 12]

function rememberedScale(): number | undefined {
  const value = Number(localStorage.getItem(kept))
  return value >= leastPx && value <= mostPx ? value : undefined
}

/** The Mat at true size: the screen is measured once with a bank card held against it. */
export function TrueSize({ children, onClosed }: { children: ReactNode; onClosed: () => void }) {
  const [pxPerMm, setPxPerMm] = useState(rememberedScale() ?? usualPxPerMm)
  const [isMeasuring, setMeasuring] = useState(rememberedScale() === undefined)
  const done = () => {
    localStorage.setItem(kept, String(pxPerMm))
    setMeasuring(false)
  }
  return (
    <Modal
      opened
      onClose={onClosed}
      fullScreen
      title={isMeasuring ? 'Measure this screen once' : 'True size: lay the foot against it'}
    >
      {isMeasuring ? (
        <div className={classes.measure}>
          <p>Hold a bank card against the screen and make the rectangle just as large.</p>
          <div
            className={classes.card}
            style={{ width: card.widthMm * pxPerMm, height: card.heightMm * pxPerMm }}
          >
            85.6 mm
          </div>
          <Slider
            w={420}
            min={leastPx}
            max={mostPx}
            step={0.01}
            label={(value) => `${value.toFixed(2)} pixels a mm`}
            thumbLabel="Size of the card"
            value={pxPerMm}
            onChange={setPxPerMm}
          />
          <Button onClick={done}>It fits</Button>
        </div>
      ) : (
        <div className={classes.true}>
          <Button size="compact-md" variant="subtle" onClick={() => setMeasuring(true)}>
            Measure the screen again
          </Button>
          <div style={{ width: matSizeMm.width * pxPerMm, height: matSizeMm.height * pxPerMm }}>
            {children}
          </div>
        </div>
      )}
    </Modal>
  )
}
