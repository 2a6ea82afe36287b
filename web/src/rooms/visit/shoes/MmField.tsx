import { NumberInput, Tooltip } from '@mantine/core'
import { mmTo, toMm } from '@sturvo/core/units'
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
  help?: string | undefined
  suffix: string
  max: number
  min?: number
  decimals?: number
  value: number | undefined
  onPut: (value: number | undefined) => void
}

/** A number of a shoe; empty is "not known", and what cannot be is not taken. */
export function Figure({ label, help, suffix, max, min = 0, decimals = 1, value, onPut }: FigureProps) {
  const field = (
    <NumberInput
      label={label}
      suffix={suffix}
      min={min}
      max={max}
      decimalScale={decimals}
      clampBehavior="strict"
      hideControls
      value={value ?? ''}
      onChange={(next) => onPut(typeof next === 'number' ? next : undefined)}
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
