import { RANGES } from '@puddler/contract/shared';
import { HIGHEST_BY_S, LEAST_OVER_AIR_K, USUAL_READY_C } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { FigureField } from '../../active/FigureField';
import { latest } from '../../jobs/asked';
import { useCooling } from '../../jobs/ladder-jobs';
import { Failed } from '../../ui/Failed';
import { useSignal } from '../../ui/use-signal';
import { useNow } from '../../ui/use-now';
import { useWidth } from '../../ui/useWidth';
import type { CoolingCourse } from '../../workers/ladder-worker';
import { clockText } from './step-text';
import { guessOf, type AtLadder } from './use-ladder-progress';
import type { Driven } from '../../active/ladder-question';

/** How long until the next run may start: by the cooling of this car since it stopped. The clock goes on while the page is closed. */
export function Countdown({ at, driven, stoppedAt }: { at: AtLadder; driven: Driven; stoppedAt: string }) {
  const system = useAppSelector((state) => state.prefs.units);
  const heat = unitOf('°C', system);
  const { run } = driven;
  const readyC = at.progress.readyC ?? Math.max(USUAL_READY_C, run.plan.site.ambientC + LEAST_OVER_AIR_K);
  const { readings } = run;
  const wish = useMemo(() => {
    if (!readings?.some((one) => one.of === 'can')) return undefined;
    return { plan: run.plan, readings, guess: guessOf(driven), readyC };
  }, [run.plan, readings, driven, readyC]);
  const asked = useCooling(wish);
  const now = useNow();
  const sinceS = (now - Date.parse(stoppedAt)) / 1000;
  const cooling = asked.state === 'failed' ? undefined : latest(asked);
  const leftS = cooling?.readyS === undefined ? undefined : cooling.readyS - sinceS;
  useSignal(leftS === undefined ? undefined : leftS <= 0);
  if (!wish) return <p className="text-body text-soft">Read the motor, and the time until it is cool is told here.</p>;
  if (asked.state === 'failed') return <Failed what="The cooling could not be computed" reason={asked.reason} onRetry={asked.retry} />;
  return (
    <section aria-label="Until the next run">
      <p className="flex flex-wrap items-baseline gap-x-2">
        {leftS !== undefined && leftS > 0 && (
          <>
            <span className="text-soft">Next run in</span>
            <strong role="timer" className="wide text-head font-semibold">
              {clockText(leftS)}
            </strong>
          </>
        )}
        {leftS !== undefined && leftS <= 0 && <strong className="font-semibold text-good">Cool enough for the next run.</strong>}
        {cooling && cooling.readyS === undefined && <span className="text-caution">The air is too warm to cool that far: choose a higher one.</span>}
        <span className="print:hidden">
          <FigureField
            named
            label="under"
            path="ladder.readyC"
            value={readyC}
            className="w-10"
            onSet={(value) =>
              at.change(({ readyC: _old, ...noted }) => (value === undefined ? noted : { ...noted, readyC: value }), 'cool enough', 'readyC')
            }
          />
        </span>
      </p>
      {cooling && (
        <CoolingLine cooling={cooling} sinceS={sinceS} readyC={readyC} unitSymbol={heat.symbol} text={(c) => formatIn(c, { ...heat, digits: 0 })} />
      )}
      {leftS !== undefined && leftS > 0 && sinceS > HIGHEST_BY_S && (
        <p className="text-body print:hidden">
          <FigureField
            named
            label="motor now"
            path="readings.c"
            value={undefined}
            placeholder="read"
            className="w-12"
            onSet={(c) =>
              c !== undefined &&
              at.changeRun(
                driven,
                (known) => ({
                  ...known,
                  readings: [
                    ...(known.readings ?? []),
                    { of: 'can', c, afterStopS: Math.min(RANGES['readings.afterStopS'].max, Math.round(sinceS)) },
                  ],
                }),
                'motor read while it cools',
              )
            }
          />
        </p>
      )}
      <p className="text-small text-soft">
        By the cooling of this car
        {(readings ?? []).filter((one) => one.of === 'can').length > 1 ? ', set by its readings' : '; a second reading of the motor makes it surer'}.
      </p>
    </section>
  );
}

const HEIGHT = 74;

function CoolingLine({
  cooling,
  sinceS,
  readyC,
  unitSymbol,
  text,
}: {
  cooling: CoolingCourse;
  sinceS: number;
  readyC: number;
  unitSymbol: string;
  text: (c: number) => string;
}) {
  const [box, width] = useWidth<HTMLDivElement>(320);
  const endS = cooling.stepS * (cooling.canC.length - 1);
  const x = scaleLinear([0, endS], [4, width - 4]);
  const y = scaleLinear([Math.min(readyC, ...cooling.canC) - 1, Math.max(readyC, ...cooling.canC) + 1], [HEIGHT - 14, 6]);
  const path = line<number>(
    (_, i) => x(i * cooling.stepS),
    (c) => y(c),
  )(cooling.canC)!;
  const nowS = Math.min(endS, Math.max(0, sinceS));
  const nowC = cooling.canC[Math.round(nowS / cooling.stepS)]!;
  return (
    <div ref={box}>
      <svg width={width} height={HEIGHT} role="img" aria-label={`The motor cools; now about ${text(nowC)} ${unitSymbol}`} className="block text-fine">
        <path d={`M4 ${y(readyC)}H${width - 4}`} className="stroke-steel [stroke-dasharray:4_3]" />
        <path d={path} fill="none" className="stroke-ember [stroke-width:1.5]" />
        <circle cx={x(nowS)} cy={y(nowC)} r={3.5} className="fill-ink" />
        <text x={Math.min(width - 60, x(nowS) + 6)} y={y(nowC) - 5} className="fill-ink font-semibold">
          {text(nowC)} {unitSymbol}
        </text>
        <text x={width - 4} y={HEIGHT - 3} textAnchor="end" className="fill-soft">
          {clockText(endS)} after the stop
        </text>
      </svg>
    </div>
  );
}
