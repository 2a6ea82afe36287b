import { SegmentedControl } from '@mantine/core'
import { loadMethods } from '@sturvo/core/tripod'
import { settingText } from '@sturvo/schema/words'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useOpenVisit } from '../visitContext'
import classes from './steps.module.css'

const methodText = { mat: 'On the mat', scales: 'Three scales', felt: 'Felt by the client, 0 to 10' } as const

export function LoadStep() {
  const { facts, practice, record } = useOpenVisit()
  const isScales = facts.loadMethod === 'scales'
  return (
    <>
      <div className={classes.strip}>
        <SegmentedControl
          aria-label="How the load was found"
          data={loadMethods.map((value) => ({ value, label: methodText[value] }))}
          value={facts.loadMethod}
          onChange={(value) => record({ 'answer.loadMethod': value })}
        />
        <p className={classes.soft}>
          Target: {settingText.loadTarget.choices[practice.settings.loadTarget]}. Quiet stance, both feet, 20
          s.
        </p>
      </div>
      <MirrorRows title={isScales ? 'three scales' : 'felt by the client'}>
        <MirrorRow measure={isScales ? 'scaleHeel' : 'feltHeel'} />
        <MirrorRow measure={isScales ? 'scaleInner' : 'feltInner'} />
        <MirrorRow measure={isScales ? 'scaleOuter' : 'feltOuter'} />
      </MirrorRows>
    </>
  )
}
