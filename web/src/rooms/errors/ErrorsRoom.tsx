import { Button, Group } from '@mantine/core'
import { IconDownload } from '@tabler/icons-react'
import { useState } from 'react'
import { referenceValues } from '@sturvo/core/reference'
import type { OwnError, OwnErrors, Practice } from '@sturvo/schema'
import { useOwnErrorsQuery } from '../../app/errorApi'
import { usePracticeQuery } from '../../app/practiceApi'
import { LoadedPart } from '../../parts/LoadedPart'
import { BetweenTable } from './BetweenTable'
import type { Chosen } from './chosen'
import classes from './ErrorsRoom.module.css'
import { ErrorTable } from './ErrorTable'
import { PairPlots } from './PairPlots'
import { SuspectList } from './SuspectList'

/** Our error: how well each of us repeats each measure, and what that makes of a change. */
export default function ErrorsRoom() {
  const errors = useOwnErrorsQuery(undefined, { refetchOnMountOrArgChange: true })
  const practice = usePracticeQuery()
  return (
    <LoadedPart query={errors}>
      {(data) => (
        <LoadedPart query={practice}>{(where) => <ErrorsView errors={data} practice={where} />}</LoadedPart>
      )}
    </LoadedPart>
  )
}

export function ErrorsView({ errors, practice }: { errors: OwnErrors; practice: Practice }) {
  const references = referenceValues(practice.references)
  const first = errors.rows.reduce<OwnError | undefined>(
    (a, b) => (a && a.pairs >= b.pairs ? a : b),
    undefined,
  )
  const [chosen, setChosen] = useState<Chosen | undefined>(
    first && { kind: first.kind, account: first.accountId },
  )
  const nameOf = (id: string) => errors.people.find((p) => p.id === id)?.name ?? 'somebody'
  return (
    <div className={classes.room}>
      <Group justify="space-between" align="end">
        <h1>Our error</h1>
        <Button
          component="a"
          href="/api/errors.csv"
          download
          variant="default"
          leftSection={<IconDownload size={16} />}
        >
          As a table (CSV)
        </Button>
      </Group>
      <p className={classes.soft}>
        Two trials of one thing by the same hands make a pair. SEM is the standard error of one measurement,
        MDC95 the smallest change that counts as real. Until {references.ownErrorFrom} pairs the default
        counts, from {references.ownErrorAlone} one’s own alone, in between a blend.
      </p>
      {errors.rows.length === 0 ? (
        <p className={classes.empty}>
          No pairs yet. Press “again” on any row of a visit and measure a second time: that is a pair.
        </p>
      ) : (
        <>
          <ErrorTable
            errors={errors}
            practice={practice}
            references={references}
            chosen={chosen}
            nameOf={nameOf}
            onChosen={setChosen}
          />
          {chosen && <PairPlots chosen={chosen} errors={errors} references={references} nameOf={nameOf} />}
        </>
      )}
      <SuspectList errors={errors} nameOf={nameOf} />
      <BetweenTable errors={errors} nameOf={nameOf} chosen={chosen} onChosen={setChosen} />
    </div>
  )
}
