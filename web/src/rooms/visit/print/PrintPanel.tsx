import { Button, Progress, Slider } from '@mantine/core'
import { useState } from 'react'
import type { References } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import { chanceFrom } from '@sturvo/core/synthetic'
import { printOf, type Picture, type PrintOnMat } from '@sturvo/schema'
import { footShapeOf } from '@sturvo/core/drawing'
import { scanPrint } from '../../../workers/footprintJobs'
import rowClasses from '../rows/MirrorRows.module.css'
import { MirrorRows } from '../rows/MirrorRows'
import { useOpenVisit } from '../visitContext'
import classes from './PrintPanel.module.css'
import { ScaleDialog } from './ScaleDialog'
import { usePrintJobs, type PrintJobs } from './usePrintJobs'

const scannerMmPerPx = 0.3

/** Footprints of both feet: put in, scanned, read, repaired. */
export function PrintPanel() {
  const { fields } = useOpenVisit()
  const jobs = usePrintJobs()
  const [scaling, setScaling] = useState<{ side: Side; picture: Picture }>()
  const prints = { left: printOf(fields, 'left'), right: printOf(fields, 'right') }
  const putIn = async (side: Side, file: Blob) => {
    const picture = await jobs.send(side, file)
    if (picture) setScaling({ side, picture })
  }
  return (
    <>
      <MirrorRows title="footprint">
        <div className={rowClasses.row}>
          <PrintSource
            side="left"
            print={prints.left}
            jobs={jobs}
            onPutIn={putIn}
            onRescale={(picture) => setScaling({ side: 'left', picture })}
          />
          <div className={rowClasses.name}>
            Footprint
            <small>ink, wet print or scan, toes up</small>
          </div>
          <PrintSource
            side="right"
            print={prints.right}
            jobs={jobs}
            onPutIn={putIn}
            onRescale={(picture) => setScaling({ side: 'right', picture })}
          />
        </div>
        {(prints.left ?? prints.right) && <PrintNumbers prints={prints} />}
      </MirrorRows>
      {scaling && (
        <ScaleDialog
          picture={scaling.picture}
          onClosed={() => setScaling(undefined)}
          onScaled={(scale) => {
            setScaling(undefined)
            void jobs.read(scaling.side, scaling.picture.id, scale, { side: scaling.side })
          }}
        />
      )}
    </>
  )
}

type PrintSourceProps = {
  side: Side
  print: PrintOnMat | undefined
  jobs: PrintJobs
  onPutIn: (side: Side, file: Blob) => Promise<void>
  onRescale: (picture: Picture) => void
}

function PrintSource({ side, print, jobs, onPutIn }: PrintSourceProps) {
  const { facts, reading, person, record } = useOpenVisit()
  const [isOver, setOver] = useState(false)
  const busy = jobs.progress?.side === side ? jobs.progress : undefined
  const problem = jobs.problem?.side === side ? jobs.problem.sentence : undefined
  const scan = async () => {
    const seed = [...`${person.id}${side}`].reduce(
      (sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003,
      7,
    )
    const shape = footShapeOf({
      side,
      foot: facts.feet[side],
      print: undefined,
      ballWidthMm: reading.look[side].ballWidthMm,
    })
    const blob = await scanPrint({
      shape: { ...shape, isthmus: chanceFrom(seed).between(0.22, 0.6) },
      seed,
      mmPerPx: scannerMmPerPx,
      turnDeg: chanceFrom(seed + 1).between(-6, 6),
    })
    const picture = await jobs.send(side, blob)
    if (picture) await jobs.read(side, picture.id, { from: 'given', mmPerPx: scannerMmPerPx }, { side })
  }
  return (
    <div
      className={rowClasses.cell}
      data-side={side}
      data-drop={isOver}
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault()
        setOver(false)
        const [file] = event.dataTransfer.files
        if (file) void onPutIn(side, file)
      }}
    >
      {busy ? (
        <div className={classes.busy} role="status">
          <span>{busy.doing === 'sending' ? 'Taking the picture over' : 'Reading the print'}</span>
          <Progress value={busy.share * 100} w={110} aria-label={`${side} print, progress`} />
          <Button size="compact-sm" variant="default" onClick={jobs.cancel}>
            Stop
          </Button>
        </div>
      ) : (
        <>
          <label className={classes.choose} data-over={isOver}>
            {print ? 'Another picture' : 'Choose or drop a picture'}
            <input
              type="file"
              accept="image/png,image/jpeg,image/webp,image/tiff"
              className="unseen"
              aria-label={`${side} footprint, picture`}
              data-print={side}
              onChange={(event) => {
                const [file] = event.currentTarget.files ?? []
                event.currentTarget.value = ''
                if (file) void onPutIn(side, file)
              }}
            />
          </label>
          <Button
            size="compact-md"
            variant="subtle"
            onClick={() => void scan()}
            data-scan={side}
            title="A made-up print of this foot, in place of a scanner"
          >
            Simulated scan
          </Button>
          {print && (
            <Button
              size="compact-md"
              variant="subtle"
              color="gray"
              onClick={() => record({ [`print.${side}`]: null })}
            >
              Take away
            </Button>
          )}
        </>
      )}
      {problem && (
        <p className={classes.problem} role="alert">
          {problem}
        </p>
      )}
      {print && !busy && <ThresholdSlider side={side} print={print} jobs={jobs} />}
    </div>
  )
}

