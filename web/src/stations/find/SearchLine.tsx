import { Pause, Play } from 'lucide-react';
import type { LiveSearch } from '../../jobs/use-search';
import { Button } from '../../ui/Button';
import { formatNumber } from '@puddler/figures';
import type { Reach } from './use-reach';

/** How far the search is, with stop and go on; what it took once it is through. */
export function SearchLine({ live, reach }: { live: LiveSearch; reach: Reach }) {
  const { facts, progress, paused } = live;
  const all = facts?.counts.all ?? 0;
  const done = all > 0 ? progress.examined / all : 0;
  return (
    <div
      className="mt-1.5 flex min-h-8 items-center gap-2 text-small"
      data-search={progress.finished && !live.stale && reach.isKnown ? 'finished' : paused ? 'paused' : 'running'}
      data-first-ms={live.firstMs}
      data-whole-ms={live.wholeMs}
    >
      {!facts && <span className="text-soft">Laying out what there is …</span>}
      {facts && progress.finished && (
        <span className="text-soft">
          {formatNumber(all, 0)} combinations looked at{live.wholeMs !== undefined && <> in {seconds(live.wholeMs)}</>}
          {!reach.isKnown && ' · asking which of them Step up would let be driven …'}
        </span>
      )}
      {facts && !progress.finished && (
        <>
          <progress className="h-1.5 w-24" aria-label="Combinations looked at" value={done} max={1} />
          <span className="w-9 text-soft">{formatNumber(100 * done, 0)} %</span>
          <Button tone="quiet" icon={paused ? <Play size={13} /> : <Pause size={13} />} onClick={paused ? live.resume : live.pause}>
            {paused ? 'Go on' : 'Stop'}
          </Button>
        </>
      )}
    </div>
  );
}

const seconds = (ms: number) => (ms < 950 ? `${formatNumber(ms, 0)} ms` : `${formatNumber(ms / 1000, 1)} s`);
