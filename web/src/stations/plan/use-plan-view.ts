import { powerMoment, USUAL_RAMP_S, type LinkName } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../desk/store';
import { pinOf } from '../../in-hand/pinning';
import { useRunTerms } from '../../in-hand/run-terms';
import type { PlanInHand } from '../../in-hand/use-plan';
import { chainView } from '../../jobs/chain-view';
import { useBands } from '../../jobs/use-bands';
import { latest, useRun } from '../../jobs/use-run';
import { useFixes } from './use-fixes';

export const TABS = ['Pass', 'Heat', 'Gears', 'Sweep', 'Working'] as const;
export type Tab = (typeof TABS)[number];

/** What the Plan station shows of a plan: its chain at once, and its run, bands and fixes as they come in. */
export function usePlanView(inHand: PlanInHand) {
  const [tab, setTab] = useState<Tab>('Pass');
  const [rampS, setRampS] = useState(USUAL_RAMP_S);
  const [moment, setMoment] = useState<number>();
  const [link, setLink] = useState<LinkName>();
  const view = chainView(inHand.file);
  const file = view.state === 'ready' ? inHand.file : undefined;
  const terms = useRunTerms(inHand.carId, inHand.plan.limits, rampS);
  const run = useRun(file, terms, true);
  const result = latest(run);
  const stale = run.state === 'waiting';
  const bands = useBands(file);
  const { fixes } = useFixes(inHand.file, terms, stale ? undefined : result);
  const sample = tab === 'Pass' && moment !== undefined && !stale ? result?.pass.samples[moment] : undefined;
  const atMoment = useMemo(() => (sample && view.state === 'ready' ? powerMoment(view.resolved, sample) : undefined), [sample, view]);
  return { tab, setTab, rampS, setRampS, setMoment, link, setLink, view, terms, run, result, stale, bands, fixes, sample, atMoment };
}

export type PlanView = ReturnType<typeof usePlanView>;

/** What was pinned last of this plan: its answers are told against it. */
export function usePinned(inHand: PlanInHand, terms: PlanView['terms']) {
  const pins = useAppSelector((state) => state.pins);
  const pin = pins.findLast((one) => one.planId === inHand.id);
  const view = pin && chainView(pin.file);
  const run = latest(useRun(pin?.file, terms));
  return {
    pin,
    isPinnedNow: pinOf(pins, inHand.file) !== undefined,
    against: view?.state === 'ready' ? { steady: view.steady, run: run?.driven.run } : undefined,
  };
}
