import { PrintPanel } from '../print/PrintPanel'
import { MirrorRow } from '../rows/MirrorRow'
import { MirrorRows } from '../rows/MirrorRows'

export function LookStep() {
  return (
    <>
      <PrintPanel />
      <MirrorRows title="arch, from the inside">
        <MirrorRow measure="navicularSit" />
        <MirrorRow measure="navicularStand" />
        <MirrorRow measure="navicularSingle" why="says what is left to yield" mayFail />
        <MirrorRow measure="navicularActive" />
        <MirrorRow measure="navicularPassive" />
        <MirrorRow measure="archSeen" />
      </MirrorRows>
      <MirrorRows title="outline, from above">
        <MirrorRow measure="truncatedLength" />
        <MirrorRow measure="ballWidth" />
        <MirrorRow measure="toeWidth" />
        <MirrorRow measure="halluxAngle" />
        <MirrorRow measure="toeState" />
      </MirrorRows>
    </>
  )
}
