import { Pause, Play } from 'lucide-react';
import type { LiveSearch } from '../../jobs/use-search';
import { Button } from '../../ui/Button';
import { formatNumber } from '@puddler/figures';
import type { PlanFile } from '@puddler/core';
import { sieveRows } from './sieve-rows';
import type { Reach } from './use-reach';

/** What each rule leaves, while it is counted; stop and go on. */
export function Sieve({ live, base, reach }: { live: LiveSearch; base: PlanFile; reach: Reach }) {
  const { facts, progress, paused } = live;
  const rows = sieveRows(live, base, reach.beyond.size > 0 ? live.setups.length - reach.beyond.size : undefined);
  const all = facts?.counts.all ?? 0;
  const done = all > 0 ? progress.examined / all : 0;
  return (
    <section
      aria-label="What each rule leaves"
      className="text-[12.5px]"
      data-search={progress.finished && !live.stale && reach.isKnown ? 'finished' : paused ? 'paused' : 'running'}
      data-first-ms={live.firstMs}
      data-whole-ms={live.wholeMs}
    >
      <h2 className="eyebrow mb-1 text-soft">What each rule leaves</h2>
      {!facts && <p className="text-soft">Laying out what there is …</p>}
      <ol>
        {rows.map((row) => (
          <li key={row.id} title={row.title} className="grid grid-cols-[5.2rem_1fr] items-center gap-2 py-[1px]">
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
      {facts && (
        <div className="mt-1.5 flex min-h-8 items-center gap-2">
          {progress.finished ? (
            <span className="text-soft">
              {formatNumber(progress.driven, 0)} driven, {formatNumber(progress.spared, 0)} spared
              {live.wholeMs !== undefined && <> · {seconds(live.wholeMs)}</>}
            </span>
          ) : (
            <>
              <progress className="h-1.5 w-24 accent-(--steel)" aria-label="Combinations looked at" value={done} max={1} />
              <span className="w-9 text-soft">{formatNumber(100 * done, 0)} %</span>
              <Button tone="quiet" icon={paused ? <Play size={13} /> : <Pause size={13} />} onClick={paused ? live.resume : live.pause}>
                {paused ? 'Go on' : 'Stop'}
              </Button>
            </>
          )}
        </div>
      )}
    </section>
  );
}

const seconds = (ms: number) => (ms < 950 ? `${formatNumber(ms, 0)} ms` : `${formatNumber(ms / 1000, 1)} s`);
