import { formatNumber } from '@puddler/figures';
import { VerdictMark } from '../../ui/VerdictMark';
import type { Reach } from './use-reach';

/** How many Step up would not let be driven for the whole run, and the way to see them all the same. */
export function BeyondReach({ reach: { beyond, isAllShown, showAll }, count }: { reach: Reach; count: number }) {
  if (beyond.size === 0) return null;
  const all = beyond.size === count;
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-2 text-small">
      <VerdictMark level="caution" silent />
      <span>
        {all ? (count === 1 ? 'The only one' : 'All of them') : `${formatNumber(beyond.size, 0)} of ${formatNumber(count, 0)}`} would run hotter, in
        more than one of four cars like this, than Step up lets a car be driven for the whole run
        {all ? ': measure the car, or ask for a cooler one.' : isAllShown ? '.' : ', and are left out.'}
      </span>
      {!all && (
        <button type="button" className="hit underline decoration-edge underline-offset-4" onClick={() => showAll(!isAllShown)}>
          {isAllShown ? 'leave them out' : 'show them'}
        </button>
      )}
    </p>
  );
}
