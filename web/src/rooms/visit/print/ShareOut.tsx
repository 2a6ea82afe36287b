import { Button, Group, Modal, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { svgPath } from '@sturvo/core/drawing'
import type { FootprintReading } from '@sturvo/core/footprint'
import { medialSignImage, type Side } from '@sturvo/core/side'
import { printOnMat, type Fields, type PrintScale } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { useRecord } from '../visitContext'
import classes from './ShareOut.module.css'

export type FoundPrints = { pictureId: string; scale: PrintScale; readings: FootprintReading[] }
type Choice = Side | 'none'

/** The prints found on one picture, each given its side; of several of one foot, the one to keep. */
export function ShareOut({ found, onClosed }: { found: FoundPrints; onClosed: () => void }) {
  const record = useRecord()
  const [choices, setChoices] = useState<Choice[]>(() => firstChoices(found.readings))
  const isTwice = (['left', 'right'] as const).some((side) => choices.filter((c) => c === side).length > 1)
  const isNone = choices.every((c) => c === 'none')
  const keep = () => {
    const { pictureId, scale } = found
    const fields: Fields = {}
    found.readings.forEach((reading, i) => {
      const side = choices[i]
      if (side === undefined || side === 'none') return
      const { heelImagePx: a, toeImagePx: b } = reading.axis
      const wishes = { side, nearImagePx: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } }
      fields[`print.${side}`] = printOnMat({ pictureId, scale, wishes, reading: { ...reading, side } })
    })
    record(fields)
    onClosed()
  }
  return (
    <Modal opened onClose={onClosed} size="lg" title={`${found.readings.length} prints on this picture`}>
      <div className={classes.found}>
        {found.readings.map((reading, i) => (
          <div key={i}>
            <SmallPrint reading={reading} />
            <p>{num(reading.lengthMm.value, 0)} mm long</p>
            <SegmentedControl
              aria-label={`print ${i + 1} from the left`}
              value={choices[i] ?? 'none'}
              onChange={(value: string) =>
                setChoices(choices.map((c, k) => (k === i ? (value as Choice) : c)))
              }
              data={[
                { value: 'left', label: '● left' },
                { value: 'none', label: 'leave' },
                { value: 'right', label: 'right ■' },
              ]}
            />
          </div>
        ))}
      </div>
      <Group justify="flex-end" mt="md">
        {isTwice && <p role="alert">Two prints have the same side: leave one of them.</p>}
        <Button variant="default" onClick={onClosed}>
          Leave it
        </Button>
        <Button disabled={isTwice || isNone} onClick={keep}>
          Put on the Mat
        </Button>
      </Group>
    </Modal>
  )
}

/** The first print of each side is taken; a second one waits. */
function firstChoices(readings: readonly FootprintReading[]): Choice[] {
  const taken = new Set<Side>()
  return readings.map(({ side }) => {
    if (taken.has(side)) return 'none'
    taken.add(side)
    return side
  })
}

function SmallPrint({ reading }: { reading: FootprintReading }) {
  const sign = medialSignImage(reading.side)
  const put = (p: { x: number; y: number }) => ({ x: p.x * sign, y: -p.y })
  const half = reading.ballWidthMm * 0.7
  const length = reading.lengthMm.value
  return (
    <svg
      viewBox={`${-half} ${-length - 6} ${half * 2} ${length + 12}`}
      className={classes.small}
      aria-hidden="true"
    >
      <path
        d={reading.ringsFootMm.map((ring) => svgPath(ring.map(put))).join('')}
        fillRule="evenodd"
        fill={`var(--${reading.side})`}
        fillOpacity="0.5"
      />
    </svg>
  )
}
