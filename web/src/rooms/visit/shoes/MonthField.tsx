import { TextInput } from '@mantine/core'

const wholeMonth = /^\d{4}-(0[1-9]|1[0-2])$/

type MonthFieldProps = {
  label: string
  /** YYYY-MM */
  value: string | undefined
  onPut: (value: string | undefined) => void
}

/** A month; it is taken when one leaves the field, and half a month is left alone. */
export function MonthField({ label, value, onPut }: MonthFieldProps) {
  return (
    <TextInput
      label={label}
      type="month"
      placeholder="2026-03"
      defaultValue={value ?? ''}
      onBlur={(event) => {
        const text = event.currentTarget.value.trim()
        if (text === '') onPut(undefined)
        else if (wholeMonth.test(text)) onPut(text)
      }}
    />
  )
}
