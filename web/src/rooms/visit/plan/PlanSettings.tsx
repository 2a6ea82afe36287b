import { Button, Select } from '@mantine/core'
import { useState } from 'react'
import { answerOf, planSettingsSchema } from '@sturvo/schema'
import { settingText } from '@sturvo/words'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import classes from './Plan.module.css'

type SettingKey = keyof typeof planSettingsSchema.shape
const trains: readonly SettingKey[] = [
  'plantarFascia',
  'pressureTools',
  'toeCurl',
  'hipDrills',
  'pronation',
  'correction',
  'barefoot',
  'bigToeGoal',
  'precision',
  'archSupport',
  'shoePriority',
  'deviceSource',
]
const asPractice = 'practice'

/** Approach settings for this plan alone; what differs from the practice is shown as such. */
export function PlanSettings() {
  const { practice } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const own = answerOf(fields, 'planSettings') ?? {}
  const [isOpen, setOpen] = useState(false)
  const changed = trains.filter((key) => own[key] !== undefined && own[key] !== practice.settings[key])
  const put = (key: SettingKey, value: string | null) => {
    const { [key]: _, ...others } = own
    const checked = planSettingsSchema.safeParse({ [key]: value })
    const next =
      value === null || value === asPractice || !checked.success ? others : { ...others, ...checked.data }
    record({ 'answer.planSettings': Object.keys(next).length > 0 ? next : null })
  }
  return (
    <div className={classes.settings}>
      <p>
        {changed.length === 0
          ? 'By the settings of the practice.'
          : `In this plan otherwise: ${changed.map((key) => `${settingText[key].name}, ${choiceName(key, own[key]!)}`).join('; ')}.`}{' '}
        <Button size="compact-xs" variant="subtle" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? 'Close' : 'Set otherwise for this plan'}
        </Button>
      </p>
      {isOpen && (
        <div className={classes.settingRows}>
          {trains.map((key) => (
            <Select
              key={key}
              size="sm"
              label={settingText[key].name}
              description={settingText[key].changes}
              allowDeselect={false}
              value={own[key] ?? asPractice}
              data={[
                { value: asPractice, label: `As the practice: ${choiceName(key, practice.settings[key])}` },
                ...Object.entries(settingText[key].choices).map(([value, label]) => ({ value, label })),
              ]}
              onChange={(value) => put(key, value)}
            />
          ))}
        </div>
      )}
    </div>
  )
}

function choiceName(key: SettingKey, value: string): string {
  return (settingText[key].choices as Record<string, string>)[value] ?? value
}
