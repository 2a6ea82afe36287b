import { Button, VisuallyHidden } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import type { SessionLine } from '@sturvo/schema'
import { agoText } from '@sturvo/words'
import { failureText } from '../app/failureText'
import { useEndSessionMutation } from '../app/trustApi'
import classes from './Trust.module.css'

/** Where somebody is signed in, each with a way to end it. @param nameOf left out where all are one's own */
export function SessionTable({
  sessions,
  nameOf,
}: {
  sessions: readonly SessionLine[]
  nameOf?: (accountId: string) => string
}) {
  const [end, { isLoading }] = useEndSessionMutation()
  const now = dayjs()
  return (
    <div className={classes.scroll} role="region" tabIndex={0} aria-label="Sessions">
      <table className={classes.table}>
        <thead>
          <tr>
            {nameOf && <th scope="col">Who</th>}
            <th scope="col">Where</th>
            <th scope="col">Address</th>
            <th scope="col">Last used</th>
            <th scope="col">
              <VisuallyHidden>End</VisuallyHidden>
            </th>
          </tr>
        </thead>
        <tbody>
          {sessions.map((one) => (
            <tr key={one.id} data-session={one.id}>
              {nameOf && <th scope="row">{nameOf(one.accountId)}</th>}
              <td>
                {one.device}
                {one.isThis ? ' (this one)' : ''}
              </td>
              <td>{one.address}</td>
              <td>{agoText(now.diff(one.lastSeen))}</td>
              <td>
                {!one.isThis && (
                  <Button
                    size="compact-sm"
                    variant="default"
                    loading={isLoading}
                    onClick={() =>
                      void end(one.id)
                        .unwrap()
                        .catch((error: unknown) =>
                          notifications.show({ color: 'oxide', message: failureText(error) }),
                        )
                    }
                  >
                    End
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
