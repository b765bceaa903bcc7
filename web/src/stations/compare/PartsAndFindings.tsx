import type { PlanFile } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { selectShelf, type StoredPart } from '../../document-store/selectors';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatNumber, moneyText } from '@puddler/figures';
import type { ComparedSetup } from './use-setups';
import { useSaid } from '../../active/Said';

interface BuyLine {
  name: string;
  count: number;
  /** Price of one; undefined where the shelf has none. */
  price: number | undefined;
  owned: boolean;
  known: boolean;
}

/** Parts of a setup as the shelf knows them by name. */
export function partsOf(file: PlanFile, shelf: readonly StoredPart[]): BuyLine[] {
  const count = file.motorCount ?? 1;
  const names: [string, string, number][] = [
    ...[...new Set(file.packs.map((pack) => pack.name))].map((name): [string, string, number] => [
      'pack',
      name,
      file.packs.filter((pack) => pack.name === name).length,
    ]),
    ['esc', file.esc.name, count],
    ['motor', file.motor.name, count],
  ];
  return names.map(([kind, name, times]) => {
    const found = shelf.find(({ part }) => part.kind === kind && part.name.toLowerCase() === name.toLowerCase())?.part;
    return { name, count: times, price: found?.price, owned: found?.status === 'owned', known: found !== undefined };
  });
}

const toBuy = (line: BuyLine) => (line.owned ? line.count - 1 : line.count);

/** What each setup costs that is not owned, and what gives in it. */
export function PartsAndFindings({ setups }: { setups: readonly ComparedSetup[] }) {
  const shelf = useAppSelector(selectShelf);
  const said = useSaid();
  return (
    <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-flow-col lg:auto-cols-fr lg:grid-cols-none">
      {setups.map((setup) => {
        const parts = partsOf(setup.pin.file, shelf);
        const money = parts.reduce((sum, part) => sum + toBuy(part) * (part.price ?? 0), 0);
        const unknown = parts.filter((part) => toBuy(part) > 0 && part.price === undefined).length;
        const findings = setup.result?.findings.filter((one) => one.level !== 'info');
        return (
          <section key={setup.pin.id} aria-label={`Parts and findings of ${setup.letter}`} className="min-w-0 text-small">
            <h3 className="font-semibold">
              <span className="wide text-lead font-bold">{setup.letter}</span> new parts {moneyText(money)}
              {unknown > 0 && <span className="font-normal text-soft"> and {unknown} without a price</span>}
            </h3>
            <ul className="mt-1">
              {parts.map((part) => (
                <li key={part.name} className="flex justify-between gap-3 border-t border-rule py-0.5">
                  <span className="truncate">
                    {part.count > 1 ? `${part.count} × ` : ''}
                    {part.name}
                  </span>
                  <span className="shrink-0 text-soft">
                    {toBuy(part) === 0
                      ? 'owned'
                      : part.price === undefined
                        ? part.known
                          ? 'no price'
                          : 'not on the shelf'
                        : moneyText(toBuy(part) * part.price)}
                  </span>
                </li>
              ))}
            </ul>
            <h4 className="eyebrow mt-2 text-soft">What fails first</h4>
            {findings === undefined && <p className="text-soft">The run is being computed.</p>}
            {findings?.length === 0 && (
              <p className="flex items-center gap-1.5">
                <VerdictMark level="good" /> Nothing is near its limit.
              </p>
            )}
            <ul>
              {findings?.map((one) => (
                <li key={one.id} className="mt-0.5 flex items-baseline gap-1.5" title={said(one.why)}>
                  <VerdictMark level={one.level === 'stop' ? 'stop' : 'caution'} />
                  <span>
                    {one.figure} <span className="text-soft">{formatNumber(100 * one.share, 0)} % of its limit</span>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
