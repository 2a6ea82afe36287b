import { useEffect } from 'react'
import { useLocation } from 'react-router'
import { gapRestMeasures, gapSpreadMeasures } from '@sturvo/core/measures'
import { CautionList } from '../story/CautionList'
import { focusRow } from '../goToPart'
import { ArchPanel } from '../look/ArchPanel'
import { ToesPanel } from '../look/ToesPanel'
import { Places } from '../Places'
import { PhotoPanel } from '../photo/PhotoPanel'
import { PrintPanel } from '../print/PrintPanel'
import { Fold } from '../rows/Fold'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'

const places = [
  ['look-print', 'Print'],
  ['look-photos', 'Photos'],
  ['look-arch', 'Arch'],
  ['look-outline', 'Outline'],
  ['look-toes', 'Toes'],
] as const

/** Bare feet in the order of work: print, photos, arch, outline, toes; what only some clients need is folded. */
export function LookStep() {
  useRowFromElsewhere()
  return (
    <>
      <Places name="Look" places={places} />
      <CautionList step="look" />
      <section id="look-print">
        <PrintPanel />
      </section>
      <section id="look-photos">
        <PhotoPanel />
      </section>
      <section id="look-arch">
        <MirrorRows title="arch, from the inside">
          <MirrorRow measure="navicularSit" />
          <MirrorRow measure="navicularStand" />
          <MirrorRow measure="navicularSingle" why="says what is left to yield" mayFail />
          <MirrorRow measure="navicularActive" />
          <MirrorRow measure="navicularPassive" />
          <MirrorRow measure="dorsumSit" />
          <MirrorRow measure="dorsumStand" />
        </MirrorRows>
        <ArchPanel />
        <Fold
          title="Outer arch and cross arch"
          measures={['outerArch', 'ballWidthSit', 'crossLoad', 'crossLighten']}
        >
          <MirrorRows title="outer and cross arch">
            <MirrorRow measure="outerArch" />
            <MirrorRow measure="ballWidthSit" why="with the width standing it gives the spread of the ball" />
            <MirrorRow measure="crossLoad" />
            <MirrorRow measure="crossLighten" />
          </MirrorRows>
        </Fold>
      </section>
      <section id="look-outline">
        <MirrorRows title="outline, from above">
          <MirrorRow measure="footLength" />
          <MirrorRow measure="truncatedLength" />
          <MirrorRow measure="ballWidth" />
          <MirrorRow measure="toeWidth" />
          <MirrorRow measure="heelWidth" />
          <MirrorRow measure="halluxAngle" />
          <MirrorRow measure="fifthToeAngle" />
        </MirrorRows>
      </section>
      <section id="look-toes">
        <ToesPanel />
        <Fold title="Room between the toes" measures={[...gapRestMeasures, ...gapSpreadMeasures]}>
          <MirrorRows title="toe room">
            {gapRestMeasures.flatMap((rest, i) => [
              <MirrorRow key={rest} measure={rest} />,
              <MirrorRow key={`${rest}.spread`} measure={gapSpreadMeasures[i]!} />,
            ])}
          </MirrorRows>
        </Fold>
        <Fold title="Fat pad and swelling" measures={['fatPadHeel', 'fatPadBall', 'swelling']}>
          <MirrorRows title="skin and padding">
            <MirrorRow measure="fatPadHeel" />
            <MirrorRow measure="fatPadBall" />
            <MirrorRow measure="swelling" />
          </MirrorRows>
        </Fold>
      </section>
    </>
  )
}

/** A tap on the Mat of another step leads here, to one row. */
function useRowFromElsewhere(): void {
  const location = useLocation()
  const state: unknown = location.state
  useEffect(() => {
    const wanted = state as { row?: string; side?: 'left' | 'right' } | null
    if (wanted?.row && wanted.side) focusRow(wanted.row, wanted.side)
  }, [state])
}
