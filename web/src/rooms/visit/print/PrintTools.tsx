import { Button, Group, SegmentedControl, Select, Slider } from '@mantine/core'
import { otherSide, type Side } from '@sturvo/core/side'
import { num } from '@sturvo/words'
import room from '../../../parts/Room.module.css'
import { ThresholdSlider } from './ThresholdSlider'
import type { PrintRoomState, PrintTool } from './usePrintRoom'

type PrintToolsProps = { side: Side; state: PrintRoomState }

/** Brush, eraser, threshold, side and an earlier print, with the numbers they change. */
export function PrintTools({ side, state }: PrintToolsProps) {
  const { print, strokes, isShown } = state
  return (
    <>
      <BrushChoice brush={state.brush} />
      <Group gap="xs">
        <Button
          size="compact-md"
          variant="default"
          disabled={strokes.length === 0}
          onClick={state.takeBackStroke}
        >
          Take back the last stroke
        </Button>
        <Button size="compact-md" variant="subtle" onClick={state.toggleShown}>
          {isShown ? 'Hide what was found' : 'Show what was found'}
        </Button>
      </Group>
      <div>
        <ThresholdSlider print={print} onChosen={state.nudgeThreshold} />
      </div>
      <table className={room.table}>
        <tbody>
          <tr>
            <th scope="row">Arch index</th>
            <td>{num(print.measures.archIndex.value, 3)}</td>
          </tr>
          <tr>
            <th scope="row">Foot length</th>
            <td>{num(print.measures.lengthMm.value, 0)} mm</td>
          </tr>
          <tr>
            <th scope="row">Print</th>
            <td>{print.measures.printKind}</td>
          </tr>
          <tr>
            <th scope="row">Strokes by hand</th>
            <td>{strokes.length}</td>
          </tr>
        </tbody>
      </table>
      <Group gap="xs">
        <Button size="compact-md" variant="default" onClick={state.swapSide}>
          It is the {otherSide(side)} foot
        </Button>
        <Button size="compact-md" variant="subtle" onClick={state.findAnew}>
          Find everything anew
        </Button>
      </Group>
      <EarlierPrint state={state} />
      <p className={room.small}>
        The original stays; strokes, threshold and lines are kept beside it, so that anyone can read it again
        (way of measuring {print.pipeline ?? 1}).
      </p>
    </>
  )
}

function BrushChoice({ brush }: { brush: PrintRoomState['brush'] }) {
  const { tool, setTool, radiusMm, setRadiusMm } = brush
  return (
    <>
      <SegmentedControl<PrintTool>
        aria-label="Tool"
        value={tool}
        onChange={setTool}
        data={[
          { value: 'look', label: 'Look' },
          { value: 'add', label: 'Brush' },
          { value: 'erase', label: 'Eraser' },
        ]}
      />
      {tool !== 'look' && (
        <div>
          <span id="brush-size">Size, {radiusMm * 2} mm across</span>
          <Slider
            thumbProps={{ 'aria-labelledby': 'brush-size' }}
            min={1}
            max={15}
            value={radiusMm}
            onChange={setRadiusMm}
            label={null}
          />
        </div>
      )}
    </>
  )
}

function EarlierPrint({ state: { earlier, print } }: { state: PrintRoomState }) {
  if (earlier.visits.length === 0) return null
  return (
    <>
      <Select
        label="Earlier print over it, dashed"
        placeholder="none"
        clearable
        value={earlier.visit}
        onChange={earlier.setVisit}
        data={earlier.visits.map((v) => ({ value: v.id, label: v.startedOn }))}
      />
      {earlier.isLoaded && !earlier.print && (
        <p className={room.small}>That visit has no print of this foot.</p>
      )}
      {earlier.print && (
        <p className={room.small}>
          Arch index then {num(earlier.print.measures.archIndex.value, 3)}, now{' '}
          {num(print.measures.archIndex.value, 3)}.
        </p>
      )}
    </>
  )
}
