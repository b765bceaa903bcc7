import { randomStream } from '@puddler/core';
import { clientOf } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import { act, answer, onServer, openWindow, pause, serverForWindows, setVisible, shown, stopServer, until, untilAlike } from './windows';

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
