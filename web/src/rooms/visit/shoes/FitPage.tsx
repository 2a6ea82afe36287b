import { Button, Group } from '@mantine/core'
import { IconPrinter } from '@tabler/icons-react'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import { answerOf } from '@sturvo/schema'
import { num } from '@sturvo/words'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useRecord, useVisitFields, useVisitFrame } from '../visitContext'
import classes from './Fit.module.css'
import { DepthBars } from './DepthBars'
import { FitTable } from './FitTable'
import { MmField } from './MmField'
import { VerdictBox } from './VerdictBox'

const spacerMost = 20

/** The fit in numbers: overhang by region, room, margins, the push on the big toe, spacers, depth and the verdict. */
export function FitPage({ on }: { on: ShoeOnFeet }) {
  const { visitId, references } = useVisitFrame()
  const fields = useVisitFields()
  const record = useRecord()
  const { shoe } = on.reading
  const spacersMm = answerOf(fields, 'spacersMm') ?? [0, 0, 0, 0]
  const hasFit = sides.some((side) => on.fits[side])
  return (
    <div className={classes.page}>
      <div>
        {hasFit && <FitTable on={on} />}
        <h3>Spacers</h3>
        <p className={classes.soft}>Width in each gap, big toe first: drawn in above and judged again.</p>
        <div className={classes.spacers}>
          {spacersMm.map((mm, i) => (
            <MmField
              key={i}
              label={`Gap ${i + 1}`}
              max={spacerMost}
              value={mm}
              onPut={(value) =>
                record({ 'answer.spacersMm': spacersMm.map((other, k) => (k === i ? (value ?? 0) : other)) })
              }
            />
          ))}
          <Button
            size="compact-md"
            variant="default"
            onClick={() => record({ 'answer.spacersMm': spacersMm.map(() => references.spacerStepMm) })}
          >
            {num(references.spacerStepMm, 0)} mm each
          </Button>
        </div>
        <h3>Depth</h3>
        <DepthBars parts={on.depth} />
        <MirrorRows title="height of the foot">
          <MirrorRow measure="forefootHeight" />
          <MirrorRow measure="dorsumStand" />
          <MirrorRow measure="heelHeight" />
        </MirrorRows>
      </div>
      <div className={classes.beside}>
        <VerdictBox on={on} />
        {hasFit && (
          <section aria-label="Print at true size">
            <h3>Paper for the next shoe, true size</h3>
            <p className={classes.soft}>
              Print at 100 %: the sheet carries a line of 100 mm to check it with.
            </p>
            <Group gap="xs" mt={6}>
              {(['a4', 'letter'] as const).map((paper) => (
                <Button
                  key={paper}
                  component="a"
                  href={`/api/visits/${visitId}/shoes/${shoe.id}/fit.pdf?paper=${paper}`}
                  target="_blank"
                  rel="noreferrer"
                  variant="default"
                  leftSection={<IconPrinter size={16} />}
                >
                  {paper === 'a4' ? 'A4' : 'Letter'} (PDF)
                </Button>
              ))}
            </Group>
          </section>
        )}
      </div>
    </div>
  )
}
