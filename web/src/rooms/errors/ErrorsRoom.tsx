import { Button, Group, Select } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconDownload } from '@tabler/icons-react'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  errorKindIds,
  errorKinds,
  measureIds,
  trialUsesOf,
  type ErrorKindId,
  type TrialUse,
} from '@sturvo/core/measures'
import { referenceValues, type References } from '@sturvo/core/reference'
import type { OwnError, OwnErrors, Practice } from '@sturvo/schema'
import {
  errorKindText,
  measureText,
  moreText,
  num,
  signed,
  slipText,
  trendText,
  trialUseText,
  withUnit,
} from '@sturvo/schema/words'
import { useSessionQuery } from '../../app/api'
import { useChangePracticeMutation, usePracticeQuery } from '../../app/practiceApi'
import { useOwnErrorsQuery } from '../../app/errorApi'
import { failureText } from '../../app/failureText'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from './ErrorsRoom.module.css'
import { IntervalStrip } from './IntervalStrip'
import { PairPlots } from './PairPlots'
import { unitOf } from './unitOf'

type Chosen = { kind: ErrorKindId; account: string; second?: string }

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
      <Suspects errors={errors} nameOf={nameOf} />
      <Between errors={errors} nameOf={nameOf} chosen={chosen} onChosen={setChosen} />
    </div>
  )
}

type TableProps = {
  errors: OwnErrors
  practice: Practice
  references: References
  chosen: Chosen | undefined
  nameOf: (id: string) => string
  onChosen: (chosen: Chosen) => void
}

function ErrorTable({ errors, practice, references, chosen, nameOf, onChosen }: TableProps) {
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
                    {num(references.changeReal * Math.SQRT2 * row.inForce, 1)}
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

function Suspects({ errors, nameOf }: { errors: OwnErrors; nameOf: (id: string) => string }) {
  return (
    <section aria-labelledby="suspects">
      <h2 id="suspects">To check</h2>
      {errors.suspects.length === 0 ? (
        <p className={classes.soft}>No trials lie so far apart that a slip is likely.</p>
      ) : (
        <>
          <p className={classes.soft}>
            Trials too far apart to be the error of measuring. Nothing is left out by itself: open the visit
            and put right what was typed wrongly.
          </p>
          <ul className={classes.suspects}>
            {errors.suspects.map((s) => {
              const measure = measureIds.find((id) => id === s.measure)
              return (
                <li key={`${s.visitId} ${s.measure} ${s.side}`}>
                  <Link to={`/visit/${s.visitId}/look`}>{s.personName}</Link>, {s.on}:{' '}
                  {measure ? measureText[measure].name : s.measure},{' '}
                  <span style={{ color: `var(--${s.side})` }}>{s.side}</span>,{' '}
                  <strong>
                    {s.values.map((v) => num(v)).join(' and ')}
                    {withUnit(unitOf(s.kind))}
                  </strong>{' '}
                  by {nameOf(s.accountId)}: {num(s.timesError, 0)} × the usual distance, {slipText[s.slip]}.
                </li>
              )
            })}
          </ul>
        </>
      )}
    </section>
  )
}

type BetweenProps = Pick<TableProps, 'errors' | 'nameOf' | 'chosen' | 'onChosen'>

function Between({ errors, nameOf, chosen, onChosen }: BetweenProps) {
  return (
    <section aria-labelledby="between">
      <h2 id="between">Between two of us</h2>
      {errors.between.length === 0 ? (
        <p className={classes.soft}>
          Nobody measured the same feet as somebody else yet. Take a second trial of what a colleague
          measured, signed in as yourself.
        </p>
      ) : (
        <div className={classes.scroll}>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Measure</th>
                <th scope="col">Who and who</th>
                <th scope="col">Feet</th>
                <th scope="col">Error between</th>
                <th scope="col">The second reads</th>
              </tr>
            </thead>
            <tbody>
              {errors.between.map((b) => {
                const unit = unitOf(b.kind)
                const isChosen =
                  chosen?.kind === b.kind && chosen.account === b.first && chosen.second === b.second
                return (
                  <tr key={`${b.kind} ${b.first} ${b.second}`} data-chosen={isChosen}>
                    <td>{errorKindText[b.kind].name}</td>
                    <td>
                      <button
                        type="button"
                        className={classes.who}
                        aria-pressed={isChosen}
                        onClick={() => onChosen({ kind: b.kind, account: b.first, second: b.second })}
                      >
                        {nameOf(b.first)} and {nameOf(b.second)}
                      </button>
                    </td>
                    <td className={classes.number}>{b.pairs}</td>
                    <td className={classes.number}>
                      {num(b.sem, 2)}
                      {withUnit(unit)}
                      <small>
                        {num(b.low, 2)} to {num(b.high, 2)}
                      </small>
                    </td>
                    <td>
                      {b.bias === null
                        ? 'too few to say'
                        : `${signed(b.bias, 1)}${withUnit(unit)}${b.isBiased ? '' : ', could be chance'}`}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  )
}
