import type { Finding, LinkUse, PlanFile, Run, Steady, Pass } from '@puddler/core';
import { givesFirst } from '@puddler/core';
import type { ReactNode } from 'react';
import { useAppSelector } from '../../app/store';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, formatNumber, unitOf } from '../../units/units';
import { wordFor } from '../../ui/words';
import { FindingLine } from './FindingLine';
import { short, wordsForUse } from './link-text';

interface Props {
  file: PlanFile;
  steady: Steady;
  run: Run | undefined;
  pass: Pass | undefined;
  uses: readonly LinkUse[] | undefined;
  /** Parts that do not go in, or only just. */
  fits: readonly Finding[];
  stale: boolean;
  /** A control beside the heading. */
  children: ReactNode;
}

/** What gives first, and the figures behind the three answers. */
export function Figures({ file, steady, run, pass, uses, fits, stale, children }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const length = unitOf('mm', system);
  const road = unitOf('m', system);
  const worst = uses && givesFirst(uses);
  const rows: [string, string][] = [
    ['Final drive', `${short(steady.finalDriveRatio)} : 1`],
    ['Rollout', `${formatIn(steady.rolloutMm, length)} ${length.symbol}`],
    ['Motor efficiency at speed', `${formatNumber(100 * steady.motorEfficiency, 0)} %`],
    ['Shaft power', `${short(steady.shaftPowerW)} W`],
    [steady.gripLimit === 'grip' ? 'Grip' : 'Front lifts at', `${short(steady.gripN)} N`],
  ];
  if (pass?.to95)
    rows.push(['95 % of top speed in', `${formatNumber(pass.to95.timeS, 1)} s · ${formatIn(pass.to95.distanceM, road)} ${road.symbol}`]);
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
      <h2 className="eyebrow text-soft">What gives first</h2>
      {worst ? (
        <p className="mt-1 mb-2 flex items-center gap-2 text-[15px] font-semibold">
          <VerdictMark level={worst.level} />
          {firstWords(worst.link)}: {wordsForUse(worst, system)}
        </p>
      ) : (
        <p className="mt-1 mb-2 text-soft">…</p>
      )}
      {fits.length > 0 && (
        <div className="mb-2">
          {fits.map((finding) => (
            <FindingLine key={finding.id} finding={finding} />
          ))}
        </div>
      )}
      <div className="mb-1 flex items-center justify-between">
        <h2 className="eyebrow text-soft">In figures · {wordFor(file.run?.profile ?? 'race')}</h2>
        {children}
      </div>
      <dl className="text-[13px]">
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-3 border-b border-rule py-px last:border-0">
            <dt className="text-soft">{name}</dt>
            <dd className="font-medium whitespace-nowrap">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function firstWords(link: LinkUse['link']): string {
  return { pack: 'Pack', esc: 'ESC', motor: 'Motor', gears: 'Motor speed', tyres: 'Tyres', road: 'Radio' }[link];
}
