import type { ProfileRow } from '@sturvo/core/footwear'
import { num, pct, profileText } from '@sturvo/words'
import classes from './Shelf.module.css'

/** The shelf profile in four bars: hours by band from one end to the other, and the mean; beside it, what it would become. */
export function ProfileBars({
  now,
  then,
}: {
  now: readonly ProfileRow[]
  then?: readonly ProfileRow[] | undefined
}) {
  if (now.length === 0) return null
  return (
    <dl className={classes.profile} aria-label="Shelf profile, weighted by hours">
      {now.map((row) => {
        const words = profileText[row.measure]
        const other = then?.find((r) => r.measure === row.measure)
        const [mean, later] = [row.mean.value, other?.mean.value]
        const isChanged = mean !== undefined && later !== undefined && Math.abs(later - mean) >= 0.05
        return (
          <div key={row.measure}>
            <dt>
              {words.name} {mean !== undefined && <b>{withUnit(mean, words.unit)}</b>}
              {isChanged && <b className={classes.then}> → {withUnit(later, words.unit)}</b>}
            </dt>
            <dd>
              <Bar row={row} />
              {isChanged && other && <Bar row={other} />}
              <small>
                <span>{words.low}</span>
                {row.mean.knownShare < 0.995 && (
                  <span>known for {pct(row.mean.knownShare)} of the hours</span>
                )}
                <span>{words.high}</span>
              </small>
            </dd>
          </div>
        )
      })}
    </dl>
  )
}

function withUnit(value: number, unit: string): string {
  return `${value < 0 ? '−' : ''}${num(Math.abs(value))}${unit}`
}

function Bar({ row }: { row: ProfileRow }) {
  const last = row.bands.length - 1
  return (
    <div className={classes.bar} role="img" aria-label={barText(row)}>
      {row.bands.map((band, i) => (
        <span
          key={i}
          style={{
            width: `${band.share * 100}%`,
            // one hue from pale to deep; a band is also named when one points at it
            background: `color-mix(in oklab, var(--loadDeep) ${15 + (70 * i) / last}%, var(--loadPale))`,
          }}
          title={`${bandText(band.from, band.to, profileText[row.measure].unit)}: ${pct(band.share)} of the hours`}
        />
      ))}
    </div>
  )
}

function barText(row: ProfileRow): string {
  const words = profileText[row.measure]
  const parts = row.bands
    .filter((b) => b.share > 0)
    .map((b) => `${pct(b.share)} ${bandText(b.from, b.to, words.unit)}`)
  return `${words.name}: ${parts.join(', ')}`
}

function bandText(from: number | undefined, to: number | undefined, unit: string): string {
  if (from === undefined) return `below ${num(to!)}${unit}`
  return to === undefined ? `${num(from)}${unit} and more` : `${num(from)} to ${num(to)}${unit}`
}
