import { Button, Group } from '@mantine/core'
import type { Relax } from '@sturvo/core/training'
import { relaxText } from '@sturvo/words'
import { useRecord, useVisitReading } from '../visitContext'
import { useDrills } from './useDrills'
import classes from './Plan.module.css'

/** Wishes that cannot all be kept, with the fewest to let go as buttons. A caution and a gate are never among them. */
export function PlanRelax({ relax }: { relax: readonly Relax[] }) {
  const { facts } = useVisitReading()
  const record = useRecord()
  const { nameOf } = useDrills()
  const { pinned, doses } = facts.plan
  return relax.map((wish, i) => (
    <div key={i} className={classes.relax} role="status" data-relax={wish.wish}>
      <p>{relaxText(wish, nameOf)}</p>
      <Group gap={8}>
        {wish.wish === 'unpin' && (
          <>
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => record({ 'answer.planPinned': pinned.filter((id) => !wish.ids.includes(id)) })}
            >
              Unpin {wish.ids.map(nameOf).join(', ')}
            </Button>
            {wish.minutesInstead !== undefined && (
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => record({ 'answer.planMinutes': wish.minutesInstead })}
              >
                {wish.minutesInstead} minutes a session
              </Button>
            )}
          </>
        )}
        {wish.wish === 'dose' && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() =>
              record({
                'answer.planDoses': Object.entries(doses).flatMap(([drill, dose]) =>
                  wish.ids.includes(drill) ? [] : [{ drill, ...dose }],
                ),
              })
            }
          >
            Dose of {wish.ids.map(nameOf).join(', ')} as the plan chooses
          </Button>
        )}
        {wish.wish === 'pinForbidden' && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => record({ 'answer.planPinned': pinned.filter((id) => id !== wish.id) })}
          >
            Unpin {nameOf(wish.id)}
          </Button>
        )}
      </Group>
    </div>
  ))
}
