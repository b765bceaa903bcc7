import type { CarRun } from '@puddler/contract/shared';
import { formatNumber } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { clocksJob } from '../../jobs/log-jobs';
import { useJob } from '../../jobs/use-job';
import { Failed } from '../../ui/Failed';
import { Busy } from '../../ui/Busy';
import { useWidth } from '../../ui/useWidth';
import type { ClockSpeed } from '../../workers/log-clocks';
import { traceRequest } from './trace-wish';

const HEIGHT = 96;
const PAD = 6;
const STEP_S = 0.1;
const STRIDE_S = 1;
/** A shift is told to a hundredth of a second. */
const rounded = (shiftS: number) => Number(shiftS.toFixed(2));

/** The speed by the first log and by another over each other; the other is dragged, or moved by the arrow keys, until they lie alike. */
export function ClockDrag({ run, at, shiftS, onSet }: { run: CarRun; at: number; shiftS: number; onSet: (shiftS: number) => void }) {
  const { plan, logs } = run;
  const wish = useMemo(
    () => traceRequest('clocks', { plan, ...(logs ? { logs: logs.map(({ shiftS: _shift, ...log }) => log) } : {}) }),
    [plan, logs],
  );
  const asked = useJob(clocksJob, wish);
  if (asked.state === 'waiting') return <Busy text="Reading the speeds …" />;
  if (asked.state === 'failed') return <Failed what="The speeds could not be read" reason={asked.reason} onRetry={asked.retry} />;
  const [first, other] = [asked.value[0]!, asked.value[at]!];
  if (!first.speedMs || !other.speedMs) return <p className="w-full text-small text-soft">One of the two says no speed: type the shift.</p>;
  return <Drag first={first} other={other} shiftS={shiftS} onSet={onSet} name={run.logs?.[at]?.name ?? 'the log'} />;
}

function Drag({
  first,
  other,
  shiftS,
  onSet,
  name,
}: {
  first: ClockSpeed;
  other: ClockSpeed;
  shiftS: number;
  onSet: (shiftS: number) => void;
  name: string;
}) {
  const [box, width] = useWidth<HTMLDivElement>(560);
  const [held, setHeld] = useState<number>();
  const from = useRef<{ x: number; shiftS: number }>(undefined);
  const now = held ?? shiftS;
  const endOf = ({ startS, stepS, speedMs = [] }: ClockSpeed) => startS + stepS * speedMs.length;
  const x = scaleLinear([Math.min(first.startS, other.startS + shiftS), Math.max(endOf(first), endOf(other) + shiftS)], [PAD, width - PAD]);
  const perPx = x.invert(1) - x.invert(0);
  const top = Math.max(1, ...[...first.speedMs!, ...other.speedMs!].filter((value) => !Number.isNaN(value)));
  const y = scaleLinear([0, top], [HEIGHT - PAD, PAD]);
  const pathOf = ({ startS, stepS, speedMs }: ClockSpeed) =>
    line<number>()
      .defined((value) => !Number.isNaN(value))
      .x((_, i) => x(startS + i * stepS))
      .y((value) => y(value))(speedMs!) ?? '';
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onSet(rounded(shiftS + by * (event.shiftKey ? STRIDE_S : STEP_S)));
  };
  return (
    <div ref={box} className="w-full print:hidden">
      <svg
        width={width}
        height={HEIGHT}
        role="slider"
        tabIndex={0}
        aria-label={`Clock of ${name}, against the first log`}
        aria-valuenow={rounded(now)}
        aria-valuetext={`${formatNumber(now, 2)} seconds`}
        className="block cursor-ew-resize touch-pan-y bg-wash/50 select-none"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = { x: event.clientX, shiftS };
        }}
        onPointerMove={(event) => from.current && setHeld(rounded(from.current.shiftS + (event.clientX - from.current.x) * perPx))}
        onPointerUp={() => {
          from.current = undefined;
          setHeld(undefined);
          if (held !== undefined && held !== shiftS) onSet(held);
        }}
        onPointerCancel={() => {
          from.current = undefined;
          setHeld(undefined);
        }}
      >
        <path d={pathOf(first)} fill="none" className="stroke-ink [stroke-width:1.3]" />
        <path d={pathOf(other)} fill="none" transform={`translate(${x(now) - x(0)} 0)`} className="stroke-ember [stroke-width:1.3]" />
      </svg>
      <p className="text-small text-soft">
        <span className="text-ink">The first log</span> and <span className="text-ember">{name}</span>, moved by {formatNumber(now, 2)} s. Drag it, or
        use the arrow keys: a tenth of a second each, a whole one with Shift.
      </p>
    </div>
  );
}
