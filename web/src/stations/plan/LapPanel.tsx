import { cornerGripMs2, plannedRun, type Bands, type Lap, type PlanFile, type ResolvedPlan, type Run } from '@puddler/core';
import { formatNumber, toShown, unitOf } from '@puddler/figures';
import { useMemo } from 'react';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneRegion } from '../../charts/PaneFrame';
import { useAppSelector } from '../../document-store/store';
import { CourseDrawing } from '../../drawings/CourseDrawing';

interface Props {
  file: PlanFile;
  resolved: ResolvedPlan;
  lap: Lap | undefined;
  run: Run | undefined;
  bands: Bands | undefined;
  stale: boolean;
  /** The run could not be computed, as the page says above. */
  isFailed: boolean;
}

/** A lap of the course that is driven: its time, what it takes from the pack, and speed over distance. */
export function LapPanel({ file, resolved, lap, run, bands, stale, isFailed }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [speed, road] = [unitOf('m/s', system), unitOf('m', system)];
  const { course, profile } = plannedRun(file);
  const chart = useMemo(() => lap && lapChart(lap, speed, road), [lap, speed, road]);
  if (!run && !isFailed) return <p className="py-10 text-center text-soft">Driving the laps …</p>;
  if (!run || !lap || !chart || run.lapS === null)
    return <p className="py-10 text-center text-soft">It does not get round twice within the run: there is no lap to show.</p>;
  return (
    <>
      <PaneChart
        title={`A lap of ${course?.name ?? (course ? 'your course' : profile === 'race' ? 'a usual race' : 'usual bashing')}`}
        data={chart.data}
        regions={chart.held}
        xUnit={road.symbol}
        xName="distance"
        height={180}
        stale={stale}
      />
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2 border-t border-rule pt-1.5">
        <LapFigures run={run} lapS={run.lapS} lengthM={lap.lengthM} bands={bands} />
        {course && <CourseDrawing legs={course.legs} gripMs2={cornerGripMs2(resolved.site)} />}
      </div>
    </>
  );
}

interface FiguresProps {
  run: Run;
  lapS: number;
  lengthM: number;
  bands: Bands | undefined;
}

function LapFigures({ run, lapS, lengthM, bands }: FiguresProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const road = unitOf('m', system);
  const minutes = bands?.figures.minutes.p50;
  const rows: readonly (readonly [name: string, value: string, likely?: string | undefined])[] = [
    [
      'lap time',
      `${formatNumber(lapS, 2, true)} s`,
      bands?.lapS && `likely ${formatNumber(bands.lapS.p10, 1, true)}–${formatNumber(bands.lapS.p90, 1, true)}`,
    ],
    ['length', `${formatNumber(toShown(lengthM, road), 0)} ${road.symbol}`],
    ['charge a lap', `${formatNumber((1000 * run.usedAh * lapS) / run.endS, 0)} mAh`],
    ...(minutes === undefined ? [] : [['laps to cut-off', `about ${formatNumber((minutes * 60) / lapS, 0)}`] as const]),
    ['at the limit of grip', `${formatNumber((100 * run.gripLimitedS) / run.endS, 0)} % of the time`],
  ];
  return (
    <dl className="flex flex-1 flex-wrap gap-x-6 gap-y-1 text-small">
      {rows.map(([name, value, likely]) => (
        <div key={name}>
          <dt className="text-soft">{name}</dt>
          <dd className="font-semibold whitespace-nowrap">
            {value} {likely && <span className="font-normal text-soft">{likely}</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function lapChart({ samples }: Lap, speed: ReturnType<typeof unitOf>, road: ReturnType<typeof unitOf>) {
  const x = samples.map(({ distanceM }) => toShown(distanceM, road));
  const held: PaneRegion[] = [];
  for (const [i, { limited }] of samples.entries()) {
    if (!limited || i === 0) continue;
    const last = held[held.length - 1];
    if (last && samples[i - 1]!.limited) last.to = x[i]!;
    else held.push({ from: x[i]!, to: x[i]!, label: last ? '' : 'at the limit of grip' });
  }
  return {
    held,
    data: {
      x,
      panes: [
        {
          label: 'speed',
          unit: speed.symbol,
          tone: 'ink',
          weight: 5,
          digits: 1,
          fromZero: true,
          y: samples.map(({ speedMs }) => toShown(speedMs, speed)),
        },
        { label: 'pack current', unit: 'A', tone: 'steel', weight: 3, digits: 0, fromZero: true, y: samples.map(({ packA }) => packA) },
      ],
    } as const,
  };
}
