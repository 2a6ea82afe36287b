import { Tooltip } from '@mantine/core'
import { Link } from 'react-router'
import type { CautionReading } from '@sturvo/core/cautions'
import { steps, type Step } from '@sturvo/core/reading'
import { cautionText, levelText } from '@sturvo/words'
import { Cairn } from '../../parts/Cairn'
import { walkingPrint } from '../../parts/walkingPrint'
import { DevicePicker } from './devices/DevicePicker'
import { stepName } from './stepText'
import classes from './Trail.module.css'

type TrailProps = { visitId: string; present: Step; filled: Record<Step, number>; cautions: CautionReading }

/** The eight steps as footprints walking left to right; a print fills from the heel as its step fills. */
export function Trail({ visitId, present, filled, cautions }: TrailProps) {
  return (
    <nav aria-label="Steps of the visit" className={classes.trail}>
      <ol>
        {steps.map((step, i) => (
          <li key={step} data-present={step === present} data-foot={i % 2 === 0 ? 'left' : 'right'}>
            <Link
              to={`/visit/${visitId}/${step}`}
              aria-current={step === present ? 'step' : undefined}
              aria-label={`${stepName[step]}, ${Math.round(filled[step] * 100)} % filled`}
            >
              <span className={classes.name}>{stepName[step]}</span>
              <WalkingPrint
                side={i % 2 === 0 ? 'left' : 'right'}
                share={filled[step]}
                isPresent={step === present}
              />
            </Link>
            <Cairns step={step} cautions={cautions} />
          </li>
        ))}
      </ol>
      <DevicePicker />
    </nav>
  )
}

function Cairns({ step, cautions }: { step: Step; cautions: CautionReading }) {
  const here = cautions.cautions.filter((c) => c.step === step && !(c.level !== 'limit' && c.dealtWith))
  if (here.length === 0) return null
  return (
    <Tooltip label={here.map((c) => `${levelText[c.level]}: ${cautionText[c.id].name}`).join(' · ')}>
      <span
        className={classes.cairn}
        tabIndex={0}
        role="img"
        aria-label={`Cautions: ${here.map((c) => cautionText[c.id].name).join(', ')}`}
      >
        <Cairn />
      </span>
    </Tooltip>
  )
}

const prints = { left: walkingPrint('left'), right: walkingPrint('right') }

function WalkingPrint({
  side,
  share,
  isPresent,
}: {
  side: 'left' | 'right'
  share: number
  isPresent: boolean
}) {
  const path = prints[side]
  const width = isPresent ? 56 : 44
  return (
    <svg width={width} height={width * 0.507} viewBox="-8 -72 272 138" aria-hidden="true">
      <clipPath id={`fill-${side}-${Math.round(share * 1000)}`}>
        <rect x="-4" y="-70" width={4 + 254 * share} height="140" />
      </clipPath>
      <path d={path} fill={`var(--${side})`} clipPath={`url(#fill-${side}-${Math.round(share * 1000)})`} />
      <path
        d={path}
        fill="none"
        stroke={isPresent ? 'var(--ink)' : 'var(--soft)'}
        strokeWidth={isPresent ? 6 : 5}
      />
    </svg>
  )
}
