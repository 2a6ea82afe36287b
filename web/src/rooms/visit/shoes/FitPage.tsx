import { Button, Group } from '@mantine/core'
import { IconPrinter } from '@tabler/icons-react'
import { fitEdges, fitRegions, type DepthPart, type FitReading } from '@sturvo/core/fit'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import { sides } from '@sturvo/core/side'
import { answerOf } from '@sturvo/schema'
import { depthPlaceText, num, placeName, signed } from '@sturvo/words'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'
import { useRecord, useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './Fit.module.css'
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
        {hasFit && <FitTableView on={on} />}
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

function FitTableView({ on }: { on: ShoeOnFeet }) {
  const { references } = useVisitFrame()
  const { reading } = useVisitReading()
  const { fits, spaced } = on
  const row = (name: string, of: (fit: FitReading) => string, isOut?: (fit: FitReading) => boolean) => (
    <tr key={name}>
      <th scope="row">{name}</th>
      {sides.map((side) => {
        const fit = fits[side]
        return (
          <td key={side} data-out={fit && isOut?.(fit)}>
            {fit ? of(fit) : '–'}
          </td>
        )
      })}
    </tr>
  )
  const margin = (m: FitReading['ball']) =>
    m ? `${signed(m.allMm)} mm (inner ${signed(m.innerMm)}, outer ${signed(m.outerMm)})` : '–'
  const parts = fitRegions
    .flatMap((region) => fitEdges.map((edge) => ({ region, edge })))
    .filter(({ region, edge }) =>
      sides.some((side) => (partOf(fits[side], region, edge)?.mostMm ?? 0) >= 0.05),
    )
  const error = Math.max(...sides.map((side) => fits[side]?.errorMm ?? 0))
  return (
    <>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">where the foot is wider than the shoe</th>
            <th scope="col" data-side="left">
              ● left
            </th>
            <th scope="col" data-side="right">
              right ■
            </th>
          </tr>
        </thead>
        <tbody>
          {parts.length === 0 && (
            <tr>
              <th scope="row">nowhere</th>
              <td>inside</td>
              <td>inside</td>
            </tr>
          )}
          {parts.map(({ region, edge }) =>
            row(
              placeName({ region, edge }),
              (fit) => {
                const part = partOf(fit, region, edge)!
                return part.isGuessed
                  ? 'shoe not measured here'
                  : part.mostMm < 0.05
                    ? 'inside'
                    : `${num(part.mostMm)} mm · ${num(part.areaMm2, 0)} mm²`
              },
              (fit) => {
                const part = partOf(fit, region, edge)!
                return !part.isGuessed && part.mostMm > references.fitOutsideMm
              },
            ),
          )}
          {row(
            'room in front of the longest toe',
            (fit) =>
              fit.roomMm === undefined
                ? 'length not known'
                : fit.roomMm < 0
                  ? `none, ${num(-fit.roomMm, 0)} mm outside`
                  : `${num(fit.roomMm, 0)} mm${roomText(fit.room)}`,
            (fit) => fit.room === 'short',
          )}
          {row(
            'width to spare, ball',
            (fit) => margin(fit.ball),
            (fit) => (fit.ball?.allMm ?? 0) < -references.upperStretchMm,
          )}
          {row('width to spare, toes', (fit) => margin(fit.toes))}
          {row('toe box leans in, inner · outer', (fit) =>
            fit.taper ? `${num(fit.taper.innerDeg, 0)}° · ${num(fit.taper.outerDeg, 0)}°` : '–',
          )}
          {row(
            'pushes the big toe further',
            (fit) =>
              fit.push
                ? `${num(fit.push.extraDeg, 0)}° ± ${num(fit.push.errorDeg, 0)}°, from ${num(fit.push.standsDeg, 0)}°`
                : '–',
            (fit) => (fit.push?.extraDeg ?? 0) > references.pushCountsDeg,
          )}
          {sides.some((side) => spaced[side]) && (
            <tr>
              <th scope="row">with spacers</th>
              {sides.map((side) => {
                const fit = spaced[side]
                const most = fit ? Math.max(...fit.regions.map((r) => r.mostMm)) : undefined
                return (
                  <td key={side} data-out={most !== undefined && most > references.fitOutsideMm}>
                    {most === undefined
                      ? '–'
                      : most > references.fitOutsideMm
                        ? `will not fit, ${num(most)} mm out`
                        : 'fits'}
                  </td>
                )
              })}
            </tr>
          )}
        </tbody>
      </table>
      <p className={classes.soft}>
        {num(references.upperStretchMm, 0)} mm stretch allowed, heel backs {num(references.fitGapMm, 0)} mm
        apart · ± {num(error)} mm: feet{' '}
        {sides.every((side) => reading.shoes.feet[side]?.from === 'traced')
          ? 'traced'
          : 'drawn from their widths'}
        , inside {on.insole?.from === 'numbers' ? 'drawn from its measures' : 'traced'}
      </p>
    </>
  )
}

function partOf(fit: FitReading | undefined, region: string, edge: string) {
  return fit?.regions.find((part) => part.region === region && part.edge === edge)
}

function roomText(room: FitReading['room']): string {
  return room === 'short' ? ', short' : room === 'long' ? ', long' : ''
}

const depthMostMm = 100

/** Foot, sock and insert against the depth of the shoe, at three places. */
function DepthBars({ parts }: { parts: readonly DepthPart[] }) {
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
