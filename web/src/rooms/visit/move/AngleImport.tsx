import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { readAngleCsv, readStance, type AngleSeries, type StanceReading } from '@sturvo/core/rearfoot'
import type { Side } from '@sturvo/core/side'
import { num, sentenceOf } from '@sturvo/words'
import { SideChoice } from '../../../parts/SideChoice'
import { FileChooser } from '../../../parts/FileChooser'
import room from '../../../parts/Room.module.css'
import { useFileDrop } from '../../../parts/useFileDrop'
import { pathOf } from '../rows/measureField'
import { useRecord, useVisitFrame } from '../visitContext'
import classes from './move.module.css'

type Preview = { name: string; series: AngleSeries; reading: StanceReading }
const mostBytes = 20_000_000

/** A heel angle series from a file: looked at first, then taken over for one foot. */
export function AngleImport() {
  const { references } = useVisitFrame()
  const record = useRecord()
  const [side, setSide] = useState<Side>('left')
  const [preview, setPreview] = useState<Preview>()
  const [problem, setProblem] = useState<string>()
  const take = async (file: File) => {
    setProblem(undefined)
    setPreview(undefined)
    if (file.size > mostBytes)
      return setProblem(`${file.name} is larger than a heel angle series can be. Nothing was taken in.`)
    const series = readAngleCsv(await file.text())
    if (!series.ok) return setProblem(`${file.name}: ${sentenceOf(series.problem)}`)
    const reading = readStance(series.value, references)
    if (!reading.ok) return setProblem(`${file.name}: ${sentenceOf(reading.problem)}`)
    setPreview({ name: file.name, series: series.value, reading: reading.value })
  }
  const drop = useFileDrop((file) => void take(file))
  const keep = ({ reading }: Preview) => {
    const round = (v: number, digits = 1) => Math.round(v * 10 ** digits) / 10 ** digits
    record({
      [pathOf('eversionContact', side, 1)]: round(reading.contactDeg),
      [pathOf('eversionPeak', side, 1)]: round(reading.peakDeg),
      [pathOf('eversionPeakAt', side, 1)]: round(reading.peakAtPct, 0),
      [pathOf('eversionBackAt', side, 1)]:
        reading.neutralAtPct === undefined ? null : round(reading.neutralAtPct, 0),
    })
    setPreview(undefined)
  }
  return (
    <div className={classes.next} {...drop.place}>
      <Group gap="sm" mt="xs">
        <FileChooser
          name="Heel angle series as CSV"
          accept=".csv,text/csv"
          onFile={(file) => void take(file)}
        >
          Heel angle series from a file
        </FileChooser>
        <span className={classes.soft}>t_s, angle_deg; everted +</span>
      </Group>
      {problem && (
        <p className={room.problem} role="alert" style={{ marginTop: 8 }}>
          {problem}
        </p>
      )}
      {preview && (
        <Group align="center" gap="lg" mt="sm">
          <Curve preview={preview} />
          <div style={{ display: 'grid', gap: 8 }}>
            <p>
              {preview.name}: {num(preview.reading.stanceS, 2)} s of stance, most everted{' '}
              {num(preview.reading.peakDeg)}° at {num(preview.reading.peakAtPct, 0)} %.
            </p>
            <Group>
              <SideChoice label="For which foot" value={side} onChange={setSide} />
              <Button onClick={() => keep(preview)}>Take over</Button>
              <Button variant="default" onClick={() => setPreview(undefined)}>
                Leave it
              </Button>
            </Group>
          </div>
        </Group>
      )}
    </div>
  )
}

function Curve({ preview: { series, reading } }: { preview: Preview }) {
  const { timesS, anglesDeg } = series
  const [low, high] = [Math.min(-2, ...anglesDeg), Math.max(2, ...anglesDeg)]
  const x = (t: number) => 36 + (220 * (t - timesS[0]!)) / reading.stanceS
  const y = (deg: number) => 100 - (86 * (deg - low)) / (high - low)
  const every = Math.max(1, Math.floor(timesS.length / 200))
  const path = timesS
    .flatMap((t, i) => (i % every === 0 ? [`${x(t).toFixed(1)} ${y(anglesDeg[i]!).toFixed(1)}`] : []))
    .join('L')
  return (
    <svg width="280" viewBox="0 0 270 122" role="img" aria-label="Heel angle over stance, everted up">
      <path d={`M36 ${y(0)}H256`} stroke="var(--line)" />
      <path d={`M${path}`} fill="none" stroke="var(--ink)" strokeWidth="2" />
      <path d={`M${36 + 2.2 * reading.peakAtPct} 12V100`} stroke="var(--act)" strokeDasharray="4 3" />
      <g fontSize="11" fill="var(--soft)">
        <text x="2" y={y(0) + 4}>
          0°
        </text>
        <text x="2" y="16">
          {num(high, 0)}°
        </text>
        <text x="36" y="116">
          contact
        </text>
        <text x="256" y="116" textAnchor="end">
          toes leave
        </text>
      </g>
    </svg>
  )
}
