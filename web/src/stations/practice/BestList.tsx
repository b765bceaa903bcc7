import { byMerit, type Reckoning } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { useEffect, useMemo, useState } from 'react';
import { useAppSelector } from '../../desk/store';
import { useLimits } from '../../in-hand/run-terms';
import { practiceTasks } from '../../jobs/practice-jobs';
import { useDays } from './use-days';

const SHOWN = 3;

/** The best of a set day so far: nothing lost, the target reached or rightly left, then the fewest runs, the coolest, the nearest. */
export function BestList({ set }: { set: 1 | 2 | 3 }) {
  const system = useAppSelector((state) => state.prefs.units);
  const heat = unitOf('°C', system);
  const limits = useLimits(undefined);
  const days = useDays();
  const over = useMemo(() => days.filter(({ day }) => day.set === set && day.over).map(({ day }) => day), [days, set]);
  const [best, setBest] = useState<Reckoning[]>([]);
  useEffect(() => {
    let wanted = true;
    void Promise.all(over.map((day) => practiceTasks().reckoning(day, limits))).then((all) => wanted && setBest(all.sort(byMerit).slice(0, SHOWN)));
    return () => {
      wanted = false;
    };
  }, [over, limits]);
  if (over.length === 0) return <p className="mt-2 text-[12px] text-soft">Nobody has ended it yet.</p>;
  return (
    <ol aria-label="Best of this day" className="mt-2 list-decimal pl-5 text-[12.5px]">
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
