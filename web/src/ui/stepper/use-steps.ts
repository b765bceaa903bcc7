import type { Range } from '@puddler/contract/shared';
import { useEffect, useRef, type PointerEvent } from 'react';
import { fromShown, toShown, type Unit } from '@puddler/figures';

const REPEAT_AFTER_MS = 380;
/** And the frame that it waits for: some 70 in all. */
const REPEAT_EVERY_MS = 54;
const DRAG_STARTS_PX = 4;
const DRAG_STEP_PX = 10;

/** A figure that is stepped, in the unit that is shown. */
export interface Stepped {
  value: number;
  range: Range;
  unit: Unit;
  step: number;
  onChange: (value: number) => void;
}

/** The figure some steps on: onto the grid of the step first, so that 67.3 goes to 68 and not to 68.3. */
function stepped(from: number, steps: number, { unit, step, range }: Pick<Stepped, 'unit' | 'step' | 'range'>): number {
  const shown = toShown(from, unit);
  const grid = steps > 0 ? Math.floor(shown / step + 1e-9) : Math.ceil(shown / step - 1e-9);
  const value = fromShown((grid + steps) * step, unit);
  return Math.min(range.max, Math.max(range.min, Number(value.toPrecision(9))));
}

/** Steps by keys, by buttons that repeat while they are held, and by dragging sideways. */
export function useSteps(figure: Stepped, onStep: () => void) {
  // Handlers that outlive a render (repeat, drag) must see the newest figure.
  const now = useRef(figure);
  useEffect(() => {
    now.current = figure;
  });
  const repeat = useRef<ReturnType<typeof setTimeout>>(undefined);
  const drag = useRef<{ x: number; from: number; moved: boolean }>(undefined);
  const frame = useRef<number>(undefined);
  const stopRepeat = () => {
    clearTimeout(repeat.current);
    if (frame.current !== undefined) cancelAnimationFrame(frame.current);
  };
  useEffect(() => stopRepeat, []);

  const set = (next: number) => {
    if (next === now.current.value) return;
    now.current = { ...now.current, value: next };
    now.current.onChange(next);
  };
  const move = (steps: number) => {
    onStep();
    set(stepped(now.current.value, steps, now.current));
  };
  const hold = (steps: number) => (event: PointerEvent) => {
    if (event.button !== 0) return;
    move(steps);
    // A page that was busy runs its timers before it hears that the thumb has gone, and one tap would be many steps: a frame comes after both.
    const after = (ms: number) => {
      repeat.current = setTimeout(() => (frame.current = requestAnimationFrame(again)), ms);
    };
    const again = () => {
      move(steps);
      after(REPEAT_EVERY_MS);
    };
    after(REPEAT_AFTER_MS);
  };
  const button = (steps: number) => ({
    onPointerDown: hold(steps),
    onPointerUp: stopRepeat,
    onPointerLeave: stopRepeat,
    onPointerCancel: stopRepeat,
  });

  const field = {
    onPointerDown: (event: PointerEvent<HTMLInputElement>) => {
      if (event.button !== 0 || document.activeElement === event.currentTarget) return;
      // A press is not yet a click: it may become a drag. Focus waits until it is let go.
      event.preventDefault();
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, from: figure.value, moved: false };
    },
    onPointerMove: (event: PointerEvent) => {
      const at = drag.current;
      if (!at) return;
      const distance = event.clientX - at.x;
      if (!at.moved && Math.abs(distance) < DRAG_STARTS_PX) return;
      at.moved = true;
      const steps = Math.trunc(distance / DRAG_STEP_PX);
      set(steps === 0 ? at.from : stepped(at.from, steps, now.current));
    },
    onPointerUp: (event: PointerEvent<HTMLInputElement>) => {
      const at = drag.current;
      drag.current = undefined;
      if (!at || at.moved) return;
      event.currentTarget.focus();
      event.currentTarget.select();
    },
    onPointerCancel: () => (drag.current = undefined),
  };
  return { move, button, field };
}
