import type { Pass, PassFigures } from '@puddler/core';
import { memo, useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneData } from '../../charts/pane-layout';
import { formatIn, formatNumber, toShown, unitOf } from '@puddler/figures';

interface Props {
  pass: Pass | undefined;
  figures: PassFigures | undefined;
  stale: boolean;
  /** The run could not be computed, as the page says above. */
  isFailed: boolean;
  limit: 'grip' | 'wheelie';
  rampS: number;
  onRamp: (rampS: number) => void;
  /** The sample under the pointer, for the chain’s band. */
  onMoment: (index: number | undefined) => void;
}

/**
 * A full-throttle pass from standstill: speed, pack current and bus voltage against time, and what a strip judges.
 * Drawn again only with a new pass: while stepping, the chart waits for the worker and costs nothing.
 */
export const PassPanel = memo(function PassPanel({ pass, figures, stale, isFailed, limit, rampS, onRamp, onMoment }: Props) {
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
  if (isFailed && !pass) return <p className="py-10 text-center text-soft">There is no pass to show.</p>;
  if (!data || !pass) return <p className="py-10 text-center text-soft">Driving the pass …</p>;
  const held = pass.gripLimitedS;
  return (
    <>
      <PaneChart
        title="Pass at full throttle"
        data={data}
        xUnit="s"
        height={224}
        stale={stale}
        onReadout={onMoment}
        regions={
          held > 0.02
            ? [{ from: firstHeld(pass), to: firstHeld(pass) + held, label: limit === 'grip' ? 'at the limit of grip' : 'front about to lift' }]
            : []
        }
      >
        <label className="flex items-center gap-2 text-small whitespace-nowrap text-soft sm:ml-auto">
          throttle opens in
          <input
            type="range"
            min={0}
            max={3}
            step={0.1}
            value={rampS}
            className="w-24 max-sm:h-thumb max-sm:w-16"
            aria-valuetext={`${formatNumber(rampS, 1)} seconds`}
            onChange={(event) => onRamp(Number(event.target.value))}
          />
          <span className="w-9 font-medium text-ink">{formatNumber(rampS, 1, true)} s</span>
        </label>
      </PaneChart>
      {figures && <StripFigures figures={figures} />}
    </>
  );
});

function StripFigures({ figures }: { figures: PassFigures }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const road = unitOf('m', system);
  const metres = (value: number) => `${formatNumber(toShown(value, road), value < 20 ? 1 : 0)} ${road.symbol}`;
  const rows: [string, string][] = [
    ...figures.marks.map((mark): [string, string] => [
      metres(mark.atM),
      `${formatNumber(mark.timeS, 2, true)} s · ${formatIn(mark.speedMs, speed, true)} ${speed.symbol}`,
    ]),
    ...(figures.to50KmHS === undefined
      ? []
      : [[system === 'metric' ? '0–50 km/h' : '0–31 mph', `${formatNumber(figures.to50KmHS, 2, true)} s`] as [string, string]]),
    ['peak', `${formatNumber(figures.peakG, 2, true)} g`],
    ...(figures.to95
      ? [['95 % of top speed', `${formatNumber(figures.to95.timeS, 1, true)} s · ${metres(figures.to95.distanceM)}`] as [string, string]]
      : []),
    ['stopping', metres(figures.stopM)],
    ...(figures.toRadioEdgeS === undefined ? [] : [['edge of range', `${formatNumber(figures.toRadioEdgeS, 1, true)} s`] as [string, string]]),
  ];
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1 border-t border-rule pt-1.5 text-small">
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt className="text-soft">{name}</dt>
          <dd className="font-semibold whitespace-nowrap">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function firstHeld(pass: Pass): number {
  return pass.samples.find((sample) => sample.limited)?.timeS ?? 0;
}
