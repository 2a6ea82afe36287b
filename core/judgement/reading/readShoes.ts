import { gradeFloor, type ArchSupportView } from '../../foot/deformity'
import { footShapeOf, isFootLike } from '../../figure/footShape'
import {
  activityOf,
  depthBudget,
  distanceField,
  fitTable,
  insertThickness,
  footBoxMm,
  insoleOf,
  isRing,
  readFit,
  withSpacers,
  type DepthPart,
  type DistanceField,
  type FitActivity,
  type FitFoot,
  type FitNudge,
  type FitReading,
  type FootHeights,
  type InsoleShape,
} from '../../shoe/fit'
import { isWorn, readShelf, type ShelfReading, type ShoeReading } from '../../shoe/footwear'
import type { Point } from '../../groundwork/geometry'
import { baseOfShoe, baseUnderLeg, type BaseReading, type LegLine } from '../../shoe/ground'
import type { FootValues } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { remembered } from '../../groundwork/remember'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import {
  orthosisInShoe,
  fadePlan,
  type OrthosisInShoe,
  type FadePlan,
  type Orthosis,
} from '../../shoe/support'
import { footOutline } from '../../figure/footShape'
import type { VisitFacts } from './facts'
import type { Found } from './finding'
import type { GradesReading } from './readGrades'
import type { LookReading } from './readLook'
import { shoeVerdict, type ShoeVerdict } from './shoeVerdict'

/** One shoe on these feet. */
export type ShoeOnFeet = {
  reading: ShoeReading
  insole: InsoleShape | undefined
  fits: BySide<FitReading | undefined>
  /** with the spacers of this visit; undefined where there are none */
  spaced: BySide<FitReading | undefined>
  /** with the first spacers of the spacing plan */
  planSpaced: BySide<FitReading | undefined>
  depth: DepthPart[]
  bases: BySide<BaseReading | undefined>
  verdict: ShoeVerdict
}

export type ShoesReading = {
  shelf: ShelfReading
  /** in the order of the shelf */
  shoes: ShoeOnFeet[]
  /** own outlines the shoes were laid under */
  feet: BySide<FitFoot | undefined>
  legs: BySide<LegLine | undefined>
  needsBase: BySide<boolean>
  barefoot: BySide<BaseReading | undefined>
  heights: FootHeights | undefined
  /** each device in each shoe that is worn */
  orthoses: { orthosis: Orthosis; inShoes: OrthosisInShoe[]; fade: FadePlan }[]
  findings: Found[]
}

type Input = {
  facts: Pick<VisitFacts, 'shoes' | 'orthoses' | 'traced' | 'feet' | 'prints' | 'bodyMassKg' | 'spacersMm'>
  look: BySide<Pick<LookReading, 'ballWidthMm' | 'toeWidthMm' | 'lengthMm'>>
  grades: BySide<Pick<GradesReading, 'arch' | 'heel' | 'effects'>>
  /** a caution says that what holds these feet stays */
  supportStays: boolean
  /** a fresh injury that has not come to balance yet */
  isHealing: boolean
  view: ArchSupportView
  /** how much the spacers of the plan widen each gap, mm */
  planSpacersMm: VisitFacts['spacersMm']
}

