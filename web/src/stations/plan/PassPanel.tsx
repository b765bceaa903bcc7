import type { Pass } from '@puddler/core';
import { memo, useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneData } from '../../charts/pane-layout';
import { toShown, unitOf } from '../../units/units';

/**
 * A full-throttle pass from standstill: speed, pack current and bus voltage against time.
 * Drawn anew only with a new pass: while stepping, the chart waits for the worker and costs nothing.
 */
export const PassPanel = memo(function PassPanel({ pass, stale, limit }: { pass: Pass | undefined; stale: boolean; limit: 'grip' | 'wheelie' }) {
  const system = useAppSelector((state) => state.prefs.units);
  const data = useMemo<PaneData | undefined>(() => {
    if (!pass) return undefined;
    const speed = unitOf('m/s', system);
    return {
      x: pass.samples.map((sample) => sample.timeS),
      panes: [
        {
          label: 'speed',
          unit: speed.symbol,
          tone: 'ink',
          weight: 5,
          digits: 1,
          fromZero: true,
          y: pass.samples.map((sample) => toShown(sample.speedMs, speed)),
        },
        { label: 'pack current', unit: 'A', tone: 'steel', weight: 4, digits: 1, fromZero: true, y: pass.samples.map((sample) => sample.packA) },
        { label: 'at the ESC', unit: 'V', tone: 'soft', weight: 2, digits: 2, fromZero: false, y: pass.samples.map((sample) => sample.busV) },
      ],
    };
  }, [pass, system]);
  if (!data || !pass) return <p className="py-10 text-center text-soft">Driving the pass …</p>;
  const held = pass.gripLimitedS;
  return (
    <PaneChart
      title="Pass at full throttle"
      data={data}
      xUnit="s"
      height={268}
      stale={stale}
      regions={
        held > 0.02
          ? [{ from: firstHeld(pass), to: firstHeld(pass) + held, label: limit === 'grip' ? 'tyres at their grip' : 'front about to lift' }]
          : []
      }
    />
  );
});

function firstHeld(pass: Pass): number {
  return pass.samples.find((sample) => sample.limited)?.timeS ?? 0;
}
