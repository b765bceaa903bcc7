import type { Learned, SuspectedSlip } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { TriangleAlert } from 'lucide-react';
import type { RunOnDesk } from '../../desk/selectors';
import { Button } from '../../ui/Button';
import { runName } from './log-text';

/** What may have been noted wrongly, with the measurement that decides; none is applied by itself. */
export function Slips({ slips }: { slips: readonly SuspectedSlip[] }) {
  if (slips.length === 0) return null;
  return (
    <div className="border-l-2 border-caution pl-2.5 text-[13px]">
      <p className="flex items-center gap-1.5 font-semibold text-caution">
        <TriangleAlert size={14} aria-hidden="true" />
        {slips.length === 1 ? 'Something may be noted wrongly' : 'One of these may be noted wrongly'}
      </p>
      <ul>
        {slips.map((slip) => (
          <li key={slip.id}>
            Perhaps {slip.what}{' '}
            <span className="text-soft">({slip.odds > 1000 ? 'over 1000' : formatNumber(slip.odds, 0)} times likelier than that all is right).</span>{' '}
            {slip.decide}
          </li>
        ))}
      </ul>
      <p className="text-soft">Mend it in the run or the car, then learn again. Nothing is changed by itself.</p>
    </div>
  );
}

interface ContradictionProps {
  runs: readonly RunOnDesk[];
  onLeaveOut: (run: RunOnDesk) => void;
}

/** Two runs of which one must be wrong: which is to be left out is asked before anything is taken. */
export function Contradiction({ runs, onLeaveOut }: ContradictionProps) {
  if (runs.length < 2) return null;
  const [a, b] = runs.map(({ run }) => runName(run));
  return (
    <div className="border-l-2 border-caution pl-2.5 text-[13px]">
      <p className="flex items-center gap-1.5 font-semibold text-caution">
        <TriangleAlert size={14} aria-hidden="true" />“{a}” and “{b}” contradict each other
      </p>
      <p>Both cannot be right, so nothing is surer than they agree. Leave one out, and it is learned again from the rest.</p>
      <p className="mt-1 flex flex-wrap gap-1.5">
        {runs.map((one) => (
          <Button key={one.id} onClick={() => onLeaveOut(one)}>
            Leave out “{runName(one.run)}”
          </Button>
        ))}
      </p>
    </div>
  );
}

/** Figures of runs that no setting of the car’s figures explains. */
export function Misfits({ learned: { misfits } }: { learned: Learned }) {
  if (misfits.length === 0) return null;
  return (
    <div className="text-[13px]">
      <h3 className="eyebrow text-soft">What does not fit</h3>
      <ul>
        {misfits.map(({ run, what, residual }) => (
          <li key={`${run} ${what}`}>
            <strong className="font-medium">{run}</strong>: {what} is {formatNumber(Math.abs(residual), 1)} times its noise too{' '}
            {residual > 0 ? 'high' : 'low'} for all the rest.
          </li>
        ))}
      </ul>
      <p className="text-soft">Such a figure counts little: read it again, or look for what was noted wrongly.</p>
    </div>
  );
}
