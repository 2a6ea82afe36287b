import { Button, Menu, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { FollowAction } from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { followMessageText } from '@sturvo/words'
import { copyText } from '../app/handOut'
import { usePracticeQuery } from '../app/practiceApi'

const putOffs = [
  { days: 1, name: 'Tomorrow' },
  { days: 3, name: 'In three days' },
  { days: 7, name: 'In a week' },
] as const

/** When it shall be on Today again. */
export function PutOff({
  onPut,
  size,
  isQuiet,
}: {
  onPut: (toDay: string) => void
  size?: 'sm' | undefined
  isQuiet?: boolean
}) {
  const [day, setDay] = useState('')
  const { data: practice } = usePracticeQuery()
  const mostPutOffDays = referenceValues(practice?.references ?? {}).putOffMostDays
  const inDays = (days: number) => dayjs().add(days, 'day').format('YYYY-MM-DD')
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(day) && day >= inDays(1) && day <= inDays(mostPutOffDays)
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button variant={isQuiet ? 'subtle' : 'default'} data-put-off {...(size && { size })}>
          Put off …
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {putOffs.map(({ days, name }) => (
          <Menu.Item key={days} onClick={() => onPut(inDays(days))}>
            {name}
          </Menu.Item>
        ))}
        <Menu.Divider />
        <form
          style={{ padding: 8, display: 'grid', gap: 8 }}
          onSubmit={(event) => {
            event.preventDefault()
            if (isDay) onPut(day)
          }}
        >
          <TextInput
            type="date"
            label="Another day"
            min={inDays(1)}
            max={inDays(mostPutOffDays)}
            value={day}
            onChange={(event) => setDay(event.currentTarget.value)}
            error={day !== '' && !isDay ? `Tomorrow to ${mostPutOffDays} days from now.` : undefined}
          />
          <Button type="submit" size="xs" disabled={!isDay}>
            Put off to this day
          </Button>
        </form>
      </Menu.Dropdown>
    </Menu>
  )
}

/** Words for the client's phone, to be sent by whatever the practice uses. */
export function CopyMessage({
  action,
  practice,
  size,
  isQuiet,
}: {
  action: FollowAction
  practice: string
  size?: 'sm' | undefined
  isQuiet?: boolean
}) {
  return (
    <Button
      variant={isQuiet ? 'subtle' : 'default'}
      data-copy-message
      {...(size && { size })}
      onClick={() =>
        void copyText(followMessageText(action, practice)).then((isCopied) =>
          notifications.show(
            isCopied
              ? { message: 'The message is copied.' }
              : { color: 'oxide', message: 'This browser does not let me copy.' },
          ),
        )
      }
    >
      Copy a message
    </Button>
  )
}
