/**
 * Places labels of given widths on one line, each as near to its own x as the others leave room.
 * Labels that would touch become a block about the mean of their places. Any order; answers in the same one.
 */
export function apart(labels: readonly { x: number; width: number }[], between: number): number[] {
  type Block = { from: number; width: number; members: { index: number; offset: number }[]; wish: number }
  const blocks: Block[] = []
  const order = labels.map((_, index) => index).sort((a, b) => labels[a]!.x - labels[b]!.x)
  for (const index of order) {
    const { x, width } = labels[index]!
    let block: Block = {
      from: x - width / 2,
      width,
      members: [{ index, offset: width / 2 }],
      // where the block would begin, summed over its labels
      wish: x - width / 2,
    }
    let last = blocks.at(-1)
    while (last && last.from + last.width + between > block.from) {
      const shift = last.width + between
      const members = [...last.members, ...block.members.map((m) => ({ ...m, offset: m.offset + shift }))]
      const wish = last.wish + block.wish - shift * block.members.length
      block = { from: wish / members.length, width: shift + block.width, members, wish }
      blocks.pop()
      last = blocks.at(-1)
    }
    blocks.push(block)
  }
  const xs: number[] = []
  for (const { from, members } of blocks) for (const { index, offset } of members) xs[index] = from + offset
  return xs
}
