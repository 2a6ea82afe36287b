import { Button, NumberInput, Slider, TextInput } from '@mantine/core'
import { IconPlus } from '@tabler/icons-react'
import { shoeProfile, svgPath } from '@sturvo/core/drawing'
import type { ShoeReading } from '@sturvo/core/footwear'
import { shoesOf, type ShoeOnShelf } from '@sturvo/schema'
import { num } from '@sturvo/schema/words'
import { newId } from '../../../app/newId'
import { useOpenVisit } from '../visitContext'
import classes from './ShoesStep.module.css'

/** The shelf: quick shoes, drawn to one scale, read against the wider foot. */
export function ShoesStep() {
  const { fields, reading, record } = useOpenVisit()
  const shoes = shoesOf(fields)
  const add = () =>
    record({ [`shoe.${newId()}`]: { name: `Shoe ${shoes.length + 1}` } satisfies ShoeOnShelf })
  const { shelf } = reading
  return (
    <div className={classes.shelf}>
      <p className={classes.sum}>
        {shoes.length === 0
          ? 'Begin with the shoe that is worn most hours a week. Half the numbers may be missing.'
          : `${num(shelf.hoursPerWeek, 0)} h a week in ${shoes.length} ${shoes.length === 1 ? 'shoe' : 'shoes'}${shelf.narrowShare ? ` · ${num(shelf.narrowShare * 100, 0)} % of them in shoes narrower than the foot` : ''}`}
        <Button
          size="compact-md"
          leftSection={<IconPlus size={16} />}
          variant={shoes.length === 0 ? 'filled' : 'default'}
          onClick={add}
        >
          Add a shoe
        </Button>
      </p>
      {shelf.shoes.map((shoeReading) => (
        <ShoeCard key={shoeReading.shoe.id} reading={shoeReading} />
      ))}
    </div>
  )
}

const fieldsOfShoe: { key: keyof ShoeOnShelf; label: string; suffix: string; max: number }[] = [
  { key: 'hoursPerWeek', label: 'Worn a week', suffix: ' h', max: 168 },
  { key: 'stackHeelMm', label: 'Stack at the heel', suffix: ' mm', max: 120 },
  { key: 'stackForefootMm', label: 'Stack at the forefoot', suffix: ' mm', max: 120 },
  { key: 'weightG', label: 'Weight', suffix: ' g', max: 3000 },
  { key: 'innerWidthBallMm', label: 'Inner width, ball', suffix: ' mm', max: 170 },
  { key: 'innerWidthToesMm', label: 'Inner width, toes', suffix: ' mm', max: 170 },
  { key: 'supportFeatures', label: 'Support features', suffix: '', max: 12 },
]

function ShoeCard({ reading }: { reading: ShoeReading }) {
  const { record } = useOpenVisit()
  const { id, ...shoe } = reading.shoe
  const put = (part: Partial<ShoeOnShelf>) => {
    const next = Object.fromEntries(
      Object.entries({ ...shoe, ...part }).filter(([, value]) => value !== undefined),
    )
    record({ [`shoe.${id}`]: next })
  }
  return (
    <article className={classes.shoe} aria-label={shoe.name}>
      <div className={classes.drawn}>
        <ShoeDrawing reading={reading} />
        <ShoeVerdict reading={reading} />
      </div>
      <div className={classes.fields}>
        <TextInput
          label="Shoe"
          value={shoe.name}
          onChange={(event) =>
            event.currentTarget.value.trim() !== '' && put({ name: event.currentTarget.value })
          }
          className={classes.wide}
        />
        {fieldsOfShoe.map(({ key, label, suffix, max }) => (
          <NumberInput
            key={key}
            label={label}
            suffix={suffix}
            min={0}
            max={max}
            clampBehavior="strict"
            hideControls
            value={(shoe[key] as number | undefined) ?? ''}
            onChange={(value) => put({ [key]: typeof value === 'number' ? value : undefined })}
          />
        ))}
        <StiffnessField
          label="Bend"
          value={shoe.bendStiffness}
          onPut={(bendStiffness) => put({ bendStiffness })}
        />
        <StiffnessField
          label="Twist"
          value={shoe.twistStiffness}
          onPut={(twistStiffness) => put({ twistStiffness })}
        />
        <Button
          variant="subtle"
          color="gray"
          size="compact-sm"
          className={classes.away}
          onClick={() => record({ [`shoe.${id}`]: null })}
        >
          Take off the shelf
        </Button>
      </div>
    </article>
  )
}

