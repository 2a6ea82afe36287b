import type { PronationProfile } from '@sturvo/core/pronation'
import type { References } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import { profileWords } from '@sturvo/words'
import { MirrorRows } from '../rows/MirrorRows'
import { useVisitFrame, useVisitReading } from '../visitContext'
import { AngleImport } from './AngleImport'
import classes from './move.module.css'

const questions = [
  ['amount', 'How much', 'amount · relaxed stance'],
  ['available', 'Can it at all', 'available · eversion range'],
  ['timing', 'When', 'timing · in walking'],
  ['control', 'Does it hold', 'control · one leg and squat'],
] as const

/** Four answers about rolling in, a drawn strip each, from whatever was measured. */
export function ProfilePanel() {
  const { references } = useVisitFrame()
  const { reading, settings } = useVisitReading()
  const { profiles } = reading.driving
  const words = {
    left: profileWords(profiles.left, settings.pronation),
    right: profileWords(profiles.right, settings.pronation),
  }
  return (
    <MirrorRows title="rolls in · pronation">
      {questions.map(([key, name, note]) => (
        <div key={key} className={classes.profile}>
          {sides.map((side) => (
            <div
              key={side}
              className={classes.strip}
              style={{ gridColumn: side === 'left' ? 1 : 3, gridRow: 1 }}
            >
              <Strip question={key} profile={profiles[side]} side={side} references={references} />
              <p>
                <strong>{words[side][key].word}</strong>
                <small>{words[side][key].detail}</small>
              </p>
            </div>
          ))}
          <div className={classes.what} style={{ gridColumn: 2, gridRow: 1 }}>
            {name}
            <small>{note}</small>
          </div>
        </div>
      ))}
      <AngleImport />
    </MirrorRows>
  )
}

type StripProps = {
  question: (typeof questions)[number][0]
  profile: PronationProfile
  side: Side
  references: References
}

/** A line with the usual part drawn thick and a mark where this foot is. */
function Strip({ question, profile, side, references: r }: StripProps) {
  const scale = scaleOf(question, profile, r)
  const at = (v: number) =>
    8 + (284 * (Math.max(scale.low, Math.min(scale.high, v)) - scale.low)) / (scale.high - scale.low)
  return (
    <svg
      viewBox="0 0 300 34"

      aria-hidden="true"
      style={{ color: `var(--${side})` }}
    >
      <path d="M8 16H292" stroke="var(--line)" strokeWidth="2" />
      <path
        d={`M${at(scale.usual[0])} 16H${at(scale.usual[1])}`}
        stroke="var(--printDeep)"
        strokeWidth="7"
        opacity="0.5"
      />
      <text x="8" y="32" fontSize="10" fill="var(--soft)">
        {scale.lowWord}
      </text>
      <text x="292" y="32" fontSize="10" textAnchor="end" fill="var(--soft)">
        {scale.highWord}
      </text>
      {scale.value !== undefined &&
        (side === 'left' ? (
          <circle cx={at(scale.value)} cy="16" r="7" fill="currentColor" />
        ) : (
          <rect x={at(scale.value) - 6.5} y="9.5" width="13" height="13" fill="currentColor" />
        ))}
    </svg>
  )
}

type Scale = {
  low: number
  high: number
  usual: readonly [from: number, to: number]
  value: number | undefined
  lowWord: string
  highWord: string
}

function scaleOf(
  question: StripProps['question'],
  { amount, available, timing, control }: PronationProfile,
  r: References,
): Scale {
  switch (question) {
    case 'amount':
      return amount?.posture
        ? {
            low: -12,
            high: 12,
            usual: [0, r.postureMore - 1],
            value: amount.posture.sum,
            lowWord: '−12',
            highWord: '+12',
          }
        : {
            low: -10,
            high: 20,
            usual: [r.heelUsualFromDeg, r.heelUsualToDeg],
            value: amount?.heelDeg,
            lowWord: 'in 10°',
            highWord: 'out 20°',
          }
    case 'available':
      return {
        low: 0,
        high: 24,
        usual: [r.eversionLittleDeg, r.eversionMuchDeg],
        value: available?.rangeDeg,
        lowWord: '0°',
        highWord: '24°',
      }
    case 'timing':
      return {
        low: 0,
        high: 100,
        usual: [r.peakUsualFromPct, r.peakUsualToPct],
        value: timing?.peakAtPct,
        lowWord: 'contact',
        highWord: 'toes leave',
      }
    case 'control': {
      return {
        low: 0,
        high: 100,
        usual: [r.squatGoalPct, 100],
        // lost without a depth has no place on the line; the word says it
        value: control?.lostAtPct ?? (control?.kind === 'holds' ? 100 : undefined),
        lowWord: 'lost at once',
        highWord: 'held',
      }
    }
  }
}
