import { powerMoment, USUAL_RAMP_S, type LinkName } from '@puddler/core';
import { Pin, PinOff } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { pinOf, togglePlanPin } from '../../in-hand/pinning';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { chainView } from '../../jobs/chain-view';
import { useBands } from '../../jobs/use-bands';
import { useRunTerms } from '../../in-hand/run-terms';
import { latest, useRun } from '../../jobs/use-run';
import { Button } from '../../ui/Button';
import { Answers } from './Answers';
import { Chain } from './Chain';
import { Figures } from './Figures';
import { FindingsPanel } from './FindingsPanel';
import { NoSuchPlan } from '../../in-hand/NoSuchPlan';
import { PhoneAnswers } from './PhoneAnswers';
import { PassPanel } from './PassPanel';
import { useFixes } from './use-fixes';
import { usePlan, type PlanInHand } from '../../in-hand/use-plan';
import { usePlanKeys } from './usePlanKeys';
import { workingOf } from './working';
import { WorkingPanel } from './WorkingPanel';

const LinkDrawer = lazy(() => import('./LinkDrawer'));
const HeatPanel = lazy(() => import('./heat/HeatPanel').then(({ HeatPanel: panel }) => ({ default: panel })));
const GearsPanel = lazy(() => import('./GearsPanel').then(({ GearsPanel: panel }) => ({ default: panel })));
const SweepPanel = lazy(() => import('./SweepPanel').then(({ SweepPanel: panel }) => ({ default: panel })));

const TABS = ['Pass', 'Heat', 'Gears', 'Sweep', 'Working'] as const;
type Tab = (typeof TABS)[number];

export default function PlanStation() {
  const { planId = '' } = useParams();
  const inHand = usePlan(planId);
  const loaded = useAppSelector((state) => state.desk.loaded);
  if (!inHand) return <NoSuchPlan loaded={loaded} />;
  return <Desk key={planId} inHand={inHand} />;
}

