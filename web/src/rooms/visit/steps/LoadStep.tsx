import { SegmentedControl } from '@mantine/core'
import { loadMethods } from '@sturvo/core/tripod'
import { settingText } from '@sturvo/words'
import { DeviceNumber } from '../devices/DeviceNumber'
import { RecordingPanel } from '../load/RecordingPanel'
import { TripodPanel } from '../load/TripodPanel'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './steps.module.css'

const methodText = { scales: 'Three scales', felt: 'Felt by the client, 0 to 10', mat: 'On the mat' } as const

export function LoadStep() {
  const { practice } = useVisitFrame()
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const { loadMethod } = facts
  const isScales = loadMethod === 'scales'
  return (
    <>
      <RecordingPanel />
      <div className={classes.strip}>
        <SegmentedControl
          aria-label="How the load was found"
          data={loadMethods.map((value) => ({ value, label: methodText[value] }))}
          value={loadMethod}
          onChange={(value) => record({ 'answer.loadMethod': value })}
        />
        <p className={classes.soft}>
          Target: {settingText.loadTarget.choices[practice.settings.loadTarget]}. Quiet stance, both feet, 20
          s.
        </p>
      </div>
      {loadMethod === 'mat' ? (
        !reading.load.tripods.left &&
        !reading.load.tripods.right && (
          <div className={classes.strip}>
            <p className={classes.soft}>
              Nothing recorded on two feet yet: record “Two feet”, or weigh and feel instead.
            </p>
          </div>
        )
      ) : (
        <>
          {isScales && (
            <DeviceNumber
              kind="scales"
              measures={['scaleHeel', 'scaleInner', 'scaleOuter']}
              label="Read the three scales"
            />
          )}
          <MirrorRows title={isScales ? 'three scales' : 'felt by the client'}>
            <MirrorRow measure={isScales ? 'scaleHeel' : 'feltHeel'} />
            <MirrorRow measure={isScales ? 'scaleInner' : 'feltInner'} />
            <MirrorRow measure={isScales ? 'scaleOuter' : 'feltOuter'} />
          </MirrorRows>
        </>
      )}
      <TripodPanel />
    </>
  )
}
