import { compareShares, powerShares, type Bands, type PowerShares, type SetupDifference } from '@puddler/core';
import { useMemo } from 'react';
import type { PinnedSetup } from '../../document-store/pins-slice';
import { useAppSelector } from '../../document-store/store';
import { chainView, type ChainView } from '../../jobs/chain-view';
import { useRunTerms } from '../../active/run-terms';
import { current, latest, type Asked } from '../../jobs/asked';
import { useBands } from '../../jobs/use-bands';
import { useRun } from '../../jobs/use-run';
import type { RunResult, RunTerms } from '../../workers/predict-worker';
import { LETTERS, TONES } from './compare-text';

/** A pinned setup with all that is known of it. */
export interface ComparedSetup {
  pin: PinnedSetup;
  letter: string;
  tone: (typeof TONES)[number];
  view: ChainView;
  wish: RunTerms;
  result: RunResult | undefined;
  stale: boolean;
  bands: Bands | undefined;
  /** Its run or its bands, when they could not be computed. */
  failed: Extract<Asked<unknown>, { state: 'failed' }> | undefined;
  shares: PowerShares | undefined;
  /** Against the first; undefined for the first itself. */
  difference: SetupDifference | undefined;
}

interface Slot {
  wish: RunTerms;
  run: Asked<RunResult>;
  bands: Asked<Bands>;
}

/** One place in the comparison; hooks want as many calls whether it is taken or not. */
function useSlot(pin: PinnedSetup | undefined): Slot {
  const wish = useRunTerms(pin?.carId ?? '', pin?.file.limits);
  const run = useRun(pin?.file, wish, true);
  return { wish, run, bands: useBands(run.state === 'waiting' ? undefined : pin?.file) };
}

/** The pinned setups, computed. */
export function useSetups(): ComparedSetup[] {
  const pins = useAppSelector((state) => state.pins);
  const slots = [useSlot(pins[0]), useSlot(pins[1]), useSlot(pins[2]), useSlot(pins[3])];
  const shares = useMemo(
    () =>
      pins.map((pin) => {
        const view = chainView(pin.file);
        return view.state === 'ready' ? powerShares(view.resolved) : undefined;
      }),
    [pins],
  );
  return pins.map((pin, i): ComparedSetup => {
    const { wish, run, bands } = slots[i]!;
    const [first, own] = [shares[0], shares[i]];
    return {
      pin,
      letter: LETTERS[i]!,
      tone: TONES[i]!,
      view: chainView(pin.file),
      wish,
      result: latest(run),
      stale: run.state === 'waiting',
      bands: current(bands),
      failed: [run, bands].find((one) => one.state === 'failed'),
      shares: own,
      difference: i > 0 && first && own ? compareShares(first, own) : undefined,
    };
  });
}
