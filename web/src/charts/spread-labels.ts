/** Labels that would lie over each other, as one block. */
interface Block {
  from: number;
  wanted: number[];
}

/** Moves labels apart by no more than is needed: as many in the same order, each at least `gap` from the next, none outside `low`…`high`. */
export function spreadLabels(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]!);
  const blocks: Block[] = [];
  for (const i of order) {
    blocks.push(settle({ from: 0, wanted: [wanted[i]!] }, gap, low, high));
    // A block that reaches the one before it joins it; together they stand about their middle.
    for (let last = blocks.length - 1; last > 0; last--) {
      const [before, after] = [blocks[last - 1]!, blocks[last]!];
      if (after.from - before.from >= gap * before.wanted.length) break;
      blocks.splice(last - 1, 2, settle({ from: 0, wanted: [...before.wanted, ...after.wanted] }, gap, low, high));
    }
  }
  const places = blocks.flatMap((block) => block.wanted.map((_, i) => block.from + gap * i));
  const spread = wanted.map(() => 0);
  for (const [place, i] of order.entries()) spread[i] = places[place]!;
  return spread;
}

function settle(block: Block, gap: number, low: number, high: number): Block {
  const count = block.wanted.length;
  const mean = block.wanted.reduce((sum, one, i) => sum + one - gap * i, 0) / count;
  return { ...block, from: Math.max(low, Math.min(mean, high - gap * (count - 1))) };
}
