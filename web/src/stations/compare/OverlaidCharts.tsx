import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { PaneChart } from '../../charts/PaneChart';
import { toShown, unitOf } from '@puddler/figures';
import { plannedRun } from '@puddler/core';
import { isSameCourse } from '../../active/course-edits';
import { overlay } from './overlay';
import type { ComparedSetup } from './use-setups';
import { heatDrawn } from '../../active/heat-text';

const TAB =
  'border-b-2 border-transparent py-1 text-body text-soft hover:text-ink data-[state=active]:border-ember data-[state=active]:font-semibold data-[state=active]:text-ink max-sm:py-2.5';

/** Passes over each other, laps, or the heat of the runs. */
export function OverlaidCharts({ setups }: { setups: readonly ComparedSetup[] }) {
  const [tab, setTab] = useState('pass');
  return (
    <Tabs.Root value={tab} onValueChange={setTab} className="min-w-0">
      <Tabs.List aria-label="Over each other" className="flex gap-5">
        <Tabs.Trigger value="pass" className={TAB}>
          Pass
        </Tabs.Trigger>
        <Tabs.Trigger value="lap" className={TAB}>
          Lap
        </Tabs.Trigger>
        <Tabs.Trigger value="heat" className={TAB}>
          Heat
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="pass">
        <Passes setups={setups} />
      </Tabs.Content>
      <Tabs.Content value="lap">
        <Laps setups={setups} />
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
      (one) => one.timeS,
    );
  }, [setups, system]);
  if (!data) return <p className="py-10 text-center text-soft">Driving the passes …</p>;
  return <PaneChart title="Passes at full throttle" data={data} xUnit="s" height={250} stale={setups.some((one) => one.stale)} />;
}

/** A lap of each over the distance: where one is faster than the other, and by how much in all. */
function Laps({ setups }: { setups: readonly ComparedSetup[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const road = unitOf('m', system);
  const data = useMemo(() => {
    const [speed, metres] = [unitOf('m/s', system), unitOf('m', system)];
    const lapped = setups.flatMap(({ letter, tone, result }) => (result?.lap ? [{ letter, tone, samples: result.lap.samples }] : []));
    if (lapped.length < setups.length) return undefined;
    return overlay(
      lapped,
      [
        { label: 'speed', unit: speed.symbol, weight: 5, digits: 1, fromZero: true, of: (one) => toShown(one.speedMs, speed) },
        { label: 'time', unit: 's', weight: 3, digits: 2, fromZero: true, of: (one) => one.timeS },
      ],
      (one) => toShown(one.distanceM, metres),
    );
  }, [setups, system]);
  if (setups.some(({ result }) => !result)) return <p className="py-10 text-center text-soft">Driving the laps …</p>;
  const without = setups.filter(({ result }) => !result!.lap).map(({ letter }) => letter);
  if (!data)
    return (
      <p className="py-10 text-center text-soft">
        {without.join(' and ')} {without.length === 1 ? 'goes' : 'go'} round no laps: drive {without.length === 1 ? 'it' : 'them'} as a race or
        bashing, under Road.
      </p>
    );
  return (
    <>
      <PaneChart title="A lap by distance" data={data} xUnit={road.symbol} xName="distance" height={250} stale={setups.some((one) => one.stale)} />
      {haveOtherCourses(setups) && <p className="text-small text-soft">They are not driven on the same course, so the corners lie apart.</p>}
    </>
  );
}

const haveOtherCourses = ([first, ...others]: readonly ComparedSetup[]): boolean =>
  others.some(({ pin }) => {
    const [a, b] = [plannedRun(first!.pin.file), plannedRun(pin.file)];
    return a.profile !== b.profile || !isSameCourse(a.course, b.course);
  });

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
        { label: 'can', unit: warm.symbol, weight: 3, digits: 0, fromZero: false, of: (one) => heatDrawn(one.canC, warm), limits: lines },
        { label: 'ESC', unit: warm.symbol, weight: 2, digits: 0, fromZero: false, of: (one) => heatDrawn(one.escC, warm) },
      ],
      (one) => one.timeS / 60,
    );
  }, [setups, limits, system]);
  if (!data) return <p className="py-10 text-center text-soft">Driving the runs …</p>;
  return <PaneChart title="Heat through the run" data={data} xUnit="min" height={300} stale={setups.some((one) => one.stale)} />;
}
