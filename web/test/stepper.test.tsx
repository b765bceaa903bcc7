/** @jest-environment jsdom */
import { RANGES } from '@puddler/contract/shared';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { unitsSwapped } from '../src/document-store/prefs-slice';
import { createStore, useAppSelector } from '../src/document-store/store';
import { Stepper } from '../src/ui/stepper/Stepper';

// jsdom has no pointer events; a mouse event carries all that the stepper reads of one.
if (!('PointerEvent' in window)) Object.defineProperty(window, 'PointerEvent', { value: MouseEvent });

const seen: number[] = [];
let store = createStore();

function Bench({ start, path, step }: { start: number; path: keyof typeof RANGES; step: number }) {
  const [value, setValue] = useState(start);
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <Stepper
      label="figure"
      value={value}
      range={RANGES[path]}
      step={step}
      system={system}
      onChange={(next) => {
        seen.push(next);
        setValue(next);
      }}
    />
  );
}

const show = (start: number, path: keyof typeof RANGES, step: number) => {
  render(
    <Provider store={store}>
      <Bench start={start} path={path} step={step} />
    </Provider>,
  );
  return screen.getByRole<HTMLInputElement>('spinbutton', { name: 'figure' });
};

beforeEach(() => {
  seen.length = 0;
  store = createStore();
  jest.useFakeTimers();
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

test('arrow keys step, page keys step ten', () => {
  const field = show(17, 'gearing.pinion', 1);
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowDown', 'PageUp', 'PageDown']) fireEvent.keyDown(field, { key });
  expect(seen).toEqual([18, 19, 18, 28, 18]);
});

test('it stops at the ends of its range', () => {
  const field = show(5, 'gearing.pinion', 1);
  fireEvent.keyDown(field, { key: 'PageDown' });
  fireEvent.keyDown(field, { key: 'ArrowDown' });
  expect(seen).toEqual([4]);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'figure down', hidden: true }).disabled).toBe(true);
});

test('an odd figure steps onto the grid', () => {
  const field = show(3310, 'motor.kvRpmPerV', 50);
  fireEvent.keyDown(field, { key: 'ArrowUp' });
  fireEvent.keyDown(field, { key: 'ArrowDown' });
  expect(seen).toEqual([3350, 3300]);
});

test('a held button repeats until it is let go', () => {
  show(17, 'gearing.pinion', 1);
  const up = screen.getByRole('button', { name: 'figure up', hidden: true });
  fireEvent.pointerDown(up, { button: 0 });
  expect(seen).toEqual([18]);
  act(() => void jest.advanceTimersByTime(380 + 16 + 2 * 70 + 10));
  expect(seen).toEqual([18, 19, 20, 21]);
  fireEvent.pointerUp(up);
  act(() => void jest.advanceTimersByTime(2_000));
  expect(seen).toHaveLength(4);
});

test('a tap on a page that was busy is one step: the thumb is heard to be gone before anything repeats', () => {
  show(17, 'gearing.pinion', 1);
  const up = screen.getByRole('button', { name: 'figure up', hidden: true });
  fireEvent.pointerDown(up, { button: 0 });
  // The timer is overdue by the time that the page has its turn again, and then comes what the thumb did.
  act(() => void jest.advanceTimersByTime(380));
  fireEvent.pointerUp(up);
  act(() => void jest.advanceTimersByTime(2_000));
  expect(seen).toEqual([18]);
});

test('a typed figure counts on Enter, with its unit', () => {
  const field = show(70, 'car.tyre.diameterMm', 1);
  fireEvent.change(field, { target: { value: '3 in' } });
  expect(seen).toEqual([]);
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(seen[0]).toBeCloseTo(76.2, 6);
});

test('a bad figure says why and changes nothing; Escape takes it back', () => {
  const field = show(17, 'gearing.pinion', 1);
  fireEvent.change(field, { target: { value: '900' } });
  fireEvent.blur(field);
  expect(seen).toEqual([]);
  expect(screen.getByRole('alert').textContent).toContain('4 to 200');
  expect(field.getAttribute('aria-invalid')).toBe('true');
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(field.value).toBe('17');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('it follows the units', () => {
  const field = show(20, 'site.ambientC', 1);
  expect(field.value).toBe('20');
  act(() => void store.dispatch(unitsSwapped()));
  expect(field.value).toBe('68');
  fireEvent.keyDown(field, { key: 'ArrowUp' });
  expect(seen[0]).toBeCloseTo((69 - 32) / 1.8, 6);
});
