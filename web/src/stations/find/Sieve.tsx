import type { LiveSearch } from '../../jobs/use-search';
import { formatNumber } from '@puddler/figures';
import type { PlanFile } from '@puddler/core';
import { sieveRows } from './sieve-rows';
import type { Reach } from './use-reach';

/** What each rule leaves, while it is counted. */
export function Sieve({ live, base, reach }: { live: LiveSearch; base: PlanFile; reach: Reach }) {
  const { facts, progress } = live;
  const rows = sieveRows(live, base, reach.beyond.size > 0 ? live.setups.length - reach.beyond.size : undefined);
  return (
    <section aria-label="What each rule leaves" className="text-small">
      <h2 className="eyebrow mb-1 text-soft">What each rule leaves</h2>
      {!facts && <p className="text-soft">Laying out what there is …</p>}
      <ol>
        {rows.map((row) => (
          <li key={row.id} title={row.title} className="grid grid-cols-[5.2rem_1fr] items-center gap-2 py-px">
            <span className={`text-right font-semibold ${row.counting ? 'text-soft' : ''}`}>{formatNumber(row.left, 0)}</span>
            <span className="relative block leading-5">
              <span
                aria-hidden="true"
                className={`absolute inset-y-0.5 left-0 ${row.id === 'front' ? 'bg-heat' : 'bg-drive'}`}
                style={{ width: `${100 * row.share}%` }}
              />
              <span className={`relative pl-1.5 ${row.left === 0 && !row.counting ? 'font-semibold text-stop' : ''}`}>{row.label}</span>
            </span>
          </li>
        ))}
      </ol>
      {facts && progress.finished && (
        <p className="mt-1 text-soft">
          {formatNumber(progress.driven, 0)} driven, {formatNumber(progress.spared, 0)} spared
        </p>
      )}
    </section>
  );
}