function ThresholdSlider({ side, print, jobs }: { side: Side; print: PrintOnMat; jobs: PrintJobs }) {
  const stored = print.wishes.thresholdNudge ?? 0
  const [nudge, setNudge] = useState<number>()
  return (
    <div className={classes.threshold}>
      <span id={`threshold-${side}`}>Threshold</span>
      <Slider
        w={120}
        size="sm"
        min={-60}
        max={60}
        step={5}
        thumbProps={{ 'aria-labelledby': `threshold-${side}` }}
        label={(value) =>
          value === 0 ? 'as found' : value > 0 ? `${value} more print` : `${-value} less print`
        }
        value={nudge ?? stored}
        onChange={setNudge}
        onChangeEnd={(value) => {
          setNudge(undefined)
          void jobs.read(side, print.pictureId, print.scale, { ...print.wishes, thresholdNudge: value })
        }}
      />
    </div>
  )
}

const numbers: {
  name: string
  note: (references: References) => string
  of: (p: PrintOnMat['measures']) => string
}[] = [
  {
    name: 'Arch index',
    note: (r) => `≤ ${r.archIndexHigh} high · ≥ ${r.archIndexLow} low`,
    of: (m) => withError(m.archIndex, 3),
  },
  {
    name: 'Chippaux–Smirak',
    note: (r) => `% · usual ${r.chippauxUsualLow} to ${r.chippauxLow}`,
    of: (m) => withError(m.chippauxSmirakPct, 0),
  },
  {
    name: 'Staheli index',
    note: (r) => `usual ${r.staheliUsualLow} to ${r.staheliUsualHigh}`,
    of: (m) => withError(m.staheliIndex, 2),
  },
  {
    name: 'Footprint angle',
    note: (r) => `° · Clarke, usual ${r.clarkeUsual} to ${r.clarkeHigh}`,
    of: (m) => (m.footprintAngleDeg ? withError(m.footprintAngleDeg, 0) : 'no inner border'),
  },
  { name: 'Foot length', note: () => 'mm · heel to furthest toe', of: (m) => withError(m.lengthMm, 0) },
  { name: 'Length without toes', note: () => 'mm', of: (m) => withError(m.toelessLengthMm, 0) },
  {
    name: 'Print',
    note: () => 'toe line',
    of: (m) =>
      `${m.printKind}, ${{ found: 'line seen', partly: 'line partly seen', guessed: 'line guessed: please check', practitioner: 'line by hand', none: 'no toes' }[m.toeLine.from]}`,
  },
]

function withError({ value, error }: { value: number; error: number }, decimals: number): string {
  const places = decimals === 0 ? 1 : decimals
  const least = 10 ** -places
  return `${value.toFixed(decimals)} ± ${error < least / 2 ? `under ${least}` : error.toFixed(places)}`
}

function PrintNumbers({ prints }: { prints: Record<Side, PrintOnMat | undefined> }) {
  const { references } = useOpenVisit()
  return (
    <>
      {numbers.map(({ name, note, of }) => (
        <div key={name} className={`${rowClasses.row} ${classes.number}`} data-number={name}>
          {sides.map((side) => (
            <span key={side} data-side={side} className={classes.value}>
              {prints[side] ? of(prints[side].measures) : '–'}
            </span>
          ))}
          <span className={rowClasses.name}>
            {name}
            <small>{note(references)}</small>
          </span>
        </div>
      ))}
    </>
  )
}
