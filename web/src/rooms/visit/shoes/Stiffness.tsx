import { Slider } from '@mantine/core'
import classes from './ShoePage.module.css'

/** How hard a sole is to bend or twist, felt by hand. */
export function Stiffness({
  label,
  value,
  onPut,
}: {
  label: string
  value: number | undefined
  onPut: (value: number) => void
}) {
  return (
    <div>
      <p className={classes.label}>
        {label}: {value === undefined ? 'not felt yet' : `${value} of 5`}
      </p>
      <Slider
        min={0}
        max={5}
        step={1}
        value={value ?? 0}
        onChange={onPut}
        label={(v) => (v === 0 ? 'folds like cloth' : v === 5 ? 'does not give' : String(v))}
        thumbLabel={`${label}, 0 folds like cloth to 5 does not give`}
        mt={8}
      />
    </div>
  )
}
