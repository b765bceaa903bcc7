import { carOfSeed, loggedSession, type PlanFile } from '@puddler/core';
import type { Page } from '@playwright/test';

/** What somebody may do next in a soak: a name, and doing it on a page that is open anywhere in Puddler. */
export interface SoakAction {
  name: string;
  run: (page: Page, context: SoakContext) => Promise<void>;
}

interface SoakContext {
  address: string;
  planIds: readonly string[];
  /** From 0 up to, not with, `below`. */
  pick: (below: number) => number;
}

/** A plan's figures come from a worker: what is waited for is its answer, however long it takes. */
const SETTLED_MS = 60_000;

const settled = (page: Page) =>
  page.locator('main[aria-busy=true], section[aria-busy=true], figure[aria-busy=true]').first().waitFor({ state: 'detached', timeout: SETTLED_MS });

async function openStation(page: Page, { address, planIds, pick }: SoakContext, station: string): Promise<void> {
  const path = `/plans/${planIds[pick(planIds.length)]}${station}`;
  // Most ways lead through the page; some load it again, as a bookmark does.
  if (page.url().startsWith(address) && pick(8) > 0) {
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
  } else await page.goto(`${address}${path}`);
  await page.locator('main').first().waitFor();
  await settled(page);
}

/** Loads a plan from its address, so that what is acted on is not that of the plan before. */
async function beginAtPlan(page: Page, { address, planIds, pick }: SoakContext): Promise<void> {
  await page.goto(`${address}/plans/${planIds[pick(planIds.length)]}`);
  await page.getByRole('spinbutton').first().waitFor();
  await settled(page);
}

const keys =
  (count: number, ...names: string[]) =>
  async (page: Page, context: SoakContext) => {
    await openStation(page, context, '');
    for (let i = 0; i < count; i++) await page.keyboard.press(names[context.pick(names.length)]!);
    await settled(page);
  };

const station =
  (path: string): SoakAction['run'] =>
  (page, context) =>
    openStation(page, context, path);

const LOOKS_UP = ['sag', 'pin', 'sixty', 'osier', 'backup'];

export const SOAK_ACTIONS: readonly SoakAction[] = [
  { name: 'step gears and cells', run: keys(6, '[', ']', ']', '{', '}', ',', '.') },
  { name: 'undo and redo', run: keys(5, 'Control+z', 'Control+z', 'Control+Shift+z') },
  { name: 'swap units', run: keys(2, 'u') },
  {
    name: 'type a figure',
    run: async (page, context) => {
      await beginAtPlan(page, context);
      const kv = page.getByRole('spinbutton', { name: 'kv' });
      if ((await kv.count()) === 0) return;
      await kv.fill(String(1500 + 100 * context.pick(40)));
      await kv.press('Enter');
      await settled(page);
    },
  },
  {
    name: 'look at the panels',
    run: async (page, context) => {
      await beginAtPlan(page, context);
      // A car that cannot move has none.
      for (const tab of await page.getByRole('tab').all()) {
        await tab.click();
        await settled(page);
      }
    },
  },
  { name: 'search', run: station('/find') },
  { name: 'look at the list', run: station('/buy') },
  { name: 'look at the bench', run: station('/fit') },
  { name: 'look at the ladder', run: station('/step-up') },
  {
    name: 'look at the runs',
    run: async (page, context) => {
      await openStation(page, context, '/log');
      const runs = page.getByRole('table', { name: 'Runs of the car' }).getByRole('button');
      const count = await runs.count();
      if (count === 0) return;
      await runs.nth(context.pick(count)).click();
      await settled(page);
    },
  },
  {
    name: 'note a run and take it back',
    run: async (page, context) => {
      await openStation(page, context, '/log');
      // The header may offer to undo a new run.
      await page.getByRole('button', { name: 'New run', exact: true }).click();
      const out = page.getByLabel(/^pass out/);
      await out.fill(`${30 + context.pick(30)} km/h`);
      await out.press('Enter');
      await page.getByRole('button', { name: 'Delete the run' }).click();
    },
  },
  {
    name: 'drop a log and take it back',
    run: async (page, context) => {
      await openStation(page, context, '/log');
      const plan = JSON.parse(await (await fetch(`${context.address}/api/plans/${/plans\/([^/]+)/.exec(page.url())![1]}/file`)).text()) as PlanFile;
      // An ESC counts the electrical turns of a brushless motor; the poles of a brushed one would be asked for.
      if (plan.motor.kind === 'brushed') return;
      const { escCsv } = loggedSession(carOfSeed(plan, 1 + context.pick(3)), plan, plan, { seed: 1, daySeed: 1 + context.pick(50), readAfterS: 30 });
      await page.getByLabel('Logs of a run').setInputFiles([{ name: 'esc.csv', mimeType: 'text/csv', buffer: Buffer.from(escCsv) }]);
      const dialog = page.getByRole('dialog');
      await dialog.getByRole('button', { name: /^Keep (it|them) / }).click();
      await dialog.waitFor({ state: 'detached' });
      await page.getByRole('button', { name: 'Delete the run' }).click();
    },
  },
  {
    name: 'look at practice',
    run: async (page, { address }) => {
      await page.goto(`${address}/practice`);
      await page.getByRole('heading', { name: 'Practice' }).first().waitFor();
    },
  },
  {
    name: 'learn',
    run: async (page, context) => {
      await openStation(page, context, '/log');
      await page.getByRole('button', { name: 'Learning', exact: true }).click();
      await settled(page);
    },
  },
  {
    name: 'look something up',
    run: async (page, { pick }) => {
      await page.keyboard.press('Control+k');
      await page.keyboard.type(LOOKS_UP[pick(LOOKS_UP.length)]!);
      await page.getByRole('option').first().waitFor();
      await page.keyboard.press('Escape');
    },
  },
  {
    name: 'look at garage and shelf',
    run: async (page, { address }) => {
      await page.goto(`${address}/shelf`);
      await page.getByRole('heading', { name: 'Shelf' }).waitFor();
      await page.getByRole('link', { name: 'Garage', exact: true }).click();
      await page.getByRole('heading', { name: 'Garage' }).waitFor();
    },
  },
];