function Desk({ inHand }: { inHand: PlanInHand }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const [link, setLink] = useState<LinkName>();
  const [tab, setTab] = useState<Tab>('Pass');
  const [rampS, setRampS] = useState(USUAL_RAMP_S);
  const [moment, setMoment] = useState<number>();
  const view = chainView(inHand.file);
  const wish = useRunTerms(inHand.carId, inHand.plan.limits, rampS);
  const runState = useRun(view.state === 'ready' ? inHand.file : undefined, wish, true);
  const result = latest(runState);
  const stale = runState.state === 'waiting';
  const bands = useBands(view.state === 'ready' ? inHand.file : undefined);
  const { fixes } = useFixes(inHand.file, wish, stale ? undefined : result);

  // What was pinned last of this plan is what its answers are told against.
  const pins = useAppSelector((state) => state.pins);
  const pin = pins.findLast((one) => one.planId === inHand.id);
  const pinView = pin && chainView(pin.file);
  const pinRun = latest(useRun(pin?.file, wish));
  const pinnedNow = pinOf(pins, inHand.file) !== undefined;
  usePlanKeys(inHand);

  const sample = tab === 'Pass' && moment !== undefined && !stale ? result?.pass.samples[moment] : undefined;
  const atMoment = useMemo(() => (sample && view.state === 'ready' ? powerMoment(view.resolved, sample) : undefined), [sample, view]);
  const why = useCallback(() => setTab('Working'), []);

  return (
    <main className="mx-auto max-w-[1400px] px-6 pt-3 pb-6 max-sm:px-3 max-sm:pb-20">
      <h1 className="sr-only">
        {inHand.car.name}: {inHand.plan.name}
      </h1>
      <Chain
        inHand={inHand}
        view={view}
        moment={atMoment}
        momentS={sample?.timeS}
        uses={result?.uses}
        usesStale={stale}
        worst={result?.findings[0]}
        onOpen={setLink}
      />
      {view.state === 'failed' && (
        <p role="alert" className="my-4 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>This plan cannot be computed.</strong> {view.message}. Open the link it stands in and mend the figure, or undo.
        </p>
      )}
      {runState.state === 'failed' && (
        <p role="alert" className="my-4 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>The run could not be computed.</strong> {runState.message}
        </p>
      )}
      {view.state === 'ready' && (
        <>
          <div className="mt-2 border-y border-rule">
            <Answers
              file={inHand.file}
              steady={view.steady}
              run={result?.driven.run}
              runStale={stale}
              bands={bands.value}
              bandsStale={!bands.fresh}
              limits={wish.limits}
              pinned={pinView?.state === 'ready' ? { steady: pinView.steady, run: pinRun?.driven.run } : undefined}
              onWhy={why}
            />
          </div>
          <div className="grid gap-x-6 lg:grid-cols-[minmax(0,1fr)_330px]">
            <Tabs.Root value={tab} onValueChange={(next) => setTab(next as Tab)} className="min-w-0 pt-1 pb-2">
              <Tabs.List aria-label="Look closer" className="mb-1 flex gap-5">
                {TABS.map((name) => (
                  <Tabs.Trigger
                    key={name}
                    value={name}
                    className="border-b-2 border-transparent py-1 text-[13.5px] text-soft hover:text-ink data-[state=active]:border-ember data-[state=active]:font-semibold data-[state=active]:text-ink max-sm:py-2.5"
                  >
                    {name}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <Tabs.Content value="Pass">
                <PassPanel
                  pass={result?.pass}
                  figures={result?.passFigures}
                  stale={stale}
                  limit={view.steady.gripLimit}
                  rampS={rampS}
                  onRamp={setRampS}
                  onMoment={setMoment}
                />
              </Tabs.Content>
              <Tabs.Content value="Heat">
                <Suspense fallback={null}>
                  <HeatPanel
                    inHand={inHand}
                    limits={wish.limits}
                    driven={stale ? undefined : result?.driven}
                    minutesToCutoff={bands.value?.figures.minutes.p50}
                  />
                </Suspense>
              </Tabs.Content>
              <Tabs.Content value="Gears">
                <Suspense fallback={null}>
                  <GearsPanel inHand={inHand} limits={wish.limits} />
                </Suspense>
              </Tabs.Content>
              <Tabs.Content value="Sweep">
                <Suspense fallback={null}>
                  <SweepPanel inHand={inHand} limits={wish.limits} />
                </Suspense>
              </Tabs.Content>
              <Tabs.Content value="Working">
                <WorkingPanel
                  blocks={workingOf({
                    file: inHand.file,
                    resolved: view.resolved,
                    steady: view.steady,
                    band: view.band,
                    run: result?.driven.run,
                    bands: bands.value,
                    system,
                  })}
                >
                  <Figures file={inHand.file} steady={view.steady} run={result?.driven.run} stale={stale} />
                </WorkingPanel>
              </Tabs.Content>
            </Tabs.Root>
            <div className="border-rule py-2 max-lg:border-t lg:border-l lg:pl-6">
              <FindingsPanel
                inHand={inHand}
                findings={result?.findings}
                uses={result?.uses}
                fixes={fixes}
                canC={result?.driven.run.maxCanC}
                topSpeedMs={view.steady.topSpeedMs}
                stale={stale}
              >
                <Button
                  tone="quiet"
                  icon={pinnedNow ? <PinOff size={14} /> : <Pin size={14} />}
                  title={pinnedNow ? 'Take this setup’s pin out (p)' : 'Pin this setup and compare what you change with it (p)'}
                  onClick={() => dispatch(togglePlanPin(inHand.id))}
                >
                  {pinnedNow ? 'Unpin' : pin ? 'Pin this too' : 'Pin to compare'}
                </Button>
              </FindingsPanel>
              <p className="mt-3 text-[12px] text-soft">
                Speed runs only in a closed, empty place with permission, away from people, roads and traffic; follow local rules. Motor and ESC are
                hot after a run.
              </p>
            </div>
          </div>
        </>
      )}
      {view.state === 'ready' && <PhoneAnswers steady={view.steady} run={result?.driven.run} findings={result?.findings} />}
      {link && (
        <Suspense fallback={null}>
          <LinkDrawer
            link={link}
            inHand={inHand}
            resolved={view.state === 'ready' ? view.resolved : undefined}
            onClose={() => setLink(undefined)}
            onOpen={setLink}
          />
        </Suspense>
      )}
    </main>
  );
}
