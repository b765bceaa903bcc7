/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { useSignal } from '../src/ui/use-signal';

const buzzed = jest.fn();
beforeEach(() => {
  buzzed.mockClear();
  Object.assign(navigator, { vibrate: buzzed });
});

const over = (...states: (boolean | undefined)[]) => {
  const { rerender } = renderHook(({ isSo }) => useSignal(isSo), { initialProps: { isSo: states[0] } });
  for (const isSo of states.slice(1)) rerender({ isSo });
};

test('the moment that was waited for is signalled, once', () => {
  over(undefined, false, false, true, true);
  expect(buzzed).toHaveBeenCalledTimes(1);
});

test('what was so when one came is no news, nor what is not known', () => {
  over(true, true);
  over(undefined, true);
  over(false, undefined);
  expect(buzzed).not.toHaveBeenCalled();
});

test('the next wait is signalled as well', () => {
  over(false, true, false, undefined, true);
  expect(buzzed).toHaveBeenCalledTimes(2);
});
