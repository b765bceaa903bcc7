import { plannedRun, upkeep, type UpkeepItem, type UpkeepRun } from '@puddler/core';
import { formatDistanceToNow } from 'date-fns';
import { Check, Clock } from 'lucide-react';
import { useMemo } from 'react';
import { editBench } from '../../document-store/edits';
import { benchOf } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import type { AtLog } from './use-log';
import { nowText } from '../../ui/clock';

/** What comes round with the minutes run: due or done, and no more than that. */
export function UpkeepPanel({ log, active }: { log: AtLog; active: ActivePlan }) {
  const dispatch = useAppDispatch();
  const bench = useAppSelector((state) => benchOf(state, active.carId));
  const noted = bench?.upkeep;
  const runs = useMemo(
    () =>
      log.runs
        .filter(({ run }) => run.purpose !== 'practice')
        .map(({ run }): UpkeepRun => ({ at: run.at, minutes: run.minutes ?? plannedRun(run.plan).minutes, surface: run.plan.site.surface })),
    [log.runs],
  );
  const items = useMemo(() => upkeep(active.file, runs, Object.fromEntries((noted ?? []).map(({ id, at }) => [id, at]))), [active.file, runs, noted]);
  const minutes = runs.reduce((sum, run) => sum + run.minutes, 0);
  const done = ({ id, what }: UpkeepItem) =>
    dispatch(
      editBench(active.carId, 'upkeep', [...(noted ?? []).filter((one) => one.id !== id), { id, at: nowText() }], `done: ${what.toLowerCase()}`),
    );
  return (
    <section aria-label="Upkeep">
      <p className="text-body text-soft">
        {minutes < 1
          ? 'No minutes in the log yet.'
          : `${minutes.toFixed(0)} ${minutes.toFixed(0) === '1' ? 'minute' : 'minutes'} in the log; a minute on loose or wet ground counts for more.`}
      </p>
      <ul className="mt-1 divide-y divide-rule border-y border-rule text-body">
        {items.map((item) => {
          const at = noted?.find((one) => one.id === item.id)?.at;
          return (
            <li key={item.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
              <span className={`inline-flex w-14 shrink-0 items-center gap-1 text-small font-medium ${item.due ? 'text-caution' : 'text-good'}`}>
                {item.due ? <Clock size={13} aria-hidden="true" /> : <Check size={13} aria-hidden="true" />}
                {item.due ? 'due' : 'in time'}
              </span>
              <span className="min-w-0 flex-1 basis-52">
                <strong className="font-medium">{item.what}</strong> <span className="text-soft">{item.why}</span>
                <span className="block text-small text-soft">
                  {item.sinceMin.toFixed(0)} of {item.everyMin} minutes
                  {at && `; done ${formatDistanceToNow(new Date(at), { addSuffix: true })}`}
                </span>
              </span>
              <Button onClick={() => done(item)}>Done</Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
