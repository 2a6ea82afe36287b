import { Button, Group, NumberInput, Select } from '@mantine/core'
import { wearActivities, wearSurfaces, type Shoe } from '@sturvo/core/footwear'
import { num, wearActivityText, wearSurfaceText } from '@sturvo/words'
import classes from './ShoePage.module.css'

type WearRow = NonNullable<Shoe['wear']>[number]
const mostRows = 20
const mostHours = 168

/** What the hours are spent on, and on which ground; their sum is the hours a week. */
export function WearRows({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
  const rows = shoe.wear ?? []
  const set = (wear: WearRow[]) =>
    put(
      wear.length === 0
        ? { wear: undefined }
        : {
            wear,
            hoursPerWeek: Math.min(
              mostHours,
              wear.reduce((sum, row) => sum + row.hours, 0),
            ),
          },
    )
  const change = (i: number, part: Partial<WearRow>) =>
    set(rows.map((row, k) => (k === i ? { ...row, ...part } : row)))
  return (
    <div className={classes.all}>
      <p className={classes.label}>
        What the hours are spent on
        {rows.length > 0 && `; together ${num(rows.reduce((sum, row) => sum + row.hours, 0))} h a week`}
      </p>
      {rows.map((row, i) => (
        <Group key={i} gap="xs" mt={4} wrap="nowrap">
          <Select
            aria-label={`Activity ${i + 1}`}
            allowDeselect={false}
            data={wearActivities.map((value) => ({ value, label: wearActivityText[value] }))}
            value={row.activity}
            onChange={(activity) => activity && change(i, { activity })}
          />
          <Select
            aria-label={`Ground ${i + 1}`}
            allowDeselect={false}
            data={wearSurfaces.map((value) => ({ value, label: wearSurfaceText[value] }))}
            value={row.surface}
            onChange={(surface) => surface && change(i, { surface })}
          />
          <NumberInput
            aria-label={`Hours ${i + 1}`}
            suffix=" h"
            w={90}
            min={0}
            max={mostHours}
            clampBehavior="strict"
            hideControls
            value={row.hours}
            onChange={(hours) => typeof hours === 'number' && change(i, { hours })}
          />
          <Button
            size="compact-sm"
            variant="subtle"
            color="gray"
            onClick={() => set(rows.filter((_, k) => k !== i))}
          >
            Away
          </Button>
        </Group>
      ))}
      {rows.length < mostRows && (
        <Button
          size="compact-sm"
          variant="subtle"
          mt={4}
          onClick={() =>
            set([
              ...rows,
              // the first row takes what is known of the hours
              { activity: 'stand', surface: 'hard', hours: rows.length === 0 ? (shoe.hoursPerWeek ?? 0) : 0 },
            ])
          }
        >
          {rows.length === 0 ? 'Split the hours by activity and ground' : 'One more'}
        </Button>
      )}
    </div>
  )
}
