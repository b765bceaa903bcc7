import { byMerit } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { useLimits } from '../../active/run-terms';
import { reckoningsJob } from '../../jobs/practice-jobs';
import { useJob } from '../../jobs/use-job';
import { Failed } from '../../ui/Failed';
import { useDays } from './use-days';

const SHOWN = 3;

/** The best of a set day so far: nothing lost, the target reached or rightly left, then the fewest runs, the coolest, the nearest. */
export function BestList({ set }: { set: 1 | 2 | 3 }) {
  const system = useAppSelector((state) => state.prefs.units);
  const heat = unitOf('°C', system);
  const limits = useLimits(undefined);
  const days = useDays();
  const question = useMemo(
    () => ({ days: days.filter(({ day }) => day.set === set && day.over).map(({ day }) => day), limits }),
    [days, set, limits],
  );
  const asked = useJob(reckoningsJob, question);
  if (question.days.length === 0) return <p className="mt-2 text-small text-soft">Nobody has ended it yet.</p>;
  if (asked.state === 'failed') return <Failed what="The best could not be found" reason={asked.reason} onRetry={asked.retry} />;
  const best = asked.state === 'ready' ? [...asked.value].sort(byMerit).slice(0, SHOWN) : [];
  return (
    <ol aria-label="Best of this day" className="mt-2 list-decimal pl-5 text-small">
      {best.map((one, i) => (
        <li key={i}>
          {one.runs === 1 ? 'one run' : `${one.runs} runs`},{' '}
          {one.reached ? 'target reached' : `${Math.round((100 * one.fastestMs) / one.targetMs)} % of the target`}, inside{' '}
          {formatIn(one.windingC, { ...heat, digits: 0 })} {heat.symbol}
          {one.lost && <span className="text-stop">, {one.lost} lost</span>}
        </li>
      ))}
    </ol>
  );
}
