import { Button, Progress } from '@mantine/core'
import { lazy, Suspense, useState } from 'react'
import type { References } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import { chanceFrom } from '@sturvo/core/synthetic'
import { printOf, type Picture, type PrintOnMat, type PrintScale } from '@sturvo/schema'
import { footShapeOf } from '@sturvo/core/footShape'
import { PictureInput } from '../../../parts/PictureInput'
import { useFileDrop } from '../../../parts/useFileDrop'
import rowClasses from '../rows/MirrorRows.module.css'
import { MirrorRows } from '../rows/MirrorRows'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './PrintPanel.module.css'
import { ScaleDialog } from './ScaleDialog'
import { ShareOut, type FoundPrints } from './ShareOut'
import { ThresholdSlider } from './ThresholdSlider'
import { usePrintJobs, type PrintJobs } from './usePrintJobs'

const PrintRoom = lazy(() => import('./PrintRoom').then((room) => ({ default: room.PrintRoom })))
const scannerMmPerPx = 0.3

/** Footprints of both feet: put in, scanned, read, repaired. */
export function PrintPanel() {
  const fields = useVisitFields()
  const jobs = usePrintJobs()
  const [scaling, setScaling] = useState<{ side: Side | 'both'; picture: Picture }>()
  const [repairing, setRepairing] = useState<Side>()
  const [found, setFound] = useState<FoundPrints>()
  const prints = { left: printOf(fields, 'left'), right: printOf(fields, 'right') }
  const putIn = async (side: Side | 'both', file: Blob) => {
    const picture = await jobs.send(side === 'both' ? 'left' : side, file)
    if (picture) setScaling({ side, picture })
  }
  const readBoth = async (pictureId: string, scale: PrintScale) => {
    const readings = await jobs.readBoth(pictureId, scale)
    if (readings) setFound({ pictureId, scale, readings })
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
            onRepair={() => setRepairing('left')}
          />
          <div className={rowClasses.name}>
            Footprint
            <small>ink, wet print or scan, toes up</small>
            <BothFeet onPutIn={putIn} />
          </div>
          <PrintSource
            side="right"
            print={prints.right}
            jobs={jobs}
            onPutIn={putIn}
            onRepair={() => setRepairing('right')}
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
            if (scaling.side === 'both') void readBoth(scaling.picture.id, scale)
            else void jobs.read(scaling.side, scaling.picture.id, scale, { side: scaling.side })
          }}
        />
      )}
      {found && <ShareOut found={found} onClosed={() => setFound(undefined)} />}
      {repairing && (
        <Suspense fallback={<p role="status">Opening the print …</p>}>
          <PrintRoom key={repairing} side={repairing} jobs={jobs} onClosed={() => setRepairing(undefined)} />
        </Suspense>
      )}
    </>
  )
}

/** One picture with both feet on it. */
function BothFeet({ onPutIn }: { onPutIn: (side: 'both', file: Blob) => Promise<void> }) {
  return (
    <label className={classes.choose}>
      Both on one picture
      <PictureInput
        label="both footprints on one picture"
        name="both"
        onFile={(file) => void onPutIn('both', file)}
      />
    </label>
  )
}

type PrintSourceProps = {
  side: Side
  print: PrintOnMat | undefined
  jobs: PrintJobs
  onPutIn: (side: Side, file: Blob) => Promise<void>
  onRepair: () => void
}

function PrintSource({ side, print, jobs, onPutIn, onRepair }: PrintSourceProps) {
  const { person } = useVisitFrame()
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const { isOver, place } = useFileDrop((file) => void onPutIn(side, file))
  const busy = jobs.progress?.side === side ? jobs.progress : undefined
  const problem = jobs.problem?.side === side ? jobs.problem.sentence : undefined
  const scan = () => {
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
    void jobs.scan(side, {
      shape: { ...shape, isthmus: chanceFrom(seed).between(0.22, 0.6) },
      seed,
      mmPerPx: scannerMmPerPx,
      turnDeg: chanceFrom(seed + 1).between(-6, 6),
    })
  }
  return (
    <div className={rowClasses.cell} data-side={side} data-drop={isOver} {...place}>
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
            <PictureInput
              label={`${side} footprint, picture`}
              name={side}
              onFile={(file) => void onPutIn(side, file)}
            />
          </label>
          <Button
            size="compact-md"
            variant="subtle"
            onClick={scan}
            data-scan={side}
            title="A made-up print of this foot, in place of a scanner"
          >
            Simulated scan
          </Button>
          {print && (
            <Button size="compact-md" variant="subtle" onClick={onRepair} data-repair={side}>
              Look closely
            </Button>
          )}
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
      {print && !busy && (
        <div className={classes.threshold}>
          <ThresholdSlider
            print={print}
            width={120}
            onChosen={(thresholdNudge) =>
              void jobs.read(side, print.pictureId, print.scale, { ...print.wishes, thresholdNudge })
            }
          />
        </div>
      )}
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
    note: (r) => `% · usual ${r.chippauxUsualLowPct} to ${r.chippauxLowPct}`,
    of: (m) => withError(m.chippauxSmirakPct, 0),
  },
  {
    name: 'Staheli index',
    note: (r) => `usual ${r.staheliUsualLow} to ${r.staheliUsualHigh}`,
    of: (m) => withError(m.staheliIndex, 2),
  },
  {
    name: 'Footprint angle',
    note: (r) => `° · Clarke, usual ${r.clarkeUsualDeg} to ${r.clarkeHighDeg}, low below ${r.clarkeLowDeg}`,
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
  const { references } = useVisitFrame()
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
