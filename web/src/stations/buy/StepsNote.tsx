import { Link } from 'react-router';
import { stepUpOnOwned } from '../../document-store/noted-edits';
import { progressOf } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { Button } from '../../ui/Button';
import { Failed } from '../../ui/Failed';
import type { Buying } from './use-buy';

/** What the steps up ask of the list: pinions, or caps on the throttle, which cost nothing. The choice is the one that Step up has. */
export function StepsNote({ planId, buying: { ladder, steps } }: { planId: string; buying: Buying }) {
  const dispatch = useAppDispatch();
  const ownedOnly = useAppSelector((state) => progressOf(state, planId).ownedOnly === true);
  if (ladder.state === 'failed')
    return <Failed what="The pinions for the steps up could not be worked out" reason={ladder.reason} onRetry={ladder.retry} />;
  if (ladder.state !== 'ready' || !steps) return <p className="py-1 text-small text-soft">Working out which pinions the steps up need …</p>;
  const { lines, hasCaps } = steps;
  const missing = lines.filter((line) => line.have.length < line.count).length;
  if (ladder.value.outcome === 'no-start')
    return (
      <p className="py-1 text-small text-caution">
        No first step is safe with these parts:{' '}
        <Link to={`/plans/${planId}/step-up`} className="underline underline-offset-2">
          see Step up
        </Link>{' '}
        before buying.
      </p>
    );
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 text-small text-soft">
      {missing > 0
        ? `${missing === 1 ? 'One pinion is' : `${missing} pinions are`} to buy for the steps up. Caps on the throttle at the radio cost nothing.`
        : `For the steps up nothing need be bought${hasCaps ? ': caps on the throttle at the radio do' : ''}.`}
      {(missing > 0 || ownedOnly) && (
        <Button tone="quiet" onClick={() => dispatch(stepUpOnOwned(planId, !ownedOnly))}>
          {ownedOnly ? 'List pinions for them' : 'Step up with gears I own'}
        </Button>
      )}
    </p>
  );
}