/** Every shoe of the shelf by hours, on the own outlines, over the ground and with its devices. */
export function readShoes(input: Input, references: References): ShoesReading {
  const { facts, look } = input
  const feet = bySide((side) =>
    ownOutline(
      {
        side,
        traced: facts.traced[side],
        foot: facts.feet[side],
        print: facts.prints[side],
        lengthMm: look[side].lengthMm,
        ballWidthMm: look[side].ballWidthMm,
      },
      references,
    ),
  )
  const shelf = readShelf(facts.shoes, look, references)
  const legs = bySide((side) => legOf(facts.feet[side].numbers))
  const needsBase = bySide((side) => baseIsNeeded(input.grades[side]))
  const heights = heightsOf(input)
  const shoes = shelf.shoes.map((reading): ShoeOnFeet => {
    const { shoe } = reading
    const insole = insoleOf(shoe, longerLength(look), references)
    const fitted = bySide((side) => {
      const foot = feet[side]
      if (!foot || !insole) return undefined
      return fitOf(
        {
          foot,
          insole,
          nudge: shoe.nudge?.[side],
          activity: activityOf(shoe),
          spacersMm: facts.spacersMm,
          planSpacersMm: input.planSpacersMm,
        },
        references,
      )
    })
    const fits = bySide((side) => fitted[side]?.fit)
    const depth = heights
      ? depthBudget(shoe, heights, insertThickness(shoe.insert, references), references)
      : []
    const bases = bySide((side) => {
      const base = baseOfShoe(shoe)
      const leg = legs[side]
      return base && leg ? baseUnderLeg(leg, base, facts.bodyMassKg, references) : undefined
    })
    return {
      reading,
      insole,
      fits,
      spaced: bySide((side) => fitted[side]?.spaced),
      planSpaced: bySide((side) => fitted[side]?.planSpaced),
      depth,
      bases,
      verdict: shoeVerdict(
        {
          reading,
          fits,
          depth,
          bases,
          needsBase,
          isBigToeStiff: sides.some(
            (side) => (facts.feet[side].numbers.bigToeExtension ?? Infinity) < references.bigToeShortDeg,
          ),
          isFatPadThin: sides.some((side) => facts.feet[side].words.fatPadBall === 'thin'),
        },
        references,
      ),
    }
  })
  // a ghost is asked too: whether the device would go into it
  const candidates = shelf.shoes.filter((r) => !r.shoe.isRetired).map((r) => r.shoe)
  const orthoses = facts.orthoses.map((orthosis) => ({
    orthosis,
    fade: fadePlan(
      orthosis,
      {
        grade: Math.max(...sides.map((side) => gradeFloor(input.grades[side].arch) ?? 0)),
        isStructurallyFlat: orthosis.reason === 'flat' || input.supportStays,
        view: input.view,
        isHealing: input.isHealing,
      },
      references,
    ),
    inShoes: heights
      ? candidates.map((shoe) =>
          orthosisInShoe({ orthosis, shoe, foot: heights, leg: neediestLeg(legs, needsBase) }, references),
        )
      : [],
  }))
  const barefoot = bySide((side) => {
    const leg = legs[side]
    const { heelWidth } = facts.feet[side].numbers
    // barefoot, what touches the ground is the pad, a little narrower than the heel
    const width =
      facts.prints[side]?.heelWidthMm ??
      (heelWidth === undefined ? undefined : heelWidth * references.contactOfHeel)
    return leg && width !== undefined
      ? baseUnderLeg(leg, { halfWidthMm: width / 2, flareMm: 0, stackMm: 0 }, facts.bodyMassKg, references)
      : undefined
  })
  return {
    shelf,
    shoes,
    feet,
    legs,
    needsBase,
    barefoot,
    heights,
    orthoses,
    findings: findingsOf({ shelf, shoes, orthoses, barefoot, needsBase }),
  }
}

type OutlineInput = {
  side: Side
  traced: VisitFacts['traced'][Side]
  foot: FootValues
  print: VisitFacts['prints'][Side]
  lengthMm: number | undefined
  ballWidthMm: number | undefined
}

/** Traced where somebody traced it; drawn from length and width where both are known. */
function outlineOf({ side, traced, foot, print, lengthMm, ballWidthMm }: OutlineInput): FitFoot | undefined {
  if (traced && isRing(traced, footBoxMm)) return { outlineFootMm: traced, from: 'traced' }
  if (lengthMm === undefined || ballWidthMm === undefined || !isFootLike(lengthMm, ballWidthMm))
    return undefined
  const shape = footShapeOf({ side, foot, print, ballWidthMm })
  return { outlineFootMm: footOutline(shape).outlineFootMm, from: 'drawn' }
}
const ownOutline = remembered<OutlineInput, References, FitFoot | undefined>(outlineOf)

function longerLength(look: Input['look']): number | undefined {
  const known = sides.map((side) => look[side].lengthMm).filter((mm) => mm !== undefined)
  // a length that is guessed must not make one foot look short of room
  return known.length === 0 ? undefined : Math.max(...known)
}

type FitInput = {
  foot: FitFoot
  insole: InsoleShape
  nudge: FitNudge | undefined
  activity: FitActivity
  spacersMm: VisitFacts['spacersMm']
  planSpacersMm: VisitFacts['spacersMm']
}

function fitNow(
  { foot, insole, nudge, activity, spacersMm, planSpacersMm }: FitInput,
  references: References,
): { fit: FitReading; spaced: FitReading | undefined; planSpaced: FitReading | undefined } {
  const table = fitTable(
    { foot, insole, nudge, stretchMm: references.upperStretchMm, gapMm: references.fitGapMm, activity },
    references,
    insideField(insole.pointsMm, references),
  )
  const withThese = (widths: VisitFacts['spacersMm']) =>
    widths.some((mm) => mm > 0) ? readFit(withSpacers(table, widths, references), references) : undefined
  return {
    fit: readFit(table, references),
    spaced: withThese(spacersMm),
    planSpaced: withThese(planSpacersMm),
  }
}
// the slow ones of a reading: a foot laid under a shoe takes some ms, and a shelf has many of each
const fitOf = remembered(fitNow)
const insideField = remembered<readonly Point[], References, DistanceField>((ring) => distanceField(ring))

