import type { ReactNode } from 'react'
import classes from './ChoiceChip.module.css'

type ChoiceChipProps = {
  isOn: boolean
  isGrave?: boolean
  /** one of several of which only one is on */
  isOnlyOne?: boolean
  onToggled: () => void
  children: ReactNode
}

/** One of several words that may be on together, or one alone; a grave one shows in oxide once it is on. */
export function ChoiceChip({
  isOn,
  isGrave = false,
  isOnlyOne = false,
  onToggled,
  children,
}: ChoiceChipProps) {
  return (
    <button
      type="button"
      {...(isOnlyOne ? { role: 'radio', 'aria-checked': isOn } : { 'aria-pressed': isOn })}
      data-on={isOn}
      data-grave={isGrave}
      className={classes.chip}
      onClick={onToggled}
    >
      {children}
    </button>
  )
}
