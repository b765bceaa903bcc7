/** @jest-environment jsdom */
import type * as Clock from '../src/ui/clock';

const SERVER = Date.UTC(2026, 4, 1, 12);
afterEach(() => {
  jest.useRealTimers();
  localStorage.clear();
});

/** The module as a page that has just been opened has it, on a device whose clock shows this. */
async function pageAt(deviceMs: number): Promise<typeof Clock> {
  jest.resetModules();
  jest.useFakeTimers({ now: deviceMs });
  return import('../src/ui/clock');
}

test.each([
  ['ahead', 7 * 60_000],
  ['behind', -3 * 3_600_000],
])('a device whose clock is %s notes the server’s time, also after a reload out of reach', async (_, ahead) => {
  const first = await pageAt(SERVER + ahead);
  expect(first.nowMs()).toBe(SERVER + ahead);
  first.setServerTime(SERVER);
  expect(first.nowMs()).toBe(SERVER);
  jest.advanceTimersByTime(90_000);
  expect(first.nowText()).toBe(new Date(SERVER + 90_000).toISOString());
  const second = await pageAt(SERVER + ahead + 600_000);
  expect(second.nowMs()).toBe(SERVER + 600_000);
});

test('the way of a message moves nothing, a clock that was set right is believed again, and what is no time changes nothing', async () => {
  const clock = await pageAt(SERVER);
  clock.setServerTime(SERVER - 1500);
  expect(clock.nowMs()).toBe(SERVER);
  clock.setServerTime(SERVER - 60_000);
  for (const nothing of [Number.NaN, 0, -5, Infinity]) clock.setServerTime(nothing);
  expect(clock.nowMs()).toBe(SERVER - 60_000);
  clock.setServerTime(SERVER + 40);
  expect(clock.nowMs()).toBe(SERVER);
  expect((await pageAt(SERVER)).nowMs()).toBe(SERVER);
});

test('what another program left in the store is not a time', async () => {
  localStorage.setItem('puddler-clock-ahead', 'noon');
  expect((await pageAt(SERVER)).nowMs()).toBe(SERVER);
});
