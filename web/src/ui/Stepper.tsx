import { useEffect, useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Range } from '@puddler/contract/shared';
import { useAppSelector } from '../desk/store';
import { parseFigure } from '../units/parse';
import { formatIn, fromShown, toShown, unitOf } from '../units/units';

interface Props {
  /** For screen readers and messages: “pinion”. */
  label: string;
  /** In the plan file's unit. */
  value: number;
  range: Range;
  /** One press, in the unit shown. */
  step: number;
  onChange: (value: number) => void;
  /** What one press down and one press up would give, shown under the buttons. */
  neighbours?: { down?: string | undefined; up?: string | undefined };
  /** Overrides the range's unit behind the figure (“pinion” for teeth). */
  suffix?: string;
}

const REPEAT_AFTER_MS = 380;
const REPEAT_EVERY_MS = 70;
const DRAG_STARTS_PX = 4;
const DRAG_STEP_PX = 10;
const PAGE_STEPS = 10;

/** A figure to step, drag sideways, or type with or without its unit. */
export function Stepper({ label, value, range, step, onChange, neighbours, suffix }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const unit = unitOf(range.unit, system);
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const messageId = useId();
  // Handlers that outlive a render (repeat, drag) must see the newest figure.
  const now = useRef({ value, onChange });
  useEffect(() => {
    now.current = { value, onChange };
  });
  const repeat = useRef<ReturnType<typeof setTimeout>>(undefined);
  const drag = useRef<{ x: number; from: number; moved: boolean }>(undefined);

  const stepped = (from: number, steps: number): number => {
    const shown = toShown(from, unit);
    // Onto the grid of the step, so that 67.3 goes to 68 and not to 68.3.
    const grid = steps > 0 ? Math.floor(shown / step + 1e-9) : Math.ceil(shown / step - 1e-9);
    const value = fromShown((grid + steps) * step, unit);
    return Math.min(range.max, Math.max(range.min, Number(value.toPrecision(9))));
  };
  const move = (steps: number) => {
    setTyped(undefined);
    setProblem(undefined);
    const next = stepped(now.current.value, steps);
    if (next !== now.current.value) {
      now.current.value = next;
      now.current.onChange(next);
    }
  };

  const stopRepeat = () => clearTimeout(repeat.current);
  useEffect(() => stopRepeat, []);
  const startRepeat = (steps: number) => (event: PointerEvent) => {
    if (event.button !== 0) return;
    move(steps);
    const again = () => {
      move(steps);
      repeat.current = setTimeout(again, REPEAT_EVERY_MS);
    };
    repeat.current = setTimeout(again, REPEAT_AFTER_MS);
  };

  const settle = () => {
    if (typed === undefined) return;
    const parsed = parseFigure(typed, range, system);
    if (!parsed.ok) {
      setProblem(parsed.message);
      return;
    }
    setTyped(undefined);
    setProblem(undefined);
    if (parsed.value !== value) onChange(parsed.value);
  };

  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const steps = { ArrowUp: 1, ArrowDown: -1, PageUp: PAGE_STEPS, PageDown: -PAGE_STEPS }[event.key];
    if (steps !== undefined) {
      event.preventDefault();
      move(steps);
    } else if (event.key === 'Enter') settle();
    else if (event.key === 'Escape' && typed !== undefined) {
      event.stopPropagation();
      setTyped(undefined);
      setProblem(undefined);
    }
  };

  const onDown = (event: PointerEvent<HTMLInputElement>) => {
    if (event.button !== 0 || document.activeElement === event.currentTarget) return;
    // A press is not yet a click: it may become a drag. Focus waits until it is let go.
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, from: value, moved: false };
  };
  const onMove = (event: PointerEvent) => {
    const at = drag.current;
    if (!at) return;
    const distance = event.clientX - at.x;
    if (!at.moved && Math.abs(distance) < DRAG_STARTS_PX) return;
    at.moved = true;
    const steps = Math.trunc(distance / DRAG_STEP_PX);
    const next = steps === 0 ? at.from : stepped(at.from, steps);
    if (next !== now.current.value) {
      now.current.value = next;
      now.current.onChange(next);
    }
  };
  const onUp = (event: PointerEvent<HTMLInputElement>) => {
    const at = drag.current;
    drag.current = undefined;
    if (at && !at.moved) {
      event.currentTarget.focus();
      event.currentTarget.select();
    }
  };

  const text = formatIn(value, unit);
  const shownSuffix = suffix ?? unit.symbol;
  const button = 'hit w-7 text-[15px] leading-none text-soft hover:bg-wash hover:text-ink max-sm:w-10 select-none touch-none';
  return (
    <div className="min-w-0">
      <div className={`flex h-7 items-stretch rounded-sm border bg-sheet max-sm:h-10 ${problem ? 'border-stop' : 'border-rule'}`}>
        <button
          type="button"
          tabIndex={-1}
          className={`${button} border-r border-rule`}
          aria-label={`${label} down`}
          disabled={value <= range.min}
          onPointerDown={startRepeat(-1)}
          onPointerUp={stopRepeat}
          onPointerLeave={stopRepeat}
          onPointerCancel={stopRepeat}
        >
          −
        </button>
        <label className="@container relative flex min-w-0 flex-1 cursor-ew-resize items-center justify-center gap-1 px-1">
          <input
            className="w-full min-w-0 cursor-ew-resize touch-pan-y bg-transparent text-right font-semibold outline-none focus:cursor-text"
            style={{ width: `${Math.max(2, (typed ?? text).length) + 0.4}ch` }}
            role="spinbutton"
            inputMode="decimal"
            aria-label={label}
            aria-valuenow={toShown(value, unit)}
            aria-valuetext={`${text} ${shownSuffix}`}
            aria-valuemin={toShown(range.min, unit)}
            aria-valuemax={toShown(range.max, unit)}
            aria-invalid={problem !== undefined}
            aria-describedby={problem ? messageId : undefined}
            value={typed ?? text}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={settle}
            onKeyDown={onKey}
            onPointerDown={onDown}
            onPointerMove={onMove}
            onPointerUp={onUp}
            onPointerCancel={() => (drag.current = undefined)}
          />
          <span className={`shrink-0 text-[12px] text-soft ${suffix ? '@max-[62px]:hidden' : ''}`}>{shownSuffix}</span>
        </label>
        <button
          type="button"
          tabIndex={-1}
          className={`${button} border-l border-rule`}
          aria-label={`${label} up`}
          disabled={value >= range.max}
          onPointerDown={startRepeat(1)}
          onPointerUp={stopRepeat}
          onPointerLeave={stopRepeat}
          onPointerCancel={stopRepeat}
        >
          +
        </button>
      </div>
      {problem ? (
        <p id={messageId} role="alert" className="mt-0.5 text-[11.5px] text-stop">
          {problem}
        </p>
      ) : (
        neighbours && (
          <p className="mt-0.5 flex justify-between px-0.5 text-[11.5px] text-soft" aria-hidden="true">
            <span>{neighbours.down}</span>
            <span>{neighbours.up}</span>
          </p>
        )
      )}
    </div>
  );
}