function legOf(numbers: VisitFacts['feet']['left']['numbers']): LegLine | undefined {
  return numbers.loadLine === undefined
    ? undefined
    : { atFootMm: numbers.loadLine, leanDeg: numbers.legLine ?? 0 }
}

function baseIsNeeded({ arch, heel, effects }: Input['grades']['left']): boolean {
  return (
    heel.leans === 'in' ||
    [effects.arch, effects.heel].some((e) => e?.checks.includes('base')) ||
    arch.grade === 2 ||
    arch.grade === 3
  )
}

function neediestLeg(legs: BySide<LegLine | undefined>, needsBase: BySide<boolean>): LegLine | undefined {
  const measured = sides.filter((side) => legs[side])
  const needed = measured.filter((side) => needsBase[side])
  // where nothing asks for a base, a measured leg still tells whether a device has one
  return (needed.length > 0 ? needed : measured)
    .flatMap((side) => legs[side] ?? [])
    .sort((a, b) => b.atFootMm - a.atFootMm)[0]
}

/** The higher foot has to go in too. */
function heightsOf({ facts, look }: Input): FootHeights | undefined {
  const most = (of: (side: Side) => number | undefined) => {
    const known = sides.map(of).filter((mm) => mm !== undefined)
    return known.length === 0 ? undefined : Math.max(...known)
  }
  const lengthMm = most((side) => look[side].lengthMm)
  if (lengthMm === undefined) return undefined
  return {
    lengthMm,
    forefootMm: most((side) => facts.feet[side].numbers.forefootHeight),
    archMm: most((side) => facts.feet[side].numbers.dorsumStand),
    heelMm: most((side) => facts.feet[side].numbers.heelHeight),
  }
}

function findingsOf({
  shelf,
  shoes,
  orthoses,
  barefoot,
  needsBase,
}: Pick<ShoesReading, 'shelf' | 'shoes' | 'orthoses' | 'barefoot' | 'needsBase'>): Found[] {
  const findings = shoes.flatMap(({ reading, fits, verdict }): Found[] => {
    const { shoe } = reading
    if (!isWorn(shoe)) return []
    const reason = verdict.against.find(
      (r) => r.kind === 'outside' || r.kind === 'short' || r.kind === 'pushesToe',
    )
    const base = {
      id: `shoe.${shoe.id}`,
      step: 'shoes' as const,
      sure: undefined,
    }
    if (reason) {
      const fit = fits[reason.side]
      return fit
        ? [{ ...base, kind: 'fit', side: reason.side, why: reason.kind, reading, fit, concern: 'work' }]
        : []
    }
    if (reading.isNarrow || reading.isTallLever)
      return [{ ...base, kind: 'shoe', reading, concern: reading.isNarrow ? 'work' : 'watch' }]
    return []
  })
  for (const side of sides) {
    const base = barefoot[side]
    const inShoes = shoes.flatMap((s) =>
      s.bases[side] && isWorn(s.reading.shoe)
        ? [{ name: s.reading.shoe.name, marginMm: s.bases[side].marginMm }]
        : [],
    )
    const isBeside = [base, ...inShoes].some((b) => b !== undefined && b.marginMm < 0)
    if (base && needsBase[side] && isBeside)
      findings.push({
        kind: 'base',
        side,
        base,
        inShoes,
        id: `base.${side}`,
        step: 'shoes',
        concern: 'work',
        sure: undefined,
      })
  }
  for (const { orthosis, inShoes } of orthoses) {
    const not = inShoes.filter((fit) => fit.verdict === 'no')
    if (not.length > 0)
      findings.push({
        kind: 'orthosis',
        orthosis,
        notIn: not.map((fit) => ({
          name: shoes.find((s) => s.reading.shoe.id === fit.shoeId)?.reading.shoe.name ?? '',
          aspects: fit.aspects.filter((a) => a.verdict === 'no'),
        })),
        // sentences pinned before stay pinned: the id is the stored path of the field
        id: `device.${orthosis.id}`,
        step: 'shoes',
        concern: 'work',
        sure: undefined,
      })
  }
  if (shelf.mostWorn && shelf.hoursPerWeek > 0)
    findings.push({
      kind: 'shelf',
      shelf,
      id: 'shelf',
      step: 'shoes',
      concern: 'fine',
      sure: undefined,
    })
  return findings
}
