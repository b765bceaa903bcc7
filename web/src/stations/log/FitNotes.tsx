import type { Learned, InputErrorHypothesis } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { greatest, group } from 'd3-array';
import type { StoredRun } from '../../document-store/selectors';
import { Button } from '../../ui/Button';
import { Fold } from '../../ui/Fold';
import { runName } from './log-text';

/** What may have been noted wrongly, the likeliest in sight, with the measurement that decides; none is applied by itself. */
export function Slips({ slips: [first, ...others] }: { slips: readonly InputErrorHypothesis[] }) {
  if (!first) return null;
  return (
    <div className="border-l-2 border-caution pl-2.5 text-body">
      <InputErrorLine slip={first} />
      {others.length > 0 && (
        <Fold summary={others.length === 1 ? 'One other thing that would explain it' : `${others.length} other things that would explain it`}>
          {others.map((slip) => (
            <InputErrorLine key={slip.id} slip={slip} />
          ))}
        </Fold>
      )}
      <p className="text-soft">Correct it in the run or the car, then learn again. Nothing is changed by itself.</p>
    </div>
  );
}

function InputErrorLine({ slip: { what, odds, decide } }: { slip: InputErrorHypothesis }) {
  return (
    <p>
      Perhaps {what} <span className="text-soft">({odds > 1000 ? 'over 1000' : formatNumber(odds, 0)} times likelier than that all is right).</span>{' '}
      {decide}
    </p>
  );
}

interface ContradictionProps {
  runs: readonly StoredRun[];
  onLeaveOut: (run: StoredRun) => void;
}

/** Two runs of which one must be wrong: which is to be left out is asked before anything is taken. */
export function Contradiction({ runs, onLeaveOut }: ContradictionProps) {
  if (runs.length < 2) return null;
  const [a, b] = runs.map(({ run }) => runName(run));
  return (
    <div className="border-l-2 border-caution pl-2.5 text-body">
      <p>
        “{a}” and “{b}” cannot both be right, so nothing is surer than they agree. Leave one out, and it is learned again from the rest.
      </p>
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

/** Figures of runs that no setting of the car’s figures explains: a line a run, with the one that is farthest off. */
export function Misfits({ learned: { misfits } }: { learned: Learned }) {
  if (misfits.length === 0) return null;
  return (
    <div className="text-body">
      <h3 className="eyebrow text-soft">What does not fit</h3>
      <ul>
        {[...group(misfits, ({ run }) => run)].map(([run, ofRun]) => (
          <li key={run}>
            <strong className="font-medium">{run}</strong>: {misfitText(greatest(ofRun, ({ residual }) => Math.abs(residual))!)}
            {ofRun.length > 1 && (
              <Fold summary={`and ${ofRun.length - 1} more of it`}>
                {ofRun.map((one) => (
                  <p key={one.what}>{misfitText(one)}</p>
                ))}
              </Fold>
            )}
          </li>
        ))}
      </ul>
      <p className="text-soft">Such a figure counts little: read it again, or look for what was noted wrongly.</p>
    </div>
  );
}

const misfitText = ({ what, residual }: Learned['misfits'][number]): string =>
  `${what} is too ${residual > 0 ? 'high' : 'low'} for all the rest, by ${formatNumber(Math.abs(residual), 0)} times what such a reading is usually off.`;
