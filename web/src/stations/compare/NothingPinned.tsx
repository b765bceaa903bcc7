import { Example } from '../../ui/Example';
import { PlanPicker } from './PlanPicker';

/** What Compare is for, while nothing is pinned. */
export function NothingPinned() {
  return (
    <main className="mx-auto max-w-reading px-6 py-14 max-sm:px-3">
      <h1 className="wide text-head font-semibold">Nothing is pinned yet</h1>
      <p className="mt-2 text-soft">
        Up to four setups stand side by side here: plans as they are, plans with a change, what a search found, a car as it was bought. Press{' '}
        <kbd className="rounded-sm border border-edge px-1 text-small">p</kbd> wherever one is in hand, or begin with a plan:
      </p>
      <div className="mt-4">
        <PlanPicker />
      </div>
      <Example of="compare" alt="Three setups of one car side by side: their answers on one scale, their passes laid over each other." />
    </main>
  );
}
