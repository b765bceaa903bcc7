import { formatIn, unitOf } from '@puddler/figures';
import { Plus, Rows3 } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { measuredIn } from '../../document-store/run-figures';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { runDay, runName } from './log-text';
import type { AtLog } from './use-log';

/** The runs in one line while one of them is read: any of them, all as a table again, or a new one. */
export function RunStrip({ log }: { log: AtLog }) {
  const speed = unitOf(
    'm/s',
    useAppSelector((state) => state.prefs.units),
  );
  return (
    <section aria-label="Runs" className="flex items-center gap-2 print:hidden">
      <Button icon={<Rows3 size={14} />} onClick={() => log.show(undefined)}>
        All runs
      </Button>
      <div role="group" aria-label="Runs of the car" tabIndex={0} className="flex min-w-0 flex-1 gap-1.5 overflow-x-auto py-1">
        {log.runs.map(({ id, run }) => {
          const { topSpeedMs } = measuredIn(run);
          return (
            <Choice key={id} size="large" on={log.open?.id === id} onClick={() => log.show(id)}>
              <span className="whitespace-nowrap">
                {runName(run)}
                <span className="font-normal opacity-75">
                  {run.name && ` ${runDay(run)}`}
                  {topSpeedMs !== undefined && ` · ${formatIn(topSpeedMs, speed, true)} ${speed.symbol}`}
                </span>
              </span>
            </Choice>
          );
        })}
      </div>
      <Button tone="action" icon={<Plus size={14} />} onClick={() => log.begin()}>
        New run
      </Button>
    </section>
  );
}