function StiffnessField({
  label,
  value,
  onPut,
}: {
  label: string
  value: number | undefined
  onPut: (value: number) => void
}) {
  return (
    <div>
      <p className={classes.label}>
        {label}: {value === undefined ? 'not felt yet' : `${value} of 5`}
      </p>
      <Slider
        min={0}
        max={5}
        step={1}
        value={value ?? 0}
        onChange={onPut}
        label={(v) => (v === 0 ? 'folds like cloth' : v === 5 ? 'does not give' : String(v))}
        thumbLabel={`${label}, 0 folds like cloth to 5 does not give`}
        mt={8}
      />
    </div>
  )
}

const drawnLengthMm = 285
const drawnHeightMm = 128

/** Side view to scale: stack and drop are the shoe's own, the upper is a neutral shape. */
function ShoeDrawing({ reading }: { reading: ShoeReading }) {
  const { stackHeelMm, stackForefootMm, name } = reading.shoe
  if (stackHeelMm === undefined || stackForefootMm === undefined)
    return <p className={classes.missing}>The two stack heights draw it here.</p>
  const profile = shoeProfile({ lengthMm: drawnLengthMm, stackHeelMm, stackForefootMm })
  return (
    <svg
      viewBox={`-34 ${-drawnHeightMm} ${drawnLengthMm + 60} ${drawnHeightMm + 8}`}
      role="img"
      aria-label={`${name}, side view: ${stackHeelMm} mm under the heel, ${stackForefootMm} under the forefoot`}
      className={classes.drawing}
    >
      <path d={`M-34 0H${drawnLengthMm + 26}`} stroke="var(--line)" strokeWidth="2" />
      <path d={svgPath(profile.upperPath)} fill="var(--skin)" stroke="var(--ink)" strokeWidth="2" />
      <path
        d={svgPath(profile.solePath)}
        fill="var(--print)"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeLinejoin="round"
      />
      <g stroke="var(--ink)" strokeWidth="1.4">
        <path d={`M-8 0V${-stackHeelMm}M-13 ${-stackHeelMm}h10`} />
        <path d={`M${drawnLengthMm + 6} -4V${-stackForefootMm - 8}`} strokeDasharray="3 3" />
      </g>
      <g fontSize="14" fill="var(--ink)">
        <text x="-32" y={-stackHeelMm / 2 + 5}>
          {num(stackHeelMm, 0)}
        </text>
        <text x={drawnLengthMm + 10} y={-stackForefootMm / 2 - 2}>
          {num(stackForefootMm, 0)}
        </text>
      </g>
    </svg>
  )
}

function ShoeVerdict({ reading }: { reading: ShoeReading }) {
  const { score, dropMm, ballMarginMm, toesMarginMm } = reading
  const margin = (mm: number | undefined) =>
    mm === undefined ? 'not known' : `${mm < 0 ? '−' : '+'}${num(Math.abs(mm), 0)} mm`
  return (
    <dl className={classes.verdict}>
      <dt>Drop</dt>
      <dd>{dropMm === undefined ? 'not known' : `${num(dropMm, 0)} mm`}</dd>
      <dt title="Weight, stack, drop, support and flexibility; Esculier et al. 2015">Minimal-shoe score</dt>
      <dd>
        {score.pct === undefined
          ? `${num(score.lowPct, 0)} to ${num(score.highPct, 0)} %`
          : `${num(score.pct, 0)} %`}
      </dd>
      <dt>Room at the ball</dt>
      <dd data-narrow={(ballMarginMm ?? 0) < 0}>{margin(ballMarginMm)}</dd>
      <dt>Room at the toes</dt>
      <dd data-narrow={(toesMarginMm ?? 0) < 0}>{margin(toesMarginMm)}</dd>
      {score.missing.length > 0 && score.missing.length < 5 && (
        <p className={classes.label}>surer with: {score.missing.join(', ')}</p>
      )}
      {reading.isTallLever && (
        <p className={classes.label}>low drop on a tall stack: little ground feel, tall lever</p>
      )}
    </dl>
  )
}
