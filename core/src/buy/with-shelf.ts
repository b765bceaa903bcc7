import { compact } from '../compact';
import type { ShelfPart } from '../search/options';
import type { ListLine, Wanted } from './list-line';

/** A line with the owned parts that serve, at most as many as are wanted, and with the cheapest that is considered. */
export function withShelf({ serves, ...line }: Wanted, shelf: readonly ShelfPart[]): ListLine {
  const serving = serves ? shelf.filter(({ part }) => serves(part)) : [];
  const owned = serving.filter(({ part }) => part.status === 'owned').slice(0, line.count);
  const price = ({ part }: ShelfPart) => part.price ?? Infinity;
  const [offered] = serving.filter(({ part }) => part.status === 'considered').sort((a, b) => price(a) - price(b));
  return {
    ...line,
    have: owned.map(({ part }) => part.name),
    ...(offered ? { offer: { id: offered.id, name: offered.part.name, ...compact({ price: offered.part.price }) } } : {}),
  };
}
