import type { FootprintReading } from '@sturvo/core/footprint'
import { simplify, type Point } from '@sturvo/core/geometry'
import { printPipelineVersion, type PrintOnMat } from './print'

const drawnToMm = 0.25 // finer than the line it is drawn with
const keptTo = 100 // hundredths of a millimetre

/** What is kept of a reading with the visit: measures and lines, thinned to what can be seen. */
export function printOnMat(
  input: Pick<PrintOnMat, 'pictureId' | 'scale' | 'wishes'> & { reading: FootprintReading },
): PrintOnMat {
  const { pictureId, scale, wishes, reading: r } = input
  return {
    pictureId,
    pipeline: printPipelineVersion,
    scale,
    wishes: { ...wishes, side: r.side },
    measures: {
      lengthMm: r.lengthMm,
      toelessLengthMm: r.toelessLengthMm,
      archIndex: r.archIndex,
      chippauxSmirakPct: r.chippauxSmirakPct,
      staheliIndex: r.staheliIndex,
      ...(r.footprintAngleDeg ? { footprintAngleDeg: r.footprintAngleDeg } : {}),
      printKind: r.printKind,
      toelessAreaMm2: r.toelessAreaMm2,
      thirdsMm2: r.thirdsMm2,
      ballWidthMm: r.ballWidthMm,
      heelWidthMm: r.heelWidthMm,
      sideFrom: r.sideFrom,
      toeLine: { pointsFootMm: r.toeLine.pointsFootMm.map(rounded), from: r.toeLine.from },
      ...(r.tangent
        ? {
            tangent: {
              heelFootMm: r.tangent.heelFootMm,
              forefootFootMm: r.tangent.forefootFootMm,
              apexFootMm: r.tangent.apexFootMm,
            },
          }
        : {}),
      axis: { heelImagePx: r.axis.heelImagePx, toeImagePx: r.axis.toeImagePx },
      ringsFootMm: r.ringsFootMm.map((ring) => simplify(ring, drawnToMm).map(rounded)),
    },
  }
}

function rounded(p: Point): Point {
  return { x: Math.round(p.x * keptTo) / keptTo, y: Math.round(p.y * keptTo) / keptTo }
}
