import { randomStream } from '@puddler/core';
import { clientOf, PLAN } from '../../server/test/helpers';
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
  shown,
  stopServer,
  untilAlike,
  type Pick,
  type Reach,
  type Window,
} from './windows';

const REACHES: readonly Reach[] = ['in reach', 'in reach', 'away', 'deaf'];
/** What is typed is kept in the browser after this long [ms]. */
const KEPT_AFTER_MS = 200;

let server: Running;
beforeEach(async () => {
  server = await serverForWindows();
});
afterEach(() => stopServer(server));

/** A laptop, and a phone that loses the server, is closed and opened again: `turn` is what one of them does. Both end as the server does. */
async function walk(seed: number, keepsAnswers: boolean, turn: (at: 'laptop' | 'phone', window: Window, pick: Pick) => void) {
  const client = clientOf(server);
  const { id } = await client.addCar();
  for (let i = 0; i < 3; i++) await client.addPlan(id);
  const laptop = await openWindow();
  const device = new Device({ keepsAnswers });
  let phone = await openWindow(device);
  const random = randomStream(seed);
  const pick = (below: number) => Math.floor(random() * below);
  const windows = () => [laptop, phone];
  // Each of them knows what they typed themselves.
  const answerBoth = () => {
    answer(laptop, pick, ['gearing.pinion']);
    answer(phone, pick, ['gearing.spur']);
  };
  for (let i = 0; i < 60; i++) {
    if (pick(2) === 0) turn('laptop', laptop, pick);
    else turn('phone', phone, pick);
    if (pick(3) === 0) await pause(pick(40));
    if (pick(8) === 0) setReach(device, REACHES[pick(REACHES.length)]!);
    if (pick(10) === 0) answerBoth();
    if (pick(15) === 0) {
      await pause(KEPT_AFTER_MS);
      phone.close();
      phone = await openWindow(device);
    }
  }
  setReach(device, 'in reach');
  await phone.ready;
  await untilAlike(windows(), () => {
    answerBoth();
    return windows().every(({ page, store }) => page.selectSaveStatus(store.getState()) === 'saved');
  });
  const held = await onServer();
  for (const one of windows()) {
    expect(shown(one)).toEqual(held);
    one.close();
  }
  return held;
}

const SEEDS = [
  { seed: 9, keepsAnswers: true },
  { seed: 16, keepsAnswers: false },
  { seed: 309, keepsAnswers: true },
];

test.each(SEEDS)(
  'a phone that loses the server, is opened again and comes back ends with the same garage as the laptop ($seed, page kept: $keepsAnswers)',
  async ({ seed, keepsAnswers }) => {
    await walk(seed, keepsAnswers, (_at, window, pick) => act(window, pick));
  },
);

test.each(SEEDS)(
  'nothing that a phone without the server or the laptop typed is lost ($seed, page kept: $keepsAnswers)',
  async ({ seed, keepsAnswers }) => {
    const typed = new Map<string, number>();
    const added: string[] = [];
    const held = await walk(seed, keepsAnswers, (at, window, pick) => {
      const { page, store } = window;
      const keys = Object.keys(shown(window));
      const planIds = keys.filter((key) => key.startsWith('plan:')).map((key) => key.slice('plan:'.length));
      const carIds = keys.filter((key) => key.startsWith('car:')).map((key) => key.slice('car:'.length));
      const planId = planIds[pick(planIds.length)];
      if (carIds.length > 0 && pick(6) === 0) added.push(`plan:${store.dispatch(page.addPlan(carIds[0]!, { ...PLAN, name: `Plan ${pick(1000)}` }))}`);
      else if (planId !== undefined) {
        const teeth = at === 'phone' ? 10 + pick(20) : 50 + pick(30);
        const path = at === 'phone' ? 'gearing.pinion' : 'gearing.spur';
        store.dispatch(page.editPlan(planId, path, teeth, path));
        typed.set(`plan:${planId} ${path}`, teeth);
      }
    });
    expect(Object.keys(held)).toEqual(expect.arrayContaining(added));
    for (const [leaf, teeth] of typed) {
      const [key, path] = leaf.split(' ');
      expect(held).toHaveProperty([key!, ...path!.split('.')], teeth);
    }
  },
);
