import { NumberInput, Tooltip } from '@mantine/core'
import { mmTo, toMm } from '@sturvo/core/units'
import { useState } from 'react'
import { useVisitFrame } from '../visitContext'

type MmFieldProps = {
  label: string
  /** what it is and how it is taken */
  help?: string
  value: number | undefined
  max: number
  onPut: (value: number | undefined) => void
}

/** A length of a shoe, read and typed in the unit of this client. */
export function MmField({ label, help, value, max, onPut }: MmFieldProps) {
  const { person } = useVisitFrame()
  const unit = person.lengthUnit
  const decimals = unit === 'mm' ? 1 : 2
  const round = (shown: number) => Math.round(shown * 10 ** decimals) / 10 ** decimals
  return (
    <Figure
      label={label}
      help={help}
      suffix={` ${unit}`}
      max={round(mmTo(max, unit))}
      value={value === undefined ? undefined : round(mmTo(value, unit))}
      decimals={decimals}
      onPut={(shown) => onPut(shown === undefined ? undefined : Math.round(toMm(shown, unit) * 100) / 100)}
    />
  )
}

type FigureProps = {
  label: string
  /** the label stands beside it already */
  isBare?: boolean
  help?: string | undefined
  suffix: string
  max: number
  min?: number
  decimals?: number
  value: number | undefined
  onPut: (value: number | undefined) => void
}

/** A number of a shoe; empty is "not known", and what cannot be is not taken. */
export function Figure({
  label,
  isBare = false,
  help,
  suffix,
  max,
  min = 0,
  decimals = 1,
  value,
  onPut,
}: FigureProps) {
  // half a number ("2." on its way to 2.5) stays as it was typed until the field is left
  const [draft, setDraft] = useState<string | number>()
  const put = (next: string | number) => {
    setDraft(next)
    const read = next === '' ? NaN : Number(next)
    onPut(Number.isFinite(read) ? read : undefined)
  }
  const field = (
    <NumberInput
      {...(isBare ? { 'aria-label': label } : { label })}
      suffix={suffix}
      min={min}
      max={max}
      decimalScale={decimals}
      clampBehavior="strict"
      allowLeadingZeros={false}
      hideControls
      selectAllOnFocus
      value={draft ?? value ?? ''}
      onChange={put}
      onBlur={() => setDraft(undefined)}
    />
  )
  return help ? (
    <Tooltip label={help} position="top-start">
      <div>{field}</div>
    </Tooltip>
  ) : (
    field
  )
}
