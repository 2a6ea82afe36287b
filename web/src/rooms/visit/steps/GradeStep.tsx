import type { VisitReading } from '@sturvo/core/reading'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { gradeParts, rowsOfPart, type GradePart } from '@sturvo/core/deformity'
import { sides } from '@sturvo/core/side'
import { num, partName } from '@sturvo/words'
import { Fold } from '../rows/Fold'
import { GradePartView } from '../grade/GradePartView'
import { Places } from '../Places'
import { useVisitFrame, useVisitReading, type VisitFrame } from '../visitContext'
import classes from '../grade/grade.module.css'

const always: readonly GradePart[] = ['arch', 'heel', 'bigToe', 'fifthToe']
const toes = gradeParts.filter((part) => part.startsWith('toe'))
const places = [
  ...always.map((part) => [`grade-${part}`, partName(part)] as const),
  ['grade-toes', 'bent toes'] as const,
]

/** Each deformity with its grade; bent toes are unfolded where one was found. */
export function GradeStep() {
  const { visitId, errorOf } = useVisitFrame()
  const { reading } = useVisitReading()
  const found = toes.filter((part) =>
    sides.some((side) => {
      const { testNext, grade } = reading.grades[side][part]
      return testNext !== 'rest' && grade !== 0
    }),
  )
  return (
    <>
      <Places name="Grade" places={places} />
      <div className={classes.head}>
        <p className={classes.soft}>
          Rest, what the client corrects alone, what hands reach. {archTarget(reading.grades)}{' '}
          {errorSentence(errorOf)}
        </p>
        <Button component={Link} to={`/visit/${visitId}/feet`} variant="default">
          Where the feet stand
        </Button>
      </div>
      {always.map((part) => (
        <GradePartView key={part} part={part} numbers={rowsFor(part)} />
      ))}
      <div id="grade-toes">
        {found.map((part) => (
          <GradePartView key={part} part={part} numbers={rowsFor(part)} />
        ))}
        {toes
          .filter((part) => !found.includes(part))
          .map((part) => (
            <Fold key={part} title={partName(part)} measures={[rowsOfPart[part].rest]}>
              <GradePartView part={part} numbers={rowsFor(part)} />
            </Fold>
          ))}
      </div>
    </>
  )
}

function rowsFor(part: GradePart) {
  const { rest, active, passive } = rowsOfPart[part]
  // the target of the arch is a height of its own, and a second trial of it may be what settles the grade
  return part === 'arch' ? (['navicularSit', rest, active, passive] as const) : [rest, active, passive]
}

function archTarget(grades: VisitReading['grades']): string {
  const targets = sides.map((side) => {
    const { archTargetMm } = grades[side]
    return `${side} ${archTargetMm === undefined ? 'unknown without a sitting height or a foot length' : `${num(archTargetMm)} mm`}`
  })
  return `The arch is read against its own sitting height: ${targets.join(', ')}.`
}

function errorSentence(errorOf: VisitFrame['errorOf']): string {
  if (errorOf === undefined) return ''
  if (errorOf === 'failed')
    return 'Your own error could not be read: the default errors count. Open the visit again to try.'
  return errorOf.kinds === 0
    ? 'Judged with the default errors of measuring.'
    : `Judged with the error of ${errorOf.by}.`
}
