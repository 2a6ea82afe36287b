import { Button, Group } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useElementSize } from '@mantine/hooks'
import type { Copies, CopyRun } from '@sturvo/schema'
import { agoText, bytesText, copiesSentence, keptAsText, replicaSentence } from '@sturvo/words'
import { failureText } from '../../app/failureText'
import { copiesAgainMs, useCopiesQuery, useMakeCopyMutation, useTryCopyMutation } from '../../app/trustApi'
import { LoadedPart } from '../../parts/LoadedPart'
import classes from '../../parts/Trust.module.css'

const say = (error: unknown) => notifications.show({ color: 'oxide', message: failureText(error) })

/** Copies of the practice: how old the last one is, whether it can be restored, where they lie. */
export default function CopiesRoom() {
  const copies = useCopiesQuery(undefined, { pollingInterval: copiesAgainMs })
  return <LoadedPart query={copies}>{(data) => <CopiesView copies={data} />}</LoadedPart>
}

function CopiesView({ copies }: { copies: Copies }) {
  const [make, { isLoading: isMaking }] = useMakeCopyMutation()
  const [tryOne, { isLoading: isTrying }] = useTryCopyMutation()
  const now = dayjs()
  return (
    <div className={classes.room}>
      <header className={classes.head}>
        <div>
          <h1>Copies</h1>
          <p className={classes.soft}>
            {copies.isAutomatic
              ? 'One a day by itself; a trial of restoring once a month.'
              : 'A real practice makes one a day by itself, and tries one a month; the made-up one only by hand.'}
          </p>
        </div>
        <Group gap={8}>
          <Button loading={isMaking} disabled={isTrying} onClick={() => void make().unwrap().catch(say)}>
            Make a copy now
          </Button>
          <Button
            variant="default"
            loading={isTrying}
            disabled={isMaking || copies.copies.length === 0}
            onClick={() => void tryOne().unwrap().catch(say)}
          >
            Try the newest
          </Button>
        </Group>
      </header>
      <section
        className={classes.card}
        data-tone={copies.isOld || copies.replica?.isBehind ? 'alarm' : 'calm'}
        role={copies.isOld ? 'alert' : 'status'}
        data-copies={copies.isOld ? 'old' : 'fresh'}
      >
        <strong>{copiesSentence(copies, now.valueOf())}</strong>
        {isMaking && <span>A copy is being made; everybody can go on working.</span>}
        {isTrying && <span>The newest copy is being restored beside everything, and read through.</span>}
        <Trial run={copies.lastTrial} now={now} />
        {copies.isSameDisk && (
          <span>
            They lie on the same disk as the practice, in {copies.folder}: a lost disk takes both. Start
            Sturvo with --copies and a folder on another one.
          </span>
        )}
        {!copies.isSameDisk && <span className={classes.soft}>They lie in {copies.folder}.</span>}
        {copies.replica !== null && (
          <span
            role={copies.replica.isBehind ? 'alert' : undefined}
            data-replica={copies.replica.isBehind ? 'behind' : 'fresh'}
          >
            {replicaSentence(copies.replica)}
          </span>
        )}
      </section>
      {copies.copies.length > 0 && <Strata copies={copies} now={now} />}
      {copies.copies.length > 0 && (
        <section className={classes.card} aria-labelledby="kept">
          <h2 id="kept">Kept</h2>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">Made</th>
                <th scope="col">Kept as</th>
                <th scope="col" className={classes.number}>
                  Size
                </th>
              </tr>
            </thead>
            <tbody>
              {copies.copies.map((copy) => (
                <tr key={copy.name} data-copy={copy.name}>
                  <th scope="row">{dayjs(copy.madeAt).format('ddd D MMM YYYY, HH:mm')}</th>
                  <td>{keptAsText[copy.keptAs]}</td>
                  <td className={classes.number}>{bytesText(copy.bytes)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className={classes.soft}>
            To restore one: end Sturvo, then “./sturvo restore COPY --db PRACTICE --replace”. The copy is
            looked through first, and the practice that was there is kept.
          </p>
        </section>
      )}
      {copies.runs.length > 0 && <Runs runs={copies.runs} />}
    </div>
  )
}

function Trial({ run, now }: { run: CopyRun | null; now: dayjs.Dayjs }) {
  if (!run) return <span className={classes.soft}>No copy has been tried yet.</span>
  const ago = agoText(now.diff(run.at))
  return run.isFine ? (
    <span>
      Tried {ago}: {run.words}
    </span>
  ) : (
    <span role="alert">
      Tried {ago}, and it failed: {run.words}
    </span>
  )
}

/** The copies as layers of the last half year, today on the right: where a gap is, nothing can be brought back. */
function Strata({ copies, now }: { copies: Copies; now: dayjs.Dayjs }) {
  const { ref, width } = useElementSize()
  const wide = Math.max(300, width)
  const days = 190
  const right = wide - 8
  const x = (at: string) => right - (Math.min(days, now.diff(at, 'day', true)) / days) * (right - 8)
  // one that is dated in the future is of no day that has been
  const drawn = copies.copies.filter(({ keptAs }) => keptAs !== 'ahead')
  return (
    <div ref={ref}>
      <svg
        className={classes.strata}
        viewBox={`0 0 ${wide} 96`}
        role="img"
        aria-label={`${drawn.length} ${drawn.length === 1 ? 'copy' : 'copies'} of the last half year`}
      >
        <line x1="8" x2={right} y1="70" y2="70" stroke="var(--line)" strokeWidth="2" />
        {[0, 1, 2, 3, 4, 5, 6].map((month) => {
          const at = now.subtract(month, 'month')
          return (
            <text key={month} x={x(at.toISOString())} y="88" textAnchor={month === 0 ? 'end' : 'middle'}>
              {month === 0 ? 'today' : at.format('D MMM')}
            </text>
          )
        })}
        {drawn.map((copy) => (
          <rect
            key={copy.name}
            x={x(copy.madeAt) - 3}
            y={copy.keptAs === 'month' ? 18 : copy.keptAs === 'week' ? 30 : 42}
            width="6"
            height={copy.keptAs === 'month' ? 52 : copy.keptAs === 'week' ? 40 : 28}
            rx="2"
            fill={copy.keptAs === 'going' ? 'var(--line)' : 'var(--act)'}
          >
            <title>{`${dayjs(copy.madeAt).format('D MMM YYYY')}, ${keptAsText[copy.keptAs]}`}</title>
          </rect>
        ))}
      </svg>
    </div>
  )
}

const kindText = { daily: 'daily copy', byHand: 'copy by hand', trial: 'trial of restoring' } as const

function Runs({ runs }: { runs: readonly CopyRun[] }) {
  return (
    <section className={classes.card} aria-labelledby="runs">
      <h2 id="runs">How they went</h2>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">What</th>
            <th scope="col">Said</th>
            <th scope="col" className={classes.number}>
              Took
            </th>
          </tr>
        </thead>
        <tbody>
          {runs.map((run) => (
            <tr key={run.id} data-run={run.isFine ? 'fine' : 'failed'}>
              <th scope="row">{dayjs(run.at).format('D MMM, HH:mm')}</th>
              <td>{kindText[run.kind]}</td>
              <td>
                {run.isFine ? '' : 'Failed. '}
                {run.words.replace(/^Copied to \S+: /, '')}
              </td>
              <td className={classes.number}>{(run.tookMs / 1000).toFixed(1)} s</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
