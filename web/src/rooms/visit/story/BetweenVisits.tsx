import { Button } from '@mantine/core'
import { carriedOver } from '@sturvo/core/carried'
import { loggedDays } from '@sturvo/core/followup'
import type { LogAnswer } from '@sturvo/schema'
import { cautionQuestionText, channelText, dayAsRead, stopSignText } from '@sturvo/words'
import { useLogQuery } from '../../../app/followApi'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import classes from '../steps/steps.module.css'

/** What the client wrote in the weeks before this visit, where it bears on what is asked now. */
export function BetweenVisits() {
  const { person } = useVisitFrame()
  const { data: log, isError } = useLogQuery(person.id)
  if (isError && !log)
    return (
      <p role="alert">
        The log of before this visit cannot be read just now. Ask what hurt since, and reload when Sturvo is
        reached.
      </p>
    )
  return log ? <Carried log={log} /> : null
}

function Carried({ log }: { log: LogAnswer }) {
  const { startedOn, references } = useVisitFrame()
  const { facts } = useVisitReading()
  const record = useRecord()
  const { signs, worst, days } = carriedOver(loggedDays(log.entries), startedOn, references)
  if (days === 0 || (signs.length === 0 && !worst)) return null
  const found = log.decisions.filter((d) => d.kind === 'reopen').at(-1)
  const isLess = worst !== undefined && (facts.worstPain ?? -1) < worst.value
  return (
    <fieldset className={classes.plain} data-carried>
      <legend>Between visits</legend>
      <p>{days === 1 ? 'One day' : `${days} days`} written down in the weeks before.</p>
      <ul>
        {signs.map(({ sign, day, question }) => (
          <li key={sign} data-sign={sign}>
            Stop sign on {dayAsRead(day)}: {stopSignText[sign]}. Ask again: {cautionQuestionText[question]}{' '}
            {facts.cautionAnswers[question] === true ? (
              <strong>Answered yes.</strong>
            ) : (
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => record({ [`answer.caution:${question}`]: true })}
              >
                Still so: answer yes
              </Button>
            )}
          </li>
        ))}
        {signs.length > 0 && found && found.words !== '' && (
          <li>
            Settled on {dayAsRead(found.day)} by {found.by}: {found.words}
          </li>
        )}
        {worst && (
          <li>
            Worst written: {channelText[worst.channel]} {worst.value} of 10 on {dayAsRead(worst.day)}.{' '}
            {isLess && (
              <Button
                size="compact-sm"
                variant="default"
                data-take-worst
                onClick={() => record({ 'answer.worstPain': worst.value })}
              >
                Take {worst.value} as the worst pain
              </Button>
            )}
          </li>
        )}
      </ul>
    </fieldset>
  )
}
