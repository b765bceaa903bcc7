import type { PlanFile, PowerBand } from '@puddler/core';
import { latest } from '../../jobs/asked';
import { chainView } from '../../jobs/chain-view';
import { useBands } from '../../jobs/use-bands';
import { useRun } from '../../jobs/use-run';
import type { RunTerms } from '../../workers/predict-worker';
import type { SharedFigures } from './plan-text';

/** What goes out with a plan; undefined for one that cannot be computed. */
export function useShared(file: PlanFile, terms: RunTerms): { figures: SharedFigures; band: PowerBand } | undefined {
  const view = chainView(file);
  const isReady = view.state === 'ready';
  const result = latest(useRun(isReady ? file : undefined, terms));
  const bands = latest(useBands(isReady ? file : undefined));
  return view.state === 'ready'
    ? { band: view.band, figures: { steady: view.steady, run: result?.driven.run, bands, findings: result?.findings ?? [] } }
    : undefined;
}
