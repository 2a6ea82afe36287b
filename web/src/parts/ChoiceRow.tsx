import type { KeyboardEvent, ReactNode } from 'react'

export type Choice<T> = { value: T; label?: string; title?: string; content: ReactNode }
type ChoiceRowProps<T> = {
  name: string
  className?: string | undefined
  side?: 'left' | 'right'
  choices: readonly Choice<T>[]
  value: unknown
  disabled?: boolean
  /** marks the button that keys of the row lead to */
  isCell?: boolean
  /** null: the chosen one was tapped again */
  onSet: (value: T | null) => void
  children?: ReactNode
}

/** One of a few, all of them to be seen: a tap chooses, the same tap takes it back, arrows go along. */
export function ChoiceRow<T extends string | number>(props: ChoiceRowProps<T>) {
  const { choices, value, onSet } = props
  const focused = Math.max(
    0,
    choices.findIndex((choice) => choice.value === value),
  )
  const onKeyDown = (event: KeyboardEvent<HTMLButtonElement>, i: number) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    const next = by === undefined ? undefined : choices[i + by]
    if (!next) return
    event.preventDefault()
    event.stopPropagation()
    onSet(next.value)
    const { nextElementSibling, previousElementSibling } = event.currentTarget
    const sibling = by === 1 ? nextElementSibling : previousElementSibling
    if (sibling instanceof HTMLElement) sibling.focus()
  }
  return (
    <div className={props.className} data-side={props.side} role="radiogroup" aria-label={props.name}>
      {choices.map((choice, i) => (
        <button
          key={choice.value}
          type="button"
          role="radio"
          aria-checked={choice.value === value}
          aria-label={choice.label}
          title={choice.title}
          disabled={props.disabled}
          tabIndex={i === focused ? 0 : -1}
          {...(props.isCell && i === focused ? { 'data-cell': '' } : {})}
          onClick={() => onSet(choice.value === value ? null : choice.value)}
          onKeyDown={(event) => onKeyDown(event, i)}
        >
          {choice.content}
        </button>
      ))}
      {props.children}
    </div>
  )
}
