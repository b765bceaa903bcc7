import { hasOwnTiming, plannedRun } from '@puddler/core';
import { Tabs } from 'radix-ui';
import { latePart } from '../../ui/late-part';
import { useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';
import { latest } from '../../jobs/asked';
import type { ChainView } from '../../jobs/chain-view';
import { Figures } from './Figures';
import { PassPanel } from './PassPanel';
import { TABS, type PlanView, type Tab } from './use-plan-view';
import { workingOf } from './working';
import { WorkingPanel } from './WorkingPanel';
import { Guarded } from '../../ui/Guarded';
import { useWide } from '../../ui/use-wide';

const HeatPanel = latePart('The heat', async () => ({ default: (await import('./heat/HeatPanel')).HeatPanel }));
const LapPanel = latePart('The lap', async () => ({ default: (await import('./LapPanel')).LapPanel }));
const GearsPanel = latePart('The table of gears', async () => ({ default: (await import('./GearsPanel')).GearsPanel }));
const SweepPanel = latePart('The sweep', async () => ({ default: (await import('./sweep/SweepPanel')).SweepPanel }));

const TAB =
  'border-b-2 border-transparent py-1 text-body text-soft hover:text-ink data-[state=active]:border-ember data-[state=active]:font-semibold data-[state=active]:text-ink max-sm:min-h-thumb max-sm:min-w-thumb';

/** What stands beside a panel where there is room for two. */
const BESIDE: Record<Tab, Tab> = { Pass: 'Heat', Lap: 'Gears', Heat: 'Pass', Gears: 'Lap', Sweep: 'Gears', Working: 'Pass' };

/** Panels that show what other gears and figures would do to the speed. */
const OF_GEARS: readonly Tab[] = ['Gears', 'Sweep'];

interface Props {
  active: ActivePlan;
  plan: PlanView;
  view: Extract<ChainView, { state: 'ready' }>;
}

/** A closer look at the plan, one kind at a time. */
export function PlanTabs({ active, plan, view }: Props) {
  // Only racing and bashing go round in laps.
  const tabs = TABS.filter((one) => one !== 'Lap' || hasOwnTiming(plannedRun(active.file).profile));
  const { setTab } = plan;
  const tab = tabs.includes(plan.tab) ? plan.tab : 'Pass';
  const beside = tabs.includes(BESIDE[tab]) ? BESIDE[tab] : 'Pass';
  const isWide = useWide();
  return (
    <Tabs.Root value={tab} onValueChange={(next) => setTab(next as Tab)} className="min-w-0 pt-1 pb-2">
      <Tabs.List aria-label="Look closer" className="mb-1 flex gap-5 max-sm:justify-between max-sm:gap-0">
        {tabs.map((name) => (
          <Tabs.Trigger key={name} value={name} className={TAB}>
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {tabs.map((name) => (
        <Tabs.Content key={name} value={name}>
          {name === tab && OF_GEARS.includes(name) && view.steady.gripSetsSpeed && (
            <p className="mt-1 text-small">
              {view.steady.gripLimit === 'grip' ? 'The tyres' : 'A lifting front'}, not the motor, set the top speed here: where that is so, gears and
              kv leave it as it is.
            </p>
          )}
          {name === tab && (
            <div className={isWide ? 'grid grid-cols-2 gap-x-8' : ''}>
              {(isWide ? [tab, beside] : [tab]).map((one) => (
                <Guarded key={one} what={`The panel “${one}”`} resetKeys={[active.file]}>
                  <div className="min-w-0">
                    <Panel of={one} active={active} plan={plan} view={view} />
                  </div>
                </Guarded>
              ))}
            </div>
          )}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

function Panel({ of, active, plan, view }: Props & { of: Tab }) {
  const { terms, run: asked, result, stale, bands } = plan;
  const { limits } = terms;
  const isFailed = asked.state === 'failed';
  const run = result?.driven.run;
  switch (of) {
    case 'Pass':
      return (
        <PassPanel
          pass={result?.pass}
          figures={result?.passFigures}
          stale={stale}
          isFailed={isFailed}
          limit={view.steady.gripLimit}
          rampS={plan.rampS}
          onRamp={plan.setRampS}
          onMoment={plan.setMoment}
        />
      );
    case 'Lap':
      return (
        <LapPanel file={active.file} resolved={view.resolved} lap={result?.lap} run={run} bands={latest(bands)} stale={stale} isFailed={isFailed} />
      );
    case 'Heat':
      return (
        <HeatPanel
          active={active}
          limits={limits}
          driven={stale ? undefined : result?.driven}
          isFailed={isFailed}
          minutesToCutoff={latest(bands)?.figures.minutes.p50}
        />
      );
    case 'Gears':
      return <GearsPanel active={active} limits={limits} />;
    case 'Sweep':
      return <SweepPanel active={active} limits={limits} />;
    case 'Working':
      return <Working active={active} plan={plan} view={view} />;
  }
}

function Working({ active: { file }, plan: { result, stale, bands }, view }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const run = result?.driven.run;
  return (
    <WorkingPanel blocks={workingOf({ ...view, file, run, bands: latest(bands), system })}>
      <Figures file={file} steady={view.steady} run={run} stale={stale} />
    </WorkingPanel>
  );
}
