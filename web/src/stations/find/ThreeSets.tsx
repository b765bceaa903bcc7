import { capitalized, type FrontPick, type PickedAs, type SearchQuery } from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { useAppSelector } from '../../document-store/store';
import { heatWords } from '../../active/heat-text';
import type { FoundSetup } from '../../workers/search-worker';
import { gearsText, motorText, newMoneyText, warmestText } from './setup-text';
import type { FrontInHand } from './use-find';

interface Props {
  picks: FrontInHand['picks'];
  rankingOf: FrontInHand['rankingOf'];
  wish: SearchQuery;
  selected: string | undefined;
  onSelect: (key: string) => void;
  onOpen: (setup: FoundSetup) => void;
}

/** The three setups of a front that are worth looking at first, each with its reason. */
export function ThreeSets({ picks, rankingOf, wish, selected, onSelect, onOpen }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  return (
    <ul aria-label="Three to begin with" className="border-t border-ink">
      {picks.map((pick) => {
        const { setup, as } = pick;
        const { figures, parts } = setup;
        return (
          <li key={setup.key} className="border-b border-rule">
            <button
              type="button"
              aria-pressed={setup.key === selected}
              className={`grid w-full grid-cols-[9rem_minmax(0,1fr)_auto] items-baseline gap-x-4 border-l-2 px-3 py-2 text-left hover:bg-wash/60 max-sm:grid-cols-1 ${setup.key === selected ? 'border-ember bg-wash' : 'border-transparent'}`}
              onClick={() => onSelect(setup.key)}
              onDoubleClick={() => onOpen(setup)}
            >
              <span className="wide text-lead font-semibold">{capitalized(as.map((one) => asText(one, wish)).join(', '))}</span>
              <span className="min-w-0">
                <strong className="block truncate font-semibold">
                  {motorText(setup)} · {parts[0]!.name} · {gearsText(setup)}
                </strong>
                <span className="block text-small text-soft">{reasonText(pick, wish, rankingOf, system)}</span>
              </span>
              <span className="text-right text-body whitespace-nowrap max-sm:text-left">
                <strong className="text-lead font-semibold">{formatIn(figures.topSpeedMs, speed, true)}</strong> {speed.symbol} · can{' '}
                {heatWords(figures.maxCanC, warm)} · {formatNumber(figures.minutes, 0)} min · {newMoneyText(setup)}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

const asText = (as: PickedAs, wish: SearchQuery): string => (as !== 'best' ? as : wish.aim === 'pull' ? 'strongest' : 'fastest');

/** A balanced setup that keeps less of its weakest answer is last in it. */
const LEAST_KEPT = 0.005;

/** Why it is one of the three. */
function reasonText({ setup, as, keeps }: FrontPick<FoundSetup>, wish: SearchQuery, rankingOf: FrontInHand['rankingOf'], system: UnitSystem): string {
  switch (as[0]!) {
    case 'safest':
      return `Its warmest part uses least of its limit: ${warmestText(rankingOf(setup), system)}.`;
    case 'balanced':
      return keeps < LEAST_KEPT
        ? 'Each of them is last in something; over all its answers this one gives up least.'
        : `In its weakest answer it is still ${formatNumber(100 * keeps, 0)} % of the way from the worst on the front to the best.`;
    case 'best':
      return wish.aim === 'pull' ? 'Nothing on the front pulls harder.' : 'Nothing on the front is faster.';
  }
}
