import { compact } from '../compact';
import { capitalized } from '../plan/words';
import type { ShelfPart } from '../search/options';
import type { ListLine } from './list-line';

/** Lines whose parts are considered as one kit become one line with one price. */
export function joinKits(lines: readonly ListLine[], shelf: readonly ShelfPart[]): ListLine[] {
  const parts = new Map(shelf.map(({ id, part }) => [id, part]));
  const kitOf = ({ offer, have, count }: ListLine) => (offer && count === 1 && have.length === 0 ? parts.get(offer.id)?.kit : undefined);
  const joined = new Set<ListLine>();
  return lines.flatMap((line) => {
    if (joined.has(line)) return [];
    const kit = kitOf(line);
    const others = kit === undefined ? [] : lines.filter((one) => one !== line && kitOf(one) === kit);
    if (others.length === 0) return [line];
    for (const one of others) joined.add(one);
    return [kitLine(kit!, [line, ...others])];
  });
}

function kitLine(kit: string, of: readonly ListLine[]): ListLine {
  const { part: _part, ...first } = of[0]!;
  const prices = of.map(({ offer }) => offer?.price);
  const measureFirst = of.flatMap((one) => one.measureFirst ?? []).join('; ');
  return {
    ...first,
    what: kit,
    figures: of.map(({ what, figures }) => `${capitalized(what)}: ${figures}`).join('; '),
    why: `${of.length} parts of the plan that are sold together.`,
    ...(measureFirst === '' ? {} : { measureFirst }),
    offer: {
      ...first.offer!,
      name: kit,
      ...compact({ price: prices.every((one) => one !== undefined) ? prices.reduce((sum, one) => sum + one, 0) : undefined }),
      with: of.slice(1).map(({ offer }) => offer!.id),
    },
  };
}
