import { Slider } from '@mantine/core'
import { useId, useState } from 'react'
import type { PrintOnMat } from '@sturvo/schema'

/** Grey levels more or less of print than was found; read again when the thumb is let go. */
export function ThresholdSlider({
  print,
  width,
  onChosen,
}: {
  print: PrintOnMat
  width?: number
  onChosen: (thresholdNudge: number) => void
}) {
  const id = useId()
  const [nudge, setNudge] = useState<number>()
  return (
    <>
      <span id={id}>Threshold</span>
      <Slider
        {...(width === undefined ? {} : { w: width })}
        size="sm"
        min={-60}
        max={60}
        step={5}
        thumbProps={{ 'aria-labelledby': id }}
        label={(value) =>
          value === 0 ? 'as found' : value > 0 ? `${value} more print` : `${-value} less print`
        }
        value={nudge ?? print.wishes.thresholdNudge ?? 0}
        onChange={setNudge}
        onChangeEnd={(value) => {
          setNudge(undefined)
          onChosen(value)
        }}
      />
    </>
  )
}
