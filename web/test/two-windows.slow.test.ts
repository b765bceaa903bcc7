import { randomStream, type PlanBody } from '@puddler/core';
import { clientOf } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import {
  act,
  answer,
  Device,
  onServer,
  openWindow,
  pause,
  serverForWindows,
  setReach,
  setVisible,
  shown,
  stopServer,
  until,
  untilAlike,
  type Window,
} from './windows';

let server: Running;
beforeEach(async () => {
  server = await serverForWindows();
});
afterEach(() => stopServer(server));

test.each([1, 2, 3, 4, 5, 6, 7, 8])(
  'two windows that edit, delete, undo and redo at the same time end with the same garage (seed %i)',
  async (seed) => {
    const client = clientOf(server);
    const { id } = await client.addCar();
    for (let i = 0; i < 3; i++) await client.addPlan(id);
    const windows = [await openWindow(), await openWindow()];
    const random = randomStream(seed);
    const pick = (below: number) => Math.floor(random() * below);
    const settle = () => {
      for (const one of windows) answer(one, pick);
      return windows.every(({ page, store }) => page.selectSaveStatus(store.getState()) === 'saved');
    };
    for (let i = 0; i < 60; i++) {
      act(windows[pick(2)]!, pick);
      if (pick(3) === 0) await pause(pick(40));
      if (pick(6) === 0) await until(settle, () => windows.map(({ page, store }) => page.selectUnsettled(store.getState())));
    }
    await untilAlike(windows, settle);
    const held = await onServer();
    for (const one of windows) {
      expect(shown(one)).toEqual(held);
      one.close();
    }
  },
);

test('a window that is opened behind another one shows, when it is looked at, what was written meanwhile', async () => {
  const client = clientOf(server);
  const { id } = await client.addCar();
  setVisible(false);
  const behind = await openWindow();
  const written = await client.addPlan(id);
  setVisible(true);
  await until(
    () => `plan:${written.id}` in shown(behind),
    () => Object.keys(shown(behind)),
  );
  behind.close();
});

describe('two windows of one browser, with the server out of reach', () => {
  const pinionAndSpur = async () => (Object.entries(await onServer()).find(([key]) => key.startsWith('plan:'))![1] as PlanBody).gearing;
  const keptIn = (device: Device) => [...(device.kept.get('puddler')?.keys() ?? [])];
  const untilKept = (device: Device, count: number) =>
    until(
      () => keptIn(device).length === count,
      () => keptIn(device),
    );
  /** The page that is opened after both, each with an edit of its own. */
  const closedBoth = async (device: Device, ...both: Window[]) => {
    await untilKept(device, both.length);
    for (const one of both) one.close();
    return openWindow(device);
  };
  const isSaved = (one: Window) =>
    until(
      () => one.page.selectSaveStatus(one.store.getState()) === 'saved',
      () => one.page.selectUnsettled(one.store.getState()),
    );

  /** Two windows that know one plan, and its id. */
  async function twoOfOne(device: Device): Promise<[Window, Window, string]> {
    const client = clientOf(server);
    const { id } = await client.addPlan((await client.addCar()).id);
    const windows: [Window, Window] = [await openWindow(device), await openWindow(device)];
    setReach(device, 'away');
    return [...windows, id];
  }

  test('each keeps its own edit of a plan: both are there with the next page, and nothing is kept for ever', async () => {
    const device = new Device();
    const [one, other, id] = await twoOfOne(device);
    one.store.dispatch(one.page.editPlan(id, 'gearing.pinion', 21, 'pinion'));
    other.store.dispatch(other.page.editPlan(id, 'gearing.spur', 77, 'spur'));
    const next = await closedBoth(device, one, other);
    expect(next.page.planOf(next.store.getState(), id)!.plan.gearing).toMatchObject({ pinion: 21, spur: 77 });
    setReach(device, 'in reach');
    await isSaved(next);
    expect(await pinionAndSpur()).toMatchObject({ pinion: 21, spur: 77 });
    await untilKept(device, 0);
    next.close();
  });

  test('of one figure the newer edit stands, whichever window made it', async () => {
    const device = new Device();
    const [one, other, id] = await twoOfOne(device);
    other.store.dispatch(other.page.editPlan(id, 'gearing.pinion', 19, 'pinion'));
    other.store.dispatch(other.page.editPlan(id, 'gearing.spur', 77, 'spur'));
    await pause(20);
    one.store.dispatch(one.page.editPlan(id, 'gearing.pinion', 22, 'pinion'));
    const next = await closedBoth(device, one, other);
    setReach(device, 'in reach');
    await isSaved(next);
    expect(await pinionAndSpur()).toMatchObject({ pinion: 22, spur: 77 });
    next.close();
  });
});
