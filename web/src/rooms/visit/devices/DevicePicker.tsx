import { Button, Group, Loader, Popover, UnstyledButton } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { notifications } from '@mantine/notifications'
import { IconPlugConnected, IconPlugConnectedX } from '@tabler/icons-react'
import { useState } from 'react'
import type { Device } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { useDevicesQuery, useZeroDeviceMutation } from '../../../app/api'
import { standInOf } from '../load/standIn'
import { useVisitFrame, useVisitReading } from '../visitContext'
import classes from './DevicePicker.module.css'
import { rememberDevice, rememberedDevice } from './rememberedDevice'
import { useDeviceFrames } from './useDeviceFrames'

const linkText: Record<Device['link'], string> = { ready: 'ready', busy: 'recording', off: 'does not answer' }

/** In the corner of the Trail: what is connected; opens to all devices, to choose, zero and test one. */
export function DevicePicker() {
  const { data, isLoading, isError, refetch } = useDevicesQuery()
  const [isOpen, setOpen] = useState(false)
  const [chosen, setChosen] = useState(rememberedDevice())
  const [testing, setTesting] = useState<string>()
  const devices = data ?? []
  const mats = devices.filter((d) => d.kind === 'pressureMat')
  const mat = mats.find((d) => d.id === chosen) ?? mats[0]
  const toggle = () => {
    if (!isOpen) void refetch()
    setTesting(undefined)
    setOpen(!isOpen)
  }
  // the list goes with Escape wherever the focus went meanwhile
  useHotkeys(isOpen ? [['Escape', () => setOpen(false)]] : [])
  return (
    <Popover
      opened={isOpen}
      onChange={setOpen}
      position="bottom-end"
      width={430}
      shadow="none"
      trapFocus
      returnFocus
    >
      <Popover.Target>
        <UnstyledButton className={classes.chip} data-devices="" aria-expanded={isOpen} onClick={toggle}>
          {mat ? <IconPlugConnected size={16} /> : <IconPlugConnectedX size={16} />}
          <span>
            <span className="unseen">Devices: </span>
            {mat ? `mat ${linkText[mat.link]}` : isLoading ? '…' : 'no mat'}
          </span>
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown className={classes.list}>
        <h2>Devices</h2>
        {isLoading && <Loader size="sm" />}
        {isError && (
          <p role="alert">
            The devices cannot be reached. Nothing was changed.{' '}
            <Button size="compact-sm" variant="default" onClick={() => void refetch()}>
              Try again
            </Button>
          </p>
        )}
        {!isLoading && !isError && devices.length === 0 && (
          <p>No device is connected. docs/devices.md says how to add one.</p>
        )}
        {devices.map((device) => (
          <div key={device.id} className={classes.device}>
            <div>
              <strong>{device.name}</strong>
              <small>
                {linkText[device.link]}
                {device.batteryPct !== undefined && ` · battery ${num(device.batteryPct, 0)} %`}
                {device.capabilities.rateHz > 0 && ` · ${num(device.capabilities.rateHz, 0)} Hz`}
              </small>
            </div>
            <Group gap={4} wrap="nowrap">
              {device.kind === 'pressureMat' && (
                <Button
                  size="compact-sm"
                  variant={device.id === mat?.id ? 'filled' : 'default'}
                  aria-pressed={device.id === mat?.id}
                  onClick={() => {
                    rememberDevice(device.id)
                    setChosen(device.id)
                  }}
                >
                  {device.id === mat?.id ? 'In use' : 'Use'}
                </Button>
              )}
              {device.capabilities.zero && <ZeroButton device={device} />}
              <Button
                size="compact-sm"
                variant="default"
                aria-pressed={testing === device.id}
                onClick={() => setTesting(testing === device.id ? undefined : device.id)}
              >
                Test
              </Button>
            </Group>
            {testing === device.id && <DeviceTest device={device} />}
          </div>
        ))}
      </Popover.Dropdown>
    </Popover>
  )
}

function ZeroButton({ device }: { device: Device }) {
  const [zero, { isLoading }] = useZeroDeviceMutation()
  const run = () =>
    void zero(device.id)
      .unwrap()
      .then(
        () => notifications.show({ message: `${device.name} is at zero.` }),
        () =>
          notifications.show({
            message: `${device.name} was not set to zero. Is anybody standing on it?`,
            color: 'oxide',
          }),
      )
  return (
    <Button size="compact-sm" variant="default" loading={isLoading} onClick={run}>
      Zero
    </Button>
  )
}

/** What the device sees at this moment: a picture, or its numbers. */
function DeviceTest({ device }: { device: Device }) {
  const { person } = useVisitFrame()
  const { facts } = useVisitReading()
  const standIn = device.isMadeUp ? standInOf({ person, facts }) : undefined
  const { frame, problem } = useDeviceFrames(device.capabilities.stream ? device : undefined, {
    job: 'twoFeet',
    standIn,
  })
  if (device.capabilities.picture) return <TestPicture device={device} seed={standIn?.seed ?? 1} />
  if (problem) return <p role="alert">{problem}</p>
  if (!frame) return <p role="status">Waiting for the first frame …</p>
  if (device.kind !== 'pressureMat')
    return (
      <p className={classes.numbers}>
        {[...frame.values].map((v) => num(v)).join(' · ')} {device.capabilities.unit}
      </p>
    )
  return <CellPicture rows={frame.rows} cols={frame.cols} values={frame.values} />
}

function TestPicture({ device, seed }: { device: Device; seed: number }) {
  const [isFailed, setFailed] = useState(false)
  if (isFailed) return <p role="alert">{device.name} gave no picture.</p>
  return (
    <img
      className={classes.picture}
      src={`/api/devices/${device.id}/picture?seed=${seed}`}
      alt={`Test picture of ${device.name}`}
      onError={() => setFailed(true)}
    />
  )
}

/** Every cell as a dot whose size is its load: enough to see that the mat sees. */
function CellPicture({ rows, cols, values }: { rows: number; cols: number; values: Float32Array }) {
  let peak = 1
  for (const v of values) peak = Math.max(peak, v)
  const dots: React.JSX.Element[] = []
  values.forEach((v, i) => {
    if (v <= 0) return
    const [row, col] = [Math.floor(i / cols), i % cols]
    dots.push(<circle key={i} cx={col + 0.5} cy={rows - row - 0.5} r={0.55 * Math.sqrt(v / peak)} />)
  })
  return (
    <svg
      className={classes.picture}
      viewBox={`0 0 ${cols} ${rows}`}
      role="img"
      aria-label={`Test picture, peak ${Math.round(peak)} kPa`}
    >
      <rect width={cols} height={rows} fill="var(--sheet)" stroke="var(--line)" strokeWidth="0.2" />
      <g fill="var(--loadDeep)">{dots}</g>
    </svg>
  )
}
