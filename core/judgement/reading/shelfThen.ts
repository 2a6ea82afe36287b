import { onFeetMin, shoeMinutes, type WornShoe } from '../../plan/transition'

/** A shoe of the shelf as far as its hours and its sole go; `isNew` like those that are aimed at. */
export type ShelfShoe = WornShoe & { id: string; name: string; isNew: boolean; isLetGo: boolean }

/** Minutes a week on the feet in one thing; running counts. Stack in mm, undefined where it was not measured. */
export type ShelfPart = {
  /** a shoe of the shelf, one still to be bought, none at all, or one that takes the place of those let go */
  kind: 'shoe' | 'toBuy' | 'barefoot' | 'inPlace'
  id: string
  name: string
  minutes: number
  stackHeelMm: number | undefined
  stackForefootMm: number | undefined
}

/**
 * The shelf by minutes a week, today and at the end of the change: what is new takes its minutes first from shoes that
 * are let go, then from the others by their share. Nobody is on the feet longer for it.
 * @param shoes those that are worn
 * @param change minutes a week that are new, running included; barefoot those of today on bare feet
 * @param buy the sole of a shoe still to be bought, where none on the shelf will do
 * @param walkedIn id of the shoe of the shelf for the new minutes
 * @returns both lists add up to the same minutes
 */
export function shelfThen(input: {
  shoes: readonly ShelfShoe[]
  change: { moreMin: number; barefootMin: number; isBarefoot: boolean }
  buy: { stackMm: number; dropMm: number } | undefined
  walkedIn: string | undefined
}): { now: ShelfPart[]; then: ShelfPart[] } {
  const { shoes, change, buy, walkedIn } = input
  const parts = shoes
    .map((shoe) => {
      const minutes = shoeMinutes(shoe)
      return { shoe, minutes: onFeetMin(minutes) + minutes.run }
    })
    .filter(({ minutes }) => minutes > 0)
  const others = parts.filter(({ shoe }) => !shoe.isNew)
  const sum = (of: typeof parts) => of.reduce((total, { minutes }) => total + minutes, 0)
  const more = Math.max(0, Math.min(change.moreMin, sum(others)))
  const gone = others.filter(({ shoe }) => shoe.isLetGo)
  const kept = others.filter(({ shoe }) => !shoe.isLetGo)
  // minutes of shoes that are let go and that the new ones do not take go on in the others
  const left = sum(others) - more
  const keptThen = gone.length > 0 ? Math.min(left, Math.max(sum(kept), 0)) : left
  const scale = sum(kept) > 0 ? keptThen / sum(kept) : 0
  const inPlace = left - scale * sum(kept)
  const named = (shoe: ShelfShoe, minutes: number): ShelfPart => ({
    kind: 'shoe',
    id: shoe.id,
    name: shoe.name,
    minutes,
    stackHeelMm: shoe.stackHeelMm,
    stackForefootMm: shoe.stackForefootMm,
  })
  const bare = (minutes: number): ShelfPart => ({
    kind: 'barefoot',
    id: 'barefoot',
    name: '',
    minutes,
    stackHeelMm: 0,
    stackForefootMm: 0,
  })
  const isInShoe = !change.isBarefoot
  const carrier = isInShoe ? parts.find(({ shoe }) => shoe.isNew && shoe.id === walkedIn)?.shoe.id : undefined
  const unworn = isInShoe && !carrier ? shoes.find(({ id }) => id === walkedIn) : undefined
  const isBought = isInShoe && !carrier && !unworn
  const then = parts.map(({ shoe, minutes }) =>
    named(shoe, shoe.isNew ? minutes + (shoe.id === carrier ? more : 0) : shoe.isLetGo ? 0 : minutes * scale),
  )
  const empty = { minutes: 0, stackHeelMm: undefined, stackForefootMm: undefined }
  return {
    now: [...parts.map(({ shoe, minutes }) => named(shoe, minutes)), bare(change.barefootMin)].filter(
      isThere,
    ),
    then: [
      ...then,
      ...(unworn ? [named(unworn, more)] : []),
      {
        ...empty,
        kind: 'toBuy' as const,
        id: 'toBuy',
        name: '',
        minutes: isBought ? more : 0,
        stackHeelMm: buy?.stackMm,
        stackForefootMm: buy && buy.stackMm - buy.dropMm,
      },
      bare(change.barefootMin + (isInShoe ? 0 : more)),
      { ...empty, kind: 'inPlace' as const, id: 'inPlace', name: '', minutes: inPlace },
    ].filter(isThere),
  }
}

const leastMin = 0.5
const isThere = ({ minutes }: ShelfPart) => minutes >= leastMin
