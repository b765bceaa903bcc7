import type { PlanFile, Run, Steady } from '@puddler/core';
import { plannedRun } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { wordFor } from '../../ui/words';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { short } from '../../active/link-text';
import { Glossed } from '../../active/Term';

interface Props {
  file: PlanFile;
  steady: Steady;
  run: Run | undefined;
  stale: boolean;
}

/** The figures behind the three answers. */
export function Figures({ file, steady, run, stale }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const length = unitOf('mm', system);
  const road = unitOf('m', system);
  const rows: [string, string][] = [
    ['Final drive', `${short(steady.finalDriveRatio)} : 1`],
    ['Rollout', `${formatIn(steady.rolloutMm, length)} ${length.symbol}`],
    ['Shaft power', `${short(steady.shaftPowerW)} W`],
    [steady.gripLimit === 'grip' ? 'Grip' : 'Front lifts at', `${short(steady.gripN)} N`],
  ];
  if (run) {
    rows.push(
      ['Lowest volts at the ESC', `${formatNumber(run.minBusV, 2)} V`],
      ['Pack current, rms', `${short(run.rmsPackCurrentA)} A`],
      ['Used in the run', `${formatNumber(run.usedAh, 2)} Ah`],
      ['Road in the run', `${formatIn(run.distanceM, road)} ${road.symbol} · to ${formatIn(run.maxSpeedMs, speed)} ${speed.symbol}`],
      ['At the grip limit', `${formatNumber(run.gripLimitedS, 1)} s`],
    );
  }
  return (
    <section aria-label="Figures" className={stale ? 'opacity-70' : ''} aria-busy={stale}>
      <h3 className="eyebrow text-soft">In figures · {wordFor(plannedRun(file).profile)}</h3>
      <dl className="text-small">
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-3 border-b border-rule py-0.5 last:border-0">
            <dt>
              <Glossed>{name}</Glossed>
            </dt>
            <dd className="font-semibold whitespace-nowrap">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
