import { Select } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { errorKindIds, errorKinds, trialUsesOf, type ErrorKindId, type TrialUse } from '@sturvo/core/measures'
import type { References } from '@sturvo/core/reference'
import { mdc95 } from '@sturvo/core/statistics'
import type { OwnError, OwnErrors, Practice } from '@sturvo/schema'
import { errorKindText, moreText, num, trendText, trialUseText, withUnit } from '@sturvo/words'
import { useSessionQuery } from '../../app/api'
import { failureText } from '../../app/failureText'
import { useChangePracticeMutation } from '../../app/practiceApi'
import type { Chosen } from './chosen'
import classes from './ErrorsRoom.module.css'
import { IntervalStrip } from './IntervalStrip'
import { unitOf } from './unitOf'

type TableProps = {
  errors: OwnErrors
  practice: Practice
  references: References
  chosen: Chosen | undefined
  nameOf: (id: string) => string
  onChosen: (chosen: Chosen) => void
}

/** Own error by measure and person; a row leads to its pairs. */
export function ErrorTable({ errors, practice, references, chosen, nameOf, onChosen }: TableProps) {
  const kinds = errorKindIds.filter((kind) => errors.rows.some((row) => row.kind === kind))
  return (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">Measure</th>
            <th scope="col">Who</th>
            <th scope="col">Pairs</th>
            <th scope="col">SEM, with its 95 % interval, and the default as a line</th>
            <th scope="col">MDC95</th>
            <th scope="col">In force</th>
            <th scope="col">Trend, and what more pairs would bring</th>
          </tr>
        </thead>
        <tbody>
          {kinds.flatMap((kind) => {
            const rows = errors.rows.filter((row) => row.kind === kind)
            return rows.map((row, i) => {
              const unit = unitOf(kind)
              const isChosen =
                chosen?.kind === kind && chosen.account === row.accountId && chosen.second === undefined
              return (
                <tr key={`${kind} ${row.accountId}`} data-chosen={isChosen} data-error={kind}>
                  {i === 0 && (
                    <th scope="rowgroup" rowSpan={rows.length}>
                      {errorKindText[kind].name}
                      <small>{errorKindText[kind].what}</small>
                      <TrialUseChoice kind={kind} practice={practice} />
                    </th>
                  )}
                  <td>
                    <button
                      type="button"
                      className={classes.who}
                      aria-pressed={isChosen}
                      onClick={() => onChosen({ kind, account: row.accountId })}
                    >
                      {nameOf(row.accountId)}
                    </button>
                  </td>
                  <td className={classes.number}>
                    {row.pairs}
                    {row.practicePairs > 0 && <small>{row.practicePairs} from practice</small>}
                  </td>
                  <td>
                    <IntervalStrip row={row} unit={unit} />
                  </td>
                  <td className={classes.number}>
                    {num(mdc95(row.inForce, references), 1)}
                    {withUnit(unit)}
                  </td>
                  <td className={classes.number}>
                    {num(row.inForce, 2)}
                    {withUnit(unit)}
                    <small>{inForceText(row)}</small>
                  </td>
                  <td className={classes.soft}>
                    {row.trend && <p>{trendText(row.trend)}</p>}
                    {moreText(row)}
                  </td>
                </tr>
              )
            })
          })}
        </tbody>
      </table>
    </div>
  )
}

function inForceText(row: OwnError): string {
  if (row.ownWeight === 0) return 'the default'
  return row.ownWeight >= 1 ? 'own' : `own by ${num(row.ownWeight * 100, 0)} %`
}

/** Which of several trials counts: for the whole practice, by the owner. */
function TrialUseChoice({ kind, practice }: { kind: ErrorKindId; practice: Practice }) {
  const [change] = useChangePracticeMutation()
  const { data: session } = useSessionQuery()
  const use = practice.trialUses[kind] ?? errorKinds[kind].use
  const choose = (value: TrialUse) =>
    void change({ version: practice.version, change: { trialUses: { [kind]: value } } })
      .unwrap()
      .catch((error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) }))
  return (
    <Select
      size="xs"
      w={128}
      mt={4}
      aria-label={`${errorKindText[kind].name}: of several trials counts`}
      allowDeselect={false}
      disabled={session?.account.role !== 'owner'}
      value={use}
      onChange={(value) => {
        const picked = trialUsesOf(kind).find((u) => u === value)
        if (picked) choose(picked)
      }}
      data={trialUsesOf(kind).map((value) => ({ value, label: trialUseText[value] }))}
    />
  )
}
