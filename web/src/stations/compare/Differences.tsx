import { useAppSelector } from '../../document-store/store';
import { differenceText, heatText } from './compare-text';
import type { ComparedSetup } from './use-setups';

/** Why each setup is faster or slower, hotter or cooler than the first, in a sentence each. */
export function Differences({ first, others }: { first: ComparedSetup; others: readonly ComparedSetup[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <section aria-label="Why they differ" className="space-y-1.5 text-lead">
      <h2 className="eyebrow leading-6 text-soft">Why they differ</h2>
      {others.map((one) => (
        <p key={one.pin.id}>
          <strong className="font-bold">{one.letter}</strong>{' '}
          {one.difference && first.shares && one.shares ? (
            <>
              {differenceText(first.shares, one.shares, one.difference, system)}{' '}
              {first.result &&
                one.result &&
                heatText(first.result.driven.run.maxCanC, one.result.driven.run.maxCanC, first.shares, one.shares, system)}
            </>
          ) : (
            'cannot be told.'
          )}
        </p>
      ))}
    </section>
  );
}
