import type { DepthPart } from '@sturvo/core/fit'
import { depthPlaceText, num } from '@sturvo/words'
import classes from './Fit.module.css'

const depthMostMm = 100

/** Foot, sock and insert against the depth of the shoe, at three places. */
export function DepthBars({ parts }: { parts: readonly DepthPart[] }) {
  if (parts.length === 0)
    return <p className={classes.soft}>The length of a foot is missing: its heights cannot be guessed yet.</p>
  const most = Math.max(
    depthMostMm,
    ...parts.map((p) => Math.max(p.depthMm ?? 0, p.footMm + p.sockMm + p.insertMm)),
  )
  return (
    <div className={classes.depth} role="group" aria-label="Depth budget">
      {parts.map((part) => {
        const x = (mm: number) => (mm / most) * 300
        const filled = part.footMm + part.sockMm + part.insertMm
        return (
          <div key={part.place} className={classes.depthRow}>
            <span>{depthPlaceText[part.place]}</span>
            <svg viewBox="0 0 300 18" preserveAspectRatio="none" role="img" aria-label={depthSentence(part)}>
              <rect x="0" y="3" width={x(part.insertMm)} height="12" fill="var(--printDeep)" />
              <rect
                x={x(part.insertMm)}
                y="3"
                width={x(part.footMm)}
                height="12"
                fill="var(--skin)"
                stroke="var(--soft)"
                strokeWidth="0.8"
              />
              <rect
                x={x(part.insertMm + part.footMm)}
                y="3"
                width={x(part.sockMm)}
                height="12"
                fill="var(--print)"
              />
              {part.depthMm !== undefined && (
                <>
                  {filled > part.depthMm && (
                    <rect
                      x={x(part.depthMm)}
                      y="3"
                      width={x(filled - part.depthMm)}
                      height="12"
                      fill="var(--oxide)"
                      opacity="0.55"
                    />
                  )}
                  <path d={`M${x(part.depthMm)} 0V18`} stroke="var(--ink)" strokeWidth="2" />
                </>
              )}
            </svg>
            <span>{depthShort(part)}</span>
          </div>
        )
      })}
      <p className={classes.soft}>
        insert, foot and sock from the left; the line is the depth of the shoe
        {parts.some((p) => p.isFootGuessed) ? ' · heights not measured are guessed from the length' : ''}
      </p>
    </div>
  )
}

function depthShort({ leftMm, verdict }: DepthPart): string {
  if (leftMm === undefined) return 'depth not known'
  return verdict === 'no'
    ? `${num(-leftMm, 0)} mm too low`
    : `${num(leftMm, 0)} mm left${verdict === 'tight' ? ', tight' : ''}`
}

function depthSentence(part: DepthPart): string {
  return `${depthPlaceText[part.place]}: foot ${num(part.footMm, 0)} mm, sock ${num(part.sockMm, 0)}, insert ${num(part.insertMm, 0)}; ${depthShort(part)}`
}
