import type { Change } from '@puddler/core';
import { FigureField } from '../../active/FigureField';
import { CHANGE_WORDS } from './path-text';
import type { Buying } from './use-buy';

/** Old parts that bring money once what replaces them runs. */
export function Sales({ buying }: { buying: Buying }) {
  const { view, purchase, change } = buying;
  const whole = view?.partials[view.partials.length - 1]?.partial;
  const changes = (whole?.changes ?? []).filter((one) => one !== 'cooling');
  if (changes.length === 0) return null;
  const set = (id: Change, price: number | undefined) =>
    change(
      (noted) => {
        const others = noted.sales.filter((one) => one.id !== id);
        return { ...noted, sales: price === undefined ? others : [...others, { id, price }] };
      },
      `sale of the old ${CHANGE_WORDS[id]}`,
      `sale ${id}`,
    );
  return (
    <div className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1 text-small print:hidden">
      <span className="pt-1 text-soft">Sold once replaced:</span>
      {changes.map((id) => (
        <FigureField
          key={id}
          named
          label={`old ${CHANGE_WORDS[id]}`}
          path="sales.price"
          value={purchase.sales.find((one) => one.id === id)?.price}
          placeholder="–"
          className="w-12"
          onSet={(price) => set(id, price)}
        />
      ))}
    </div>
  );
}
