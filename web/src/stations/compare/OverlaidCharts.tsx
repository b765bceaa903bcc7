import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../desk/store';
import { PaneChart } from '../../charts/PaneChart';
import { toShown, unitOf } from '@puddler/figures';
import { overlay } from './overlay';
import type { ComparedSetup } from './use-setups';

const TAB =
  'border-b-2 border-transparent py-1 text-[13.5px] text-soft hover:text-ink data-[state=active]:border-ember data-[state=active]:font-semibold data-[state=active]:text-ink max-sm:py-2.5';

/** Passes over each other, or the heat of the runs. */
export function OverlaidCharts({ setups }: { setups: readonly ComparedSetup[] }) {
  const [tab, setTab] = useState('pass');
  return (
    <Tabs.Root value={tab} onValueChange={setTab} className="min-w-0">
      <Tabs.List aria-label="Over each other" className="flex gap-5">
        <Tabs.Trigger value="pass" className={TAB}>
          Pass
        </Tabs.Trigger>
        <Tabs.Trigger value="heat" className={TAB}>
          Heat
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="pass">
        <Passes setups={setups} />
      </Tabs.Content>
      <Tabs.Content value="heat">
        <Heats setups={setups} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function Passes({ setups }: { setups: readonly ComparedSetup[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const data = useMemo(() => {
    const speed = unitOf('m/s', system);
    const courses = setups.flatMap(({ letter, tone, result }) => (result ? [{ letter, tone, samples: result.pass.samples }] : []));
    if (courses.length < setups.length) return undefined;
    return overlay(
      courses,
      [
        { label: `speed`, unit: speed.symbol, weight: 5, digits: 1, fromZero: true, of: (one) => toShown(one.speedMs, speed) },
        { label: 'pack', unit: 'A', weight: 4, digits: 1, fromZero: true, of: (one) => one.packA },
      ],
      1,
    );
  }, [setups, system]);
  if (!data) return <p className="py-10 text-center text-soft">Driving the passes …</p>;
  return <PaneChart title="Passes at full throttle" data={data} xUnit="s" height={250} stale={setups.some((one) => one.stale)} />;
}

function Heats({ setups }: { setups: readonly ComparedSetup[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const limits = setups[0]!.wish.limits['motor-temperature'];
  const data = useMemo(() => {
    const warm = unitOf('°C', system);
    const courses = setups.flatMap(({ letter, tone, result }) => (result ? [{ letter, tone, samples: result.driven.samples }] : []));
    if (courses.length < setups.length) return undefined;
    const lines = (['caution', 'stop'] as const).flatMap((tone) => {
      const at = limits[tone];
      return at === undefined ? [] : [{ at: toShown(at, warm), label: tone, tone }];
    });
    return overlay(
      courses,
      [
        { label: 'can', unit: warm.symbol, weight: 3, digits: 0, fromZero: false, of: (one) => toShown(one.canC, warm), limits: lines },
        { label: 'ESC', unit: warm.symbol, weight: 2, digits: 0, fromZero: false, of: (one) => toShown(one.escC, warm) },
      ],
      60,
    );
  }, [setups, limits, system]);
  if (!data) return <p className="py-10 text-center text-soft">Driving the runs …</p>;
  return <PaneChart title="Heat through the run" data={data} xUnit="min" height={300} stale={setups.some((one) => one.stale)} />;
}
