import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { measureTable, type NumberMeasureId } from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import type { DeviceKind } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { useDevicesQuery } from '../../../app/api'
import { standInOf } from '../load/standIn'
import { pathOf } from '../rows/measureField'
import steps from '../steps/steps.module.css'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import { useDeviceFrames } from './useDeviceFrames'

type DeviceNumberProps = {
  kind: DeviceKind
  /** the rows the values of a frame go to, in their order */
  measures: readonly NumberMeasureId[]
  label: string
}

/** Reads a device that sends a few numbers, and keeps them for one foot when they stand still. */
export function DeviceNumber({ kind, measures, label }: DeviceNumberProps) {
  const { person } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const device = useDevicesQuery().data?.find((d) => d.kind === kind)
  const [side, setSide] = useState<Side>()
  const { seed, bodyMassKg } = standInOf({ person, facts })
  const standIn = device?.isMadeUp
    ? // the other foot of a stand-in is another one
      { seed: seed + (side === 'right' ? 1 : 0), ...(bodyMassKg !== undefined && { bodyMassKg }) }
    : undefined
  const { frame, problem } = useDeviceFrames(side ? device : undefined, { job: kind, standIn })
  if (!device) return null
  const unit = measureTable[measures[0]!].unit
  const keep = (of: Side) => {
    if (!frame) return
    record(
      Object.fromEntries(
        measures.map((id, i) => {
          const digits = 10 ** measureTable[id].decimals
          return [pathOf(id, of, 1), Math.round(frame.values[i]! * digits) / digits]
        }),
      ),
    )
    setSide(undefined)
  }
  return (
    <div className={steps.strip} style={{ justifyContent: 'center' }}>
      {side === undefined ? (
        <>
          <span className={steps.soft}>{label}:</span>
          {sides.map((of) => (
            <Button key={of} variant="default" size="compact-md" onClick={() => setSide(of)}>
              {of === 'left' ? '● left' : '■ right'}
            </Button>
          ))}
        </>
      ) : (
        <Group gap="sm">
          <strong style={{ color: `var(--${side})` }} aria-live="off">
            {problem ??
              (frame ? `${[...frame.values].map((v) => num(v)).join(' · ')} ${unit}` : 'connecting …')}
          </strong>
          <Button size="compact-md" disabled={!frame} onClick={() => keep(side)}>
            Keep for {side}
          </Button>
          <Button size="compact-md" variant="default" onClick={() => setSide(undefined)}>
            Stop
          </Button>
        </Group>
      )}
    </div>
  )
}
