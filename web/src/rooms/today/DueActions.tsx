import { Button, Group } from '@mantine/core'
import { Suspense, useState } from 'react'
import type { Due } from '@sturvo/schema'
import { followTakeText } from '@sturvo/words'
import { useSessionQuery } from '../../app/api'
import { lazyPart } from '../../app/lazyPart'
import { newId } from '../../app/newId'
import { useDeciding } from '../../parts/useDeciding'

// the list is the first thing that loads: what only some lines are asked for comes when it is
const DueMore = lazyPart(async () => (await import('./DueMore')).DueMore)

const mayBePutOff: readonly Due['level'][] = ['backOff', 'restart', 'hold', 'silent', 'retest', 'planEnds']
const takeName = { backOff: 'Back off', restart: 'Begin lower', hold: 'Hold a week' }

/** What can be done about a line without leaving the list. A stop sign is looked at, always. */
export function DueActions({ due }: { due: Due }) {
  const { data: session } = useSessionQuery()
  const { send, isLoading } = useDeciding(due.personId)
  const [isMore, setMore] = useState(false)
  const { level, proposal, rule } = due
  const mayDecide = session !== undefined && session.account.role !== 'assistant'
  if (!mayBePutOff.includes(level) || !mayDecide) return null
  const isProposal = level === 'backOff' || level === 'restart' || level === 'hold'
  return (
    <Group gap={4} mt={8}>
      {isProposal && proposal && rule !== undefined && rule !== 'missedLong' && (
        <Button
          size="sm"
          variant="default"
          loading={isLoading}
          data-take-here
          title={followTakeText(level, proposal.setsShare)}
          aria-label={`${takeName[level]}: ${due.name}`}
          onClick={() =>
            void send({
              kind: 'take',
              id: newId(),
              planId: proposal.planId,
              action: level,
              rule,
              setsShare: proposal.setsShare,
              minutes: proposal.minutes,
              words: '',
            })
          }
        >
          {takeName[level]}
        </Button>
      )}
      {isMore ? (
        <Suspense fallback={null}>
          <DueMore
            action={isProposal ? level : level === 'silent' ? 'hold' : undefined}
            onPut={(toDay) =>
              void send({ kind: 'putOff', id: newId(), rule: rule ?? level, toDay, words: '' })
            }
          />
        </Suspense>
      ) : (
        <Button
          size="sm"
          variant="subtle"
          data-more
          aria-label={`More for ${due.name}`}
          onClick={() => setMore(true)}
        >
          More
        </Button>
      )}
    </Group>
  )
}
