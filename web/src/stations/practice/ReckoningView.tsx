import type { Reckoning } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { learnedOf } from '../../document-store/selectors';
import { useLimits } from '../../active/run-terms';
import { reckoningJob } from '../../jobs/practice-jobs';
import { useJob } from '../../jobs/use-job';
import { Busy } from '../../ui/Busy';
import { Failed } from '../../ui/Failed';
import type { AtDay } from './use-day';

const SLIPS = {
  pinion: 'The pinion was counted wrong by one tooth.',
  spur: 'The spur was counted wrong by two teeth.',
  tyre: 'The tyres were worn: four per cent smaller than noted.',
  bearing: 'A bearing dragged: a sixteenth of the power was lost on the way.',
} as const;
const LOST = {
  motor: 'The motor is burnt: its winding or its magnets were too hot for too long.',
  esc: 'The ESC is burnt: it was too hot for too long.',
  pack: 'The pack is lost: its cells were too hot for too long.',
} as const;

/** What heat has used up of a part without losing it; nothing where that is less than this. */
const LEAST_WORN = 0.01;
const WORN = { windingC: 'winding', canC: 'magnets and bearings', escC: 'ESC', packC: 'pack' } as const;

function wornText(worn: Reckoning['worn']): string {
  const parts = (Object.keys(WORN) as (keyof typeof WORN)[]).filter((part) => worn[part] >= LEAST_WORN);
  return parts.map((part) => `${WORN[part]} ${formatNumber(100 * Math.min(1, worn[part]), 0)} %`).join(', ');
}

/** The day at its end: what was believed, what was true, how hot it got inside, what it took. */
export function ReckoningView({ at }: { at: AtDay }) {
  const limits = useLimits(at.file.limits);
  const { day } = at;
  const asked = useJob(
    reckoningJob,
    useMemo(() => ({ day, limits }), [day, limits]),
  );
  if (asked.state === 'waiting') return <Busy text="Laying the truth beside it …" />;
  if (asked.state === 'failed') return <Failed what="The reckoning could not be made" reason={asked.reason} onRetry={asked.retry} />;
  return <Told reckoning={asked.value} at={at} />;
}

function Told({ reckoning, at }: { reckoning: Reckoning; at: AtDay }) {
  const system = useAppSelector((state) => state.prefs.units);
  const learned = useAppSelector((state) => learnedOf(state, at.carId));
  const [speed, heat] = [
    { ...unitOf('m/s', system), digits: 1 },
    { ...unitOf('°C', system), digits: 0 },
  ];
  const { runs, minutes, windingC, lost, worn, targetMs, fastestMs, reached, targetIsSafe, targetCanC, slip, weather } = reckoning;
  const right = targetIsSafe ? reached : !reached;
  const lines: [string, string][] = [
    ['Drives', String(runs)],
    ['Of the day', `${formatNumber(minutes, 0)} minutes`],
    ['Fastest', `${formatIn(fastestMs, speed)} of ${formatIn(targetMs, speed)} ${speed.symbol}`],
    ['Hottest inside', `${formatIn(windingC, heat)} ${heat.symbol} in the winding`],
    ...(wornText(worn) === '' ? [] : [['Used up by heat', wornText(worn)] as [string, string]]),
    ['Wind and slope', `${formatIn(weather.windMs, speed)} ${speed.symbol} along the strip, ${formatNumber(100 * weather.grade, 1)} %`],
    ['Air', `${formatIn(weather.ambientC, heat)} ${heat.symbol}`],
  ];
  return (
    <section aria-label="Reckoning" className="mt-4 grid gap-x-10 gap-y-4 lg:grid-cols-2">
      <div>
        <h2 className={`wide text-head font-semibold ${lost ? 'text-stop' : right ? 'text-good' : 'text-caution'}`}>
          {lost ? LOST[lost] : reached ? 'The target is reached.' : targetIsSafe ? 'Short of the target.' : 'Rightly left alone.'}
        </h2>
        <p className="text-body">
          {targetIsSafe
            ? `This very car stands its target: over the planned run its motor comes to ${formatIn(targetCanC, heat)} ${heat.symbol}.`
            : `This very car does not stand its target: over the planned run its motor would come to ${formatIn(targetCanC, heat)} ${heat.symbol}.`}{' '}
          {slip && <strong className="font-semibold">{SLIPS[slip]}</strong>}
        </p>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 border-t border-rule text-body">
          {lines.map(([name, value]) => (
            <div key={name} className="col-span-2 grid grid-cols-subgrid border-b border-rule py-1">
              <dt className="text-soft">{name}</dt>
              <dd className="font-medium">{value}</dd>
            </div>
          ))}
        </dl>
      </div>
      <div>
        <h2 className="eyebrow text-soft">What was believed, and what is true</h2>
        <ul className="text-body">
          {reckoning.figures.map((one) => (
            <TrueLine key={one.label} {...one} />
          ))}
        </ul>
        <p className="mt-1 text-small text-soft">
          Bar: as unsure as it was on paper. Mark: the truth.
          {learned ? ` The car was learned from ${learned.from.length} of its runs.` : ' The car was not learned from its runs.'}
        </p>
      </div>
    </section>
  );
}

/** How far the truth lies from what was believed, on the scale of how unsure that was. */
function TrueLine({ label, differs, sigma }: Reckoning['figures'][number]) {
  const x = scaleLinear([-3, 3], [4, 156]).clamp(true);
  const said = `${differs >= 0 ? '+' : '−'}${formatNumber(Math.abs(100 * differs), 1)} %`;
  return (
    <li className="flex items-center gap-3 border-b border-rule py-1">
      <span className="min-w-0 flex-1">{label}</span>
      <svg width={160} height={16} role="img" aria-label={`${said}, unsure by ${formatNumber(100 * sigma, 0)} %`}>
        <rect x={x(-1.28)} y={5} width={x(1.28) - x(-1.28)} height={6} className="fill-amps" />
        <path d={`M${x(0)} 2v12`} className="stroke-edge" />
        <rect x={x(Math.log1p(differs) / sigma) - 1.5} y={1} width={3} height={14} className="fill-ink" />
      </svg>
      <strong className="w-16 text-right font-semibold">{said}</strong>
    </li>
  );
}
