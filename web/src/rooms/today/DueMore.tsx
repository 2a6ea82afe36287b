import type { FollowAction } from '@sturvo/core/followup'
import { usePracticeQuery } from '../../app/practiceApi'
import { CopyMessage, PutOff } from '../../parts/deciding'

/** Put off to a day, or answer with a message. @param action what the message says; undefined where none fits */
export function DueMore({
  action,
  onPut,
}: {
  action: FollowAction | undefined
  onPut: (toDay: string) => void
}) {
  const { data: practice } = usePracticeQuery()
  return (
    <>
      <PutOff size="sm" isQuiet onPut={onPut} />
      {action && <CopyMessage size="sm" isQuiet action={action} practice={practice?.name ?? ''} />}
    </>
  )
}
