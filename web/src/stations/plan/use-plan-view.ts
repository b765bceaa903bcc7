import { LINK_NAMES, powerMoment, USUAL_RAMP_S, type LinkName } from '@puddler/core';
import { useCallback, useMemo, useState } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { pinOf } from '../../active/pinning';
import { useRunTerms } from '../../active/run-terms';
import type { ActivePlan } from '../../active/use-plan';
import { latest } from '../../jobs/asked';
import { chainView } from '../../jobs/chain-view';
import { useBands } from '../../jobs/use-bands';
import { useRun } from '../../jobs/use-run';
import { useFixes } from './use-fixes';

export const TABS = ['Pass', 'Lap', 'Heat', 'Gears', 'Sweep', 'Working'] as const;
export type Tab = (typeof TABS)[number];

function withParam(params: URLSearchParams, name: string, value: string | undefined): URLSearchParams {
  const next = new URLSearchParams(params);
  if (value === undefined) next.delete(name);
  else next.set(name, value);
  return next;
}

/** What is open of a plan: kept in the address, so that a reload, a bookmark and the way back find it. */
function useOpened() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { state } = useLocation() as { state: { openedHere?: true } | null };
  const said = params.get('tab');
  const tab = TABS.find((one) => one.toLowerCase() === said) ?? 'Pass';
  const link = LINK_NAMES.find((one) => one === params.get('link'));
  return {
    tab,
    link,
    setTab: useCallback(
      (next: Tab) => setParams((now) => withParam(now, 'tab', next === 'Pass' ? undefined : next.toLowerCase()), { replace: true }),
      [setParams],
    ),
    /** A drawer is a step of its own in the history: the browser's Back closes it. */
    setLink: useCallback(
      (next: LinkName | undefined) => {
        if (next !== undefined)
          setParams(withParam(params, 'link', next), link === undefined ? { state: { openedHere: true } } : { replace: true, state });
        else if (state?.openedHere) void navigate(-1);
        else setParams(withParam(params, 'link', undefined), { replace: true });
      },
      [params, setParams, link, state, navigate],
    ),
  };
}

/** What the Plan station shows of a plan: its chain at once, and its run, bands and fixes as they come in. */
export function usePlanView(active: ActivePlan) {
  const { tab, setTab, link, setLink } = useOpened();
  const [rampS, setRampS] = useState(USUAL_RAMP_S);
  const [moment, setMoment] = useState<number>();
  const view = chainView(active.file);
  const file = view.state === 'ready' ? active.file : undefined;
  const terms = useRunTerms(active.carId, active.plan.limits, rampS);
  const run = useRun(file, terms, true);
  const result = latest(run);
  const stale = run.state === 'waiting';
  // When a plan is opened, what gives first comes first; from then on both are asked at once.
  const bands = useBands(result && file);
  const fixes = useFixes(active.file, terms, stale ? undefined : result);
  const sample = tab === 'Pass' && moment !== undefined && !stale ? result?.pass.samples[moment] : undefined;
  const atMoment = useMemo(() => (sample && view.state === 'ready' ? powerMoment(view.resolved, sample) : undefined), [sample, view]);
  return { tab, setTab, rampS, setRampS, setMoment, link, setLink, view, terms, run, result, stale, bands, fixes, sample, atMoment };
}

export type PlanView = ReturnType<typeof usePlanView>;

/** What was pinned last of this plan: its answers are told against it. */
export function usePinned(active: ActivePlan, terms: PlanView['terms']) {
  const pins = useAppSelector((state) => state.pins);
  const pin = pins.findLast((one) => one.planId === active.id);
  const view = pin && chainView(pin.file);
  const run = latest(useRun(pin?.file, terms));
  return {
    pin,
    isPinnedNow: pinOf(pins, active.file) !== undefined,
    against: view?.state === 'ready' ? { steady: view.steady, run: run?.driven.run } : undefined,
  };
}
