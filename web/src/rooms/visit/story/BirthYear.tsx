import { Button, Group, NumberInput } from '@mantine/core'
import { useState } from 'react'
import { useChangePersonMutation } from '../../../app/api'
import { failureText } from '../../../app/failureText'
import { useVisitFrame } from '../visitContext'
import classes from '../steps/steps.module.css'

const oldest = 120

/** A child, and somebody over 65, is planned for otherwise: without a year there is no plan. */
export function BirthYear() {
  const { person, startedOn } = useVisitFrame()
  const [year, setYear] = useState<number>()
  const [change, { isLoading, error }] = useChangePersonMutation()
  const thisYear = Number(startedOn.slice(0, 4))
  const isFine = year !== undefined && year > thisYear - oldest && year <= thisYear
  return (
    <fieldset className={classes.plain}>
      <legend>Year of birth</legend>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (isFine) void change({ id: person.id, version: person.version, change: { birthYear: year } })
        }}
      >
        <Group align="end" gap={8}>
          <NumberInput
            label="Birth year"
            description="Kept with the person. Under 16 and over 65 are planned for with more care."
            hideControls
            allowDecimal={false}
            value={year ?? ''}
            error={error ? failureText(error) : undefined}
            onChange={(value) => setYear(typeof value === 'number' ? value : undefined)}
          />
          <Button type="submit" loading={isLoading} disabled={!isFine} data-birth-year>
            Keep
          </Button>
        </Group>
      </form>
    </fieldset>
  )
}
