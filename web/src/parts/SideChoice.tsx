import { SegmentedControl } from '@mantine/core'
import type { Side } from '@sturvo/core/side'

type SideChoiceProps = { label: string; value: Side; disabled?: boolean; onChange: (side: Side) => void }

/** Left or right foot, with the marks that stand for them everywhere. */
export function SideChoice({ label, value, disabled = false, onChange }: SideChoiceProps) {
  return (
    <SegmentedControl
      aria-label={label}
      value={value}
      disabled={disabled}
      onChange={(side) => onChange(side)}
      data={[
        { value: 'left', label: '● Left' },
        { value: 'right', label: '■ Right' },
      ]}
    />
  )
}
